import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build, ensureInstalled, output, root } from './tools.mjs';

ensureInstalled();
build('cli');
writeFileSync(join(root, 'docs/machine-file.schema.json'), output(process.execPath, ['cli/dist/main.js', '--schema']));
console.log('docs/machine-file.schema.json is current.');
