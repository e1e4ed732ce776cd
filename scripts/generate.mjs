import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build, ensureInstalled, output, root } from './tools.mjs';

/** Everything in the repository that follows from the source, written anew: the schemas, the list of checks, the examples. */
ensureInstalled();
build('cli');
await import('./notices.mjs');
const write = (file, ...asked) => {
  writeFileSync(join(root, file), output(process.execPath, ['cli/dist/main.js', ...asked]));
  console.log(`${file} is current.`);
};
write('docs/machine-file.schema.json', '--schema');
write('docs/name-sheet.schema.json', '--sheet-schema');
write('docs/name-sheets.md', '--sheet-words');
write('docs/checks.md', '--checks');
mkdirSync(join(root, 'examples'), { recursive: true });
for (const name of ['dunnock', 'plover', 'wren', 'avocet', 'bullfinch', 'fieldfare', 'pipit', 'wheatear', 'whinchat'])
  write(`examples/${name}.nodaxis.json`, '--example', name);
