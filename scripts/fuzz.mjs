import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { build, ensureInstalled, root, run } from './tools.mjs';

// Three parts of the time go to files, tables and programs, one to archives and to drawing every view.
const args = process.argv.slice(2);
const { values } = parseArgs({ args, options: { minutes: { type: 'string', default: '5' } }, strict: false });
const minutes = Number(values.minutes);

ensureInstalled();
build('bench');
const files = run(process.execPath, [
  join(root, 'bench/dist/fuzz.js'),
  ...args,
  ...['--root', root, '--minutes', String(minutes * 0.75)],
]);
// Not understood: the usage was printed.
if (files === 2) process.exit(2);
process.env.FUZZ_MINUTES = String(minutes * 0.25);
const drawn = run('npx', ['vitest', 'run', 'src/stations/anyMachine.test.ts', 'src/document/bundle.test.ts'], {
  cwd: join(root, 'web'),
});
process.exit(files || drawn);
