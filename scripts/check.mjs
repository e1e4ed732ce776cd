import { resolve } from 'node:path';
import { build, ensureInstalled, root, run } from './tools.mjs';

// Only the check itself may write to stdout.
ensureInstalled({ quiet: true });
build('cli', { quiet: true });
const from = process.env.INIT_CWD ?? process.cwd();
const args = process.argv.slice(2).map((a) => (a.startsWith('-') ? a : resolve(from, a)));
process.exit(run(process.execPath, [`${root}/cli/dist/main.js`, ...args]));
