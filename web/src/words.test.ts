import { retiredIn } from '@nodaxis/core/words/retired';
import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import ts from 'typescript';
import { expect, it } from 'vitest';
import { parse } from 'vue/compiler-sfc';

const root = join(import.meta.dirname, '../..');
/** What a person cannot read: parts of a selector, a path, a style. */
const silent = new Set(['class', 'id', 'style', 'role', 'type', 'for', 'href', 'd', 'viewBox', 'points', 'transform']);

/** The texts of a script: strings and templates, with `…` for what is put in. */
function ofScript(code: string): string[] {
  const texts: string[] = [];
  const visit = (n: ts.Node): void => {
    if (ts.isImportDeclaration(n)) return;
    if (ts.isStringLiteral(n) || ts.isNoSubstitutionTemplateLiteral(n)) texts.push(n.text);
    if (ts.isTemplateExpression(n)) texts.push(n.head.text + n.templateSpans.map((s) => `…${s.literal.text}`).join(''));
    ts.forEachChild(n, visit);
  };
  visit(ts.createSourceFile('texts.ts', code, ts.ScriptTarget.Latest));
  return texts;
}

interface Node {
  type: number;
  content?: string | { loc: { source: string } };
  props?: { type: number; name: string; value?: { content: string }; exp?: { loc: { source: string } } }[];
  children?: Node[];
}
const TEXT = 2;
const INTERPOLATION = 5;
const ATTRIBUTE = 6;

function ofTemplate(node: Node): string[] {
  const own =
    node.type === TEXT
      ? [node.content as string]
      : node.type === INTERPOLATION
        ? ofScript(`(${(node.content as { loc: { source: string } }).loc.source})`)
        : [];
  const ofProps = (node.props ?? []).flatMap((p) =>
    p.type === ATTRIBUTE
      ? silent.has(p.name) || !p.value
        ? []
        : [p.value.content]
      : p.exp && p.name !== 'for'
        ? ofScript(`(${p.exp.loc.source})`)
        : [],
  );
  return [...own, ...ofProps, ...(node.children ?? []).flatMap(ofTemplate)];
}

function textsOf(file: string): string[] {
  const source = readFileSync(file, 'utf8');
  if (file.endsWith('.md')) return source.split(/\n\s*\n|\n(?=[-#|])/).map((p) => p.replace(/`[^`]*`/g, ''));
  if (!file.endsWith('.vue')) return ofScript(source);
  const { descriptor: d } = parse(source);
  return [
    ...[d.script, d.scriptSetup].flatMap((s) => (s ? ofScript(s.content) : [])),
    ...(d.template?.ast ? ofTemplate(d.template.ast as unknown as Node) : []),
  ];
}

/** Everything in which a sentence for a person can be. The list of the retired words itself is not held against itself. */
function files(): string[] {
  const under = (folder: string) =>
    readdirSync(join(root, folder), { recursive: true, encoding: 'utf8' }).map((f) => join(root, folder, f));
  return [
    ...['core/src', 'web/src', 'cli/src', 'server/src'].flatMap(under),
    ...under('docs'),
    join(root, 'README.md'),
  ].filter(
    (f) =>
      /\.(ts|vue|md)$/.test(f) &&
      !/\.test\.ts$|[\\/](tests?|testing)[\\/]/.test(f) &&
      !f.endsWith(join('words', 'retired.ts')),
  );
}

it('no text that a person reads uses a retired word', () => {
  const all = files().map((file) => ({ file, texts: textsOf(file) }));
  // It reads what it should: sentences of rules, labels of buttons, the README.
  expect(all.flatMap((f) => f.texts).filter((t) => / /.test(t)).length).toBeGreaterThan(3000);
  const wrong = all.flatMap(({ file, texts }) =>
    texts
      .filter((t) => /\s/.test(t.trim()) || /^[A-Z]/.test(t))
      .flatMap((t) => retiredIn(t).map((w) => `${relative(root, file)}: ${w}`)),
  );
  expect(wrong).toEqual([]);
});
