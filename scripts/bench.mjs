import { join } from 'node:path';
import { build, ensureChromium, ensureInstalled, root, run } from './tools.mjs';

ensureInstalled();
ensureChromium();
build('web');
build('server');
build('bench');
process.exit(run(process.execPath, ['--expose-gc', join(root, 'bench/dist/main.js'), ...process.argv.slice(2)]));
