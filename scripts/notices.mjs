import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './tools.mjs';

/** What is said of a licence beyond its name. */
const remarks = {
  'EPL-2.0':
    'Used unchanged as a library of its own (the layout of diagrams), loaded as a separate file; its source is the package named here.',
};

const packageOf = (folder) => JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8'));
const workspaces = packageOf(root).workspaces;
const wanted = [];
const seen = new Set();
/** Where a package finds another: its own folder first, then those above. */
function folderOf(name, from) {
  for (let at = from; at.startsWith(root); at = join(at, '..')) {
    const folder = join(at, 'node_modules', name);
    if (existsSync(join(folder, 'package.json'))) return folder;
  }
  return undefined;
}
function follow(folder) {
  const { dependencies = {} } = packageOf(folder);
  for (const name of Object.keys(dependencies).sort()) {
    const there = name.startsWith('@nodaxis/') ? undefined : folderOf(name, folder);
    if (!there || seen.has(there)) continue;
    seen.add(there);
    wanted.push(there);
    follow(there);
  }
}
for (const w of workspaces.filter((w) => !['e2e', 'bench'].includes(w))) follow(join(root, w));

const entries = wanted
  .map((folder) => {
    const p = packageOf(folder);
    const licence =
      typeof p.license === 'string' ? p.license : (p.license?.type ?? p.licenses?.[0]?.type ?? 'see its files');
    const file = readdirSync(folder).find((f) => /^(licen[cs]e|copying)(\.(md|txt))?$/i.test(f));
    return {
      name: p.name,
      version: p.version,
      licence,
      text: file ? readFileSync(join(folder, file), 'utf8').trim() : '',
    };
  })
  .sort((a, b) => a.name.localeCompare(b.name) || a.version.localeCompare(b.version));

const lines = [
  '# Third-party notices',
  '',
  'Written by `npm run generate` from the packages that Nodaxis is built of.',
  '',
  '| Package | Version | Licence |',
  '| --- | --- | --- |',
  ...entries.map((e) => `| ${e.name} | ${e.version} | ${e.licence} |`),
  '',
  ...Object.entries(remarks).flatMap(([licence, remark]) => {
    const of = entries.filter((e) => e.licence.startsWith(licence)).map((e) => e.name);
    return of.length ? [`**${licence}** (${of.join(', ')}): ${remark}`, ''] : [];
  }),
];
// A text that several packages share stands once.
const texts = new Map();
for (const e of entries) if (e.text) texts.set(e.text, [...(texts.get(e.text) ?? []), e.name]);
for (const [text, names] of texts)
  lines.push(`## ${names.join(', ')}`, '', '```text', text.replaceAll('```', "'''"), '```', '');
writeFileSync(join(root, 'THIRD-PARTY-NOTICES.md'), `${lines.join('\n').replace(/[ \t]+$/gm, '')}\n`);
console.log(`THIRD-PARTY-NOTICES.md is current: ${entries.length} packages.`);
