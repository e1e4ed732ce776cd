import { expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import { deriveFigures } from '../derivation/figures';
import { outlineOf, type Branch } from '../distribution/outline';
import { exampleMachines } from '../samples/index';
import { bullfinch } from '../samples/bullfinch';
import { dunnock } from '../samples/dunnock';
import { quantity } from '../units/quantity';
import { branchFigures } from './branches';
import { dutyOf, powerStates, supplyDemand } from './states';

const all = (branches: readonly Branch[]): Branch[] => branches.flatMap((b) => [b, ...all(b.branches)]);
const find = (branches: readonly Branch[], part: string, port?: string) =>
  all(branches).find((b) => b.part === part && (port === undefined || b.port === port))!;

it('the second supply of a router by hand: light and pump at 24 V, and what its breaker carries for it', () => {
  const read = deriveFigures(bullfinch().design);
  const { roots } = outlineOf(read.design);
  const of = branchFigures(read, 'cutting');
  const supply = of(find(roots, 'supply', 'mains'))!;
  expect(supply).toMatchObject({ kind: 'direct', volts: 24, ratedA: 5 });
  expect(supply.amps).toBeCloseTo(0.42 + 1.2, 6);
  expect(supply.watts).toBeCloseTo(24 * 1.62, 6);
  expect(supply.lastingA).toBeCloseTo(3.5, 9);
  // 38.88 W over 85 %, and over a power factor of 0.6 at 230 V.
  const breaker = of(find(roots, 'breaker'))!;
  expect(breaker.kind).toBe('mains');
  expect(breaker.watts).toBeCloseTo(38.88 / 0.85, 6);
  expect(breaker.amps).toBeCloseTo(38.88 / (0.85 * 0.6 * 230), 6);
  expect(breaker.terms.map((t) => t.part)).toEqual(['supply']);
});

it('in use, the mean follows the duty: motors between rest and motion, the spindle by its share', () => {
  const { file } = ((r) => (r.ok ? r.value : (undefined as never)))(
    applyCommand(
      dunnock(),
      { name: 'set-duty', args: { motion: quantity(25, '%'), spindle: quantity(40, '%') } },
      '2026-01-01T00:00:00.000Z',
    ),
  );
  expect(dutyOf(file.design)).toEqual({ motion: 0.25, spindle: 0.4 });
  const read = deriveFigures(file.design);
  const demand = supplyDemand(read, 'motor-supply')!;
  const w = (s: (typeof powerStates)[number]) => demand.states[s].watts;
  expect(w('in-use')).toBeCloseTo(w('standing') + 0.25 * (w('cutting') - w('standing')), 6);
  const { roots } = outlineOf(file.design);
  const spindle = (s: 'in-use' | 'cutting') => branchFigures(read, s)(find(roots, 'spindle-drive', 'mains'))!;
  expect(spindle('in-use').amps).toBeCloseTo(0.4 * spindle('cutting').amps, 9);
  // 1.1 kW over 0.78, 0.95 and 0.65 at 230 V, and half as much again while it starts.
  expect(spindle('cutting').amps).toBeCloseTo(1100 / (0.78 * 0.95 * 0.65 * 230), 6);
  expect(spindle('cutting')).toMatchObject({ peakIn: 'spindle-start' });
  expect(spindle('cutting').peakA).toBeCloseTo(1.5 * spindle('cutting').amps, 6);
  expect(
    applyCommand(dunnock(), { name: 'set-duty', args: { motion: quantity(140, '%') } }, '2026-01-01T00:00:00.000Z').ok,
  ).toBe(false);
});

it.each(exampleMachines)('$id: what a branch carries is the sum of what hangs on it, in every state', ({ make }) => {
  const read = deriveFigures(make().design);
  for (const state of powerStates) {
    const of = branchFigures(read, state);
    for (const b of all(outlineOf(read.design).roots)) {
      const figures = of(b);
      if (!figures || !b.branches.length || figures.terms.some((t) => t.part === b.part)) continue;
      const supply = read.design.parts[b.part]!.data.class === 'supply';
      const parts = b.branches.flatMap((x) => {
        const f = of(x);
        if (!f) return [];
        // A supply shows what it gives; its breaker carries what it takes.
        const mains = read.design.parts[x.part]!.data.class === 'supply' && !supply;
        return mains ? [] : [f.watts];
      });
      const supplies = figures.terms.filter(
        (t) =>
          t.port === 'mains' &&
          read.design.parts[t.part]!.data.class === 'supply' &&
          b.branches.some((x) => x.part === t.part),
      );
      const sum = [...parts, ...supplies.map((t) => t.watts)].reduce((s, w) => s + w, 0);
      expect(sum, `${state} ${b.part}/${b.port}`).toBeCloseTo(figures.watts, 6);
    }
  }
});
