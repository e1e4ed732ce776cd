import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import { sampleMachines } from '../samples/index';
import { evaluate } from './evaluate';
import { networkAround } from './network';
import { planConductors } from './planner/plan';
import { replan } from './planner/replan';

describe.each(sampleMachines.map((s) => [s.id, s.make().design] as const))('the nets of %s', (_id, design) => {
  const { network, plan } = deriveFigures(design);
  const inputs = Object.values(plan.inputs);
  const subset = (all: string[]) =>
    fc.subarray(all, { maxLength: Math.min(4, all.length) }).map((list) => new Set(list));

  it('the part around an input reads like the whole, whatever is pressed and whichever conductor is broken', () => {
    const locals = inputs.map((t) => networkAround(network, [network.nodeOf(t)!]));
    fc.assert(
      fc.property(
        subset(Object.keys(design.parts).filter((p) => p.startsWith('device'))),
        fc.option(fc.constantFrom(...Object.keys(design.conductors))),
        (actuated, broken) => {
          const open = new Set(broken === null ? [] : [broken]);
          const whole = evaluate(network, { actuated, open });
          inputs.forEach((t, i) => {
            expect(evaluate(locals[i]!, { actuated, open }).readingAt(t)).toBe(whole.readingAt(t));
          });
        },
      ),
      { numRuns: 200 },
    );
  });

  it('the part is small: a reading costs no more than its own circuit', () => {
    for (const t of inputs) {
      const local = networkAround(network, [network.nodeOf(t)!]);
      expect(local.terminals.length).toBeLessThan(network.terminals.length / 3);
    }
  });

  it('breaking more wires never makes a conflict, only losses', () => {
    fc.assert(
      fc.property(subset(Object.keys(design.conductors)), (open) => {
        const e = evaluate(network, { open });
        for (const t of inputs) expect(e.levelAt(t)).not.toBe('conflict');
      }),
      { numRuns: 40 },
    );
  });

  it('planning again settles at once, from whatever state the conductors are in', () => {
    const ids = Object.keys(design.conductors);
    const state = fc.constantFrom('planned', 'cut', 'connected', 'checked', 'temporary');
    fc.assert(
      fc.property(fc.subarray(ids), fc.subarray(ids), state, (gone, touched, made) => {
        const conductors = Object.fromEntries(
          Object.entries(design.conductors)
            .filter(([id]) => !gone.includes(id))
            .map(([id, c]) => [id, touched.includes(id) ? { ...c, state: made as 'cut', section: undefined } : c]),
        );
        const planned = planConductors({ ...design, conductors });
        const once = replan(conductors, planned);
        const twice = replan(once.conductors, planned);
        expect(twice.changes).toEqual([]);
        expect(twice.conductors).toBe(once.conductors);
        // Numbers are never given twice, and what is made is as it was.
        const numbers = Object.values(once.conductors).map((c) => c.number);
        expect(new Set(numbers).size).toBe(numbers.length);
        for (const id of touched)
          if (made !== 'planned' && conductors[id]) expect(once.conductors[id]).toBe(conductors[id]);
      }),
      { numRuns: 25 },
    );
  });
});
