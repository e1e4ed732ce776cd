import { join } from 'node:path';
import { build, ensureChromium, ensureInstalled, root, run } from './tools.mjs';

ensureInstalled();
ensureChromium();
build('web');
build('server');
build('bench');
process.exit(run(process.execPath, [join(root, 'bench/dist/soak.js'), '--root', root, ...process.argv.slice(2)]));
