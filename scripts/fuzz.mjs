import { join } from 'node:path';
import { build, ensureInstalled, root, run } from './tools.mjs';

// Three parts of the time go to files, tables and programs, one to archives and to drawing what was let in.
const args = process.argv.slice(2);
const at = args.indexOf('--minutes');
const minutes = at < 0 ? 5 : Number(args[at + 1]);
const shares = at < 0 ? args : args.toSpliced(at, 2);

ensureInstalled();
build('bench');
const files = run(process.execPath, [
  join(root, 'bench/dist/fuzz.js'),
  ...['--root', root, '--minutes', String(minutes * 0.75)],
  ...shares,
]);
// Not understood: the usage was printed.
if (files === 2) process.exit(2);
process.env.FUZZ_MINUTES = String(minutes * 0.25);
const drawn = run('npx', ['vitest', 'run', 'src/stations/anyMachine.test.ts', 'src/document/bundle.test.ts'], {
  cwd: join(root, 'web'),
});
process.exit(files || drawn);
