import fc from 'fast-check';
import { expect, it } from 'vitest';
import { findingsOf } from '../findings/findings';
import type { Design } from '../machine/design';
import { sampleMachines } from '../samples/index';
import { defaultDisplay } from '../units/print';
import { endless } from '../units/testing/endless';
import { deriveFigures } from './figures';

type Entered = { entered: number; unit: string };
const isEntered = (v: object): v is Entered => 'entered' in v && 'unit' in v && 'source' in v;

/** Every entered figure of a design, as the objects themselves. */
function quantitiesIn(value: unknown, found: Entered[] = []): Entered[] {
  if (typeof value === 'object' && value !== null) {
    if (isEntered(value)) found.push(value);
    else Object.values(value).forEach((v) => quantitiesIn(v, found));
  }
  return found;
}

it('whatever figures a file holds, everything derived is finite or said to be missing', () => {
  const absurd = fc.oneof(
    fc.constantFrom(0, -1, 1e-9, 4000, -4000, 1e12),
    fc.double({ min: -1e6, max: 1e6, noNaN: true }),
  );
  const samples = sampleMachines.map((s) => JSON.stringify(s.make().design));
  fc.assert(
    fc.property(
      fc.constantFrom(...samples),
      fc.array(fc.tuple(fc.nat(), absurd), { minLength: 1, maxLength: 12 }),
      (sample, changes) => {
        const design = JSON.parse(sample) as Design;
        const all = quantitiesIn({ axes: design.axes, parts: design.parts, masses: design.masses });
        for (const [n, value] of changes) all[n % all.length]!.entered = value;
        const figures = deriveFigures(design);
        const { design: _d, network: _n, ...derived } = figures;
        expect(endless(derived)).toEqual([]);
        for (const f of findingsOf(figures))
          expect(`${f.title} ${f.explain(defaultDisplay)}`, f.id).not.toMatch(/NaN|Infinity|undefined/);
      },
    ),
    { numRuns: 80 },
  );
});
