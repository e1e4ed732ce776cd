import { readdirSync, readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { checksPage } from './catalogue';
import { rules } from './rules';

it('every rule of every file is in a list, once, and its code word is its own', () => {
  const folder = new URL('./rules/', import.meta.url);
  const written = readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((f) => f.endsWith('.ts') && !f.endsWith('index.ts'))
    .flatMap((f) => [
      ...readFileSync(new URL(f, folder), 'utf8').matchAll(
        /export const (\w+)(?:: Rule\b| = (?:powerless|speedLimitRule)\()/g,
      ),
    ]);
  expect(written.length).toBeGreaterThan(100);
  expect(rules).toHaveLength(written.length);
  expect(new Set(rules.map((r) => r.code)).size).toBe(rules.length);
});
it('the page in docs is the one that follows from the rules: npm run generate writes it', () => {
  expect(readFileSync(new URL('../../../docs/checks.md', import.meta.url), 'utf8')).toBe(checksPage());
});
