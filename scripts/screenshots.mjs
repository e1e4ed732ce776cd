import { join } from 'node:path';
import { bin, build, ensureChromium, ensureInstalled, root, run } from './tools.mjs';

/** Takes the pictures in docs/screenshots anew, from the demo data. */
ensureInstalled();
ensureChromium();
build('web');
build('server');
process.exit(run(bin('playwright'), ['test', '--config', 'screenshots.config.ts'], { cwd: join(root, 'e2e') }));
