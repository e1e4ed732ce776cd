import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { Design } from '../machine/design';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { buildNetwork } from '../wiring/network';
import { planConductors } from '../wiring/planner/plan';
import { Behaviour, FunctionCheck } from './behaviour';
import { singleFaults } from './faults';
import { sweepAll } from './sweep';

/**
 * Machines with wires that nobody planned: whatever a fault can reach over them, the sweep must ask about. Each row is
 * held against asking every function.
 */
it.each([
  ['Plover', plover()],
  ['Wren', wren()],
])('%s, wired worse and worse: no fault reaches a function that the sweep leaves out', (_, { design }) => {
  const whole = buildNetwork(design.parts, design.conductors);
  const terminal = fc.nat(whole.terminals.length - 1).map((i) => whole.terminals[i]!);
  const { inputs, outputs } = planConductors(design);
  fc.assert(
    fc.property(
      fc.array(fc.tuple(terminal, terminal), { minLength: 1, maxLength: 4 }),
      fc.array(fc.nat(9999), { minLength: 6, maxLength: 12 }),
      (extra, picks) => {
        const sample = Object.values(design.conductors)[0]!;
        const conductors: Design['conductors'] = {
          ...design.conductors,
          ...Object.fromEntries(extra.map(([from, to], i) => [`extra-${i}`, { ...sample, number: 900 + i, from, to }])),
        };
        const worse = { ...design, conductors };
        const network = buildNetwork(worse.parts, conductors);
        const all = singleFaults(worse).filter((f) => f.kind !== 'controller-hung');
        const faults = [...new Set(picks.map((p) => all[p % all.length]!))];
        const check = new FunctionCheck(worse, network, inputs);
        const { rows } = sweepAll(worse, network, { inputs, outputs }, faults);
        for (const row of rows) {
          const asked = check.lost(new Behaviour(check.living, row.fault.situation)).map((f) => f.id);
          expect([row.fault.id, row.lost]).toEqual([row.fault.id, asked]);
        }
      },
    ),
    { numRuns: 60 },
  );
});
