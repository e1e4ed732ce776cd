import { join } from 'node:path';
import { build, ensureInstalled, root, run } from './tools.mjs';

ensureInstalled();
build('bench');
process.exit(run(process.execPath, [join(root, 'bench/dist/fuzz.js'), '--root', root, ...process.argv.slice(2)]));
