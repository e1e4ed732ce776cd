import { join } from 'node:path';
import { ensureInstalled, root, run } from './tools.mjs';

ensureInstalled();
process.exit(
  run(process.execPath, [join(root, 'node_modules/vite/bin/vite.js'), '--host', '127.0.0.1'], {
    cwd: join(root, 'web'),
  }),
);
