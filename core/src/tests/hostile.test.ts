import { readdirSync, readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { attack } from './hostile';

const folder = new URL('../machine/archive/', import.meta.url);
const files = readdirSync(folder).map((f) => readFileSync(new URL(f, folder), 'utf8'));

it('of a hundred and twenty harmed files, tables and texts each is refused with a reason or works throughout', () => {
  const came = { 'let in': 0, refused: 0 };
  for (let n = 0; n < 120; n++) {
    try {
      came[attack(1, n, files)]++;
    } catch (e) {
      throw new Error(`attack ${n} of seed 1`, { cause: e });
    }
  }
  expect(came['let in']).toBeGreaterThan(10);
  expect(came.refused).toBeGreaterThan(10);
}, 120_000);
