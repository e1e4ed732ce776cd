import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import type { LibraryEntry } from '../machine/library/entry';
import { libraryEntry, libraryOf } from '../machine/library/index';
import { dunnock } from '../samples/dunnock';
import { quantity } from '../units/quantity';
import { rankedSupplies, sizingOf } from './sizing';
import { supplyDemand } from './states';
import { worked } from './testing/worked';

const { design } = dunnock();
const axes = [
  { id: 'x', drives: [worked(600)] },
  { id: 'y', drives: [worked(600), worked(0)] },
  { id: 'z', drives: [worked(0)] },
];
const demand = supplyDemand({ design, axes }, 'motor-supply')!;
const watts = (s: keyof typeof demand.states) => demand.states[s].watts;

describe('a motor supply by state, by hand', () => {
  // Copper 4.2² · 1.1122 = 19.62 W, a quarter of it at half current; shaft 37.7 W; driver 2 W and 7 %.
  const idle = 4.905 * 1.07 + 2;
  const [held, moving] = [19.62 * 1.07 + 2, (19.62 + 37.7) * 1.07 + 2];
  it('standing, one axis, cutting', () => {
    expect(demand.volts).toBe(36);
    expect(watts('standing')).toBeCloseTo(4 * idle, 1);
    // The gantry adds more than X: both of its motors leave their reduced current.
    expect(watts('one-axis')).toBeCloseTo(2 * idle + moving + held, 1);
    expect(watts('cutting')).toBeCloseTo(2 * moving + 2 * held, 1);
    expect(watts('cutting')).toBeCloseTo(172.6, 0);
    expect(demand.states.cutting.terms.map((t) => t.name)).toEqual(['X', 'Y left', 'Y right', 'Z']);
  });
  it('three ways to a size: 16.8 A, 11.2 A, 4.8 A; with 30 % of it in reserve 6.85 A', () => {
    const s = sizingOf(demand);
    expect(s.phaseSumA).toBeCloseTo(16.8, 6);
    expect(s.twoThirdsA).toBeCloseTo(11.2, 6);
    expect(s.balanceA).toBeCloseTo(4.795, 2);
    expect(s.wantedA).toBeCloseTo(4.795 / 0.7, 2);
  });
  it('ranked: the smallest that is at ease first; what is too small last; its heat is 15/85 of what it gives', () => {
    const own = (amps: number): LibraryEntry => {
      const e = libraryEntry('supply-loam-36')!;
      if (e.data.class !== 'supply') throw new Error();
      return { ...e, key: `own-${amps}`, data: { ...e.data, outputCurrent: quantity(amps, 'A') } };
    };
    const ranked = rankedSupplies(demand, [...libraryOf('supply'), own(4), own(6), own(7)]);
    expect(ranked.map((r) => [r.entry.key, r.suffices])).toEqual([
      ['own-7', 'at-ease'],
      ['supply-loam-36', 'at-ease'],
      ['own-6', 'tight'],
      ['own-4', 'too-small'],
      ['supply-loam-36-4', 'too-small'],
    ]);
    expect(ranked[0]!.share).toBeCloseTo(4.79 / 7, 2);
    // 252 W.
    expect(ranked[0]!.price).toBe('middle');
    expect(ranked[0]!.lossW).toBeCloseTo((172.6 * 15) / 85, 0);
  });
});

it('what hangs beside the motors counts in every state; a part that is no supply has no states', () => {
  const figures = deriveFigures(design);
  const field = supplyDemand(figures, 'field-supply')!;
  expect(field.states.standing.watts).toBeGreaterThan(0);
  expect(field.states.standing.watts).toBeCloseTo(field.states.accelerating.watts, 9);
  expect(field.besideA * field.volts).toBeCloseTo(field.states.standing.watts, 9);
  expect(supplyDemand(figures, 'controller')).toBeUndefined();
  const real = supplyDemand(figures, 'motor-supply')!;
  expect(real.states.accelerating.watts).toBeGreaterThan(real.states.cutting.watts - 1e-9);
  expect(real.states.cutting.watts).toBeGreaterThan(real.states.standing.watts);
});
