import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { catalogue, checksPage } from './catalogue';
import { rules } from './rules';

it('every rule stands on the page once, and nothing stands there that is no rule', () => {
  const listed = Object.values(catalogue).flatMap((group) => Object.keys(group));
  // The sweep of all faults is no rule of one look: it has a worker of its own.
  expect(listed.filter((c) => c !== 'fault-unnoticed').sort()).toEqual(rules.map((r) => r.code).sort());
});
it('the page in docs is the one that follows from the rules: npm run generate writes it', () => {
  expect(readFileSync(new URL('../../../docs/checks.md', import.meta.url), 'utf8')).toBe(checksPage());
});
