import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { screw } from '../testing/screw';
import { wrongSettingsFor } from './ratios';
import { fitScale, positioning } from './statistics';

describe('scale by regression', () => {
  it('a hand-worked case: 0.2 % long, 0.06 mm lost on reversal', () => {
    const up = [50, 100, 150].map((c) => ({ commanded: c, measured: c * 1.002 - 0.03, direction: 1 as const }));
    const down = [100, 50, 0].map((c) => ({ commanded: c, measured: c * 1.002 + 0.03, direction: -1 as const }));
    const fit = fitScale([...up, ...down])!;
    expect(fit.slope).toBeCloseTo(1.002, 9);
    expect(fit.backlash).toBeCloseTo(0.06, 9);
    expect(fit.slopeSpread).toBeLessThan(1e-9);
  });
  it('the interval holds the truth about as often as it says', () => {
    let inside = 0;
    let seed = 7;
    const bell = () => {
      let sum = 0;
      for (let i = 0; i < 12; i++) sum += (seed = (seed * 16807) % 2147483647) / 2147483647;
      return sum - 6;
    };
    for (let n = 0; n < 400; n++) {
      const fit = fitScale(
        [40, 80, 120, 80, 40, 0].map((c, i) => ({
          commanded: c,
          measured: c * 1.001 + 0.02 * bell(),
          direction: i < 3 ? (1 as const) : (-1 as const),
        })),
      )!;
      if (Math.abs(fit.slope - 1.001) <= fit.slopeSpread) inside++;
    }
    expect(inside / 400).toBeGreaterThan(0.91);
    expect(inside / 400).toBeLessThan(0.99);
  });
  it('too little to tell anything is told as such', () => {
    const one = { commanded: 50, measured: 50, direction: 1 as const };
    expect(fitScale([one, one, one, one])).toBeUndefined();
    expect(fitScale([one, { ...one, commanded: 100, measured: 100 }])).toBeUndefined();
  });
});

describe('ratios of wrong settings', () => {
  it.each([
    [2.003, /half the pulses/],
    [0.5, /twice the pulses/],
    [25.39, /Inches are taken/],
    [1.6, /2 000 pulses.*3 200/],
    [1.0161, /inch pitch of 5.08/],
  ])('%d is named', (ratio, text) => {
    expect(wrongSettingsFor(ratio, 0.001, screw(5))[0]!.text).toMatch(text);
  });
  it('an honest error is not: nor is what lies near one by chance', () => {
    for (const ratio of [1, 1.002, 0.997, 1.012, 1.02]) expect(wrongSettingsFor(ratio, 0.0005, screw(5))).toEqual([]);
  });
  it('starts are asked for where a screw has several', () => {
    expect(
      wrongSettingsFor(4, 0.001, screw(2, 4))
        .map((w) => w.text)
        .join(),
    ).toMatch(/lead is 4 times the pitch/);
  });
});

describe('positioning after ISO 230-2', () => {
  it('a hand-worked table of two targets', () => {
    const p = positioning([
      { position: 0, up: [0.01, 0.012, 0.008, 0.01, 0.01], down: [0.03, 0.032, 0.028, 0.03, 0.03] },
      { position: 100, up: [0.02, 0.02, 0.02, 0.02, 0.02], down: [0.05, 0.05, 0.05, 0.05, 0.05] },
    ]);
    // s = √(8e-6 / 4) = 0.001414; B = 0.03; M = 0.035 − 0.02; R = 2s + 2s + 0.02 or 0.03; A = 0.05 − (0.01 − 2s)
    expect(p.reversal).toBeCloseTo(0.03, 9);
    expect(p.meanDeviation).toBeCloseTo(0.015, 9);
    expect(p.repeatabilityOneWay).toBeCloseTo(4 * 0.0014142, 6);
    expect(p.repeatability).toBeCloseTo(0.03, 9);
    expect(p.accuracy).toBeCloseTo(0.04 + 2 * 0.0014142, 6);
  });
  it('a shift of all readings changes nothing but where they lie', () => {
    const row = fc.array(fc.double({ min: -0.1, max: 0.1, noNaN: true }), { minLength: 5, maxLength: 5 });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(row, row), { minLength: 2, maxLength: 5 }),
        fc.double({ min: -1, max: 1, noNaN: true }),
        (rows, by) => {
          const at = (d: number) =>
            positioning(
              rows.map(([up, down], i) => ({ position: i, up: up.map((v) => v + d), down: down.map((v) => v + d) })),
            );
          const [a, b] = [at(0), at(by)];
          expect(b.accuracy).toBeCloseTo(a.accuracy, 6);
          expect(b.repeatability).toBeCloseTo(a.repeatability, 6);
          expect(a.accuracy).toBeGreaterThanOrEqual(a.reversal - 1e-9);
        },
      ),
    );
  });
});
