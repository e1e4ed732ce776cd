import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { attack } from '@nodaxis/core/tests/hostile';
import { options } from './options';

/** Attacks the reading of files for some minutes. What broke is kept with its number, and the next run goes on behind the last. */
const usage = 'npm run fuzz -- [--minutes N] [--seed N] [--from N]';
const values = options(
  {
    root: { type: 'string' },
    minutes: { type: 'string', default: '5' },
    seed: { type: 'string', default: '1' },
    from: { type: 'string' },
  },
  usage,
);
const minutes = Number(values.minutes);
const seed = Number(values.seed);
if (!values.root || !(minutes > 0) || !Number.isInteger(seed)) {
  console.error(`Usage: ${usage}`);
  process.exit(2);
}
const archive = join(values.root, 'core/src/machine/archive');
const files = readdirSync(archive).map((f) => readFileSync(join(archive, f), 'utf8'));
const kept = join(values.root, '.cache/fuzz');
mkdirSync(kept, { recursive: true });
const state = join(kept, `seed-${seed}.json`);
const last = (): number => {
  try {
    return (JSON.parse(readFileSync(state, 'utf8')) as { next: number }).next;
  } catch {
    // The first run of this seed.
    return 0;
  }
};

let n = values.from === undefined ? last() : Number(values.from);
const began = n;
const end = Date.now() + minutes * 60_000;
const came = { 'let in': 0, refused: 0 };
let broken = 0;
let slowest = 0;
for (; Date.now() < end; n++) {
  const start = performance.now();
  try {
    came[attack(seed, n, files)]++;
  } catch (e) {
    broken++;
    const why = e instanceof Error ? (e.stack ?? e.message) : String(e);
    writeFileSync(join(kept, `seed-${seed}-attack-${n}.txt`), why);
    console.log(`BROKEN  attack ${n} of seed ${seed}: ${why.split('\n')[0]}`);
  }
  slowest = Math.max(slowest, performance.now() - start);
  if (n % 500 === 499) writeFileSync(state, JSON.stringify({ next: n + 1 }));
}
writeFileSync(state, JSON.stringify({ next: n }));
console.log(
  `${n - began} attacks of seed ${seed} (${began} to ${n - 1}): ${came.refused} refused, ${came['let in']} let in and worked with, ${broken} broke something; the slowest took ${(slowest / 1000).toFixed(1)} s.`,
);
process.exit(broken ? 1 : 0);
