import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Transmission } from '../../machine/mechanics';
import { quantity } from '../../units/quantity';
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
  /** Travel of one pulse, from the mechanics alone: lead over pulses for a turn; a step angle goes by full steps. */
  const pulse = (m: { pitch?: number; starts?: number; pulses?: number; angle?: number; reduction?: number }): number =>
    ((m.pitch ?? 5) * (m.starts ?? 1)) / ((m.reduction ?? 1) * (m.pulses ?? 1600) * (1.8 / (m.angle ?? 1.8)));
  it.each<[string, Parameters<typeof pulse>[0], Parameters<typeof pulse>[0], RegExp]>([
    // what is there, what the file has
    ['a drive at half the pulses', { pulses: 800 }, { pulses: 1600 }, /half the pulses/],
    ['a drive at twice the pulses', { pulses: 3200 }, { pulses: 1600 }, /twice the pulses/],
    ['a motor of 1.8° entered as 0.9°', { angle: 1.8 }, { angle: 0.9 }, /makes 1\.8° a step where 0\.9° is entered/],
    ['a motor of 0.9° entered as 1.8°', { angle: 0.9 }, { angle: 1.8 }, /makes 0\.9° a step where 1\.8° is entered/],
    ['binary against decimal', { pulses: 2000 }, { pulses: 3200 }, /2 000 pulses.*3 200/],
    ['an inch pitch', { pitch: 5.08 }, { pitch: 5 }, /inch pitch of 5\.08/],
    [
      'four starts entered as one',
      { pitch: 2, starts: 4 },
      { pitch: 2, starts: 1 },
      /has 4 starts where one is entered/,
    ],
    [
      'one start entered as four',
      { pitch: 2, starts: 1 },
      { pitch: 2, starts: 4 },
      /has one start where 4 are entered/,
    ],
    [
      'three starts entered as two',
      { pitch: 2, starts: 3 },
      { pitch: 2, starts: 2 },
      /has 3 starts where 2 are entered/,
    ],
    ['the lead entered as pitch', { pitch: 2, starts: 4 }, { pitch: 8, starts: 4 }, /lead was entered as the pitch/],
    ['a reduction upside down', { reduction: 0.4 }, { reduction: 2.5 }, /entered upside down: 2\.5 where it is 0\.4/],
    ['no reduction where one is entered', {}, { reduction: 2.5 }, /motor drives without one/],
  ])('%s is named', (_what, there, file, text) => {
    const t: Transmission = {
      ...screw(file.pitch ?? 5, file.starts ?? 1),
      ...(file.reduction ? { ratio: quantity(file.reduction, '1') } : {}),
    };
    const named = wrongSettingsFor(pulse(there) / pulse(file), 0.001, t).map((w) => w.text);
    expect(named.join('\n')).toMatch(text);
  });
  it('an inch setting, and a lathe’s radius for its diameter', () => {
    expect(wrongSettingsFor(25.39, 0.001, screw(5))[0]!.text).toMatch(/as inches/);
    // 10 mm commanded as a diameter; the control moves the slide by 10, so the diameter by 20.
    expect(
      wrongSettingsFor(20 / 10, 0.001, screw(5), true)
        .map((w) => w.text)
        .join(),
    ).toMatch(/takes X as a radius where it is a diameter/);
  });
  it('an honest error is not: nor is what lies near one by chance', () => {
    for (const ratio of [1, 1.002, 0.997, 1.012, 1.02]) expect(wrongSettingsFor(ratio, 0.0005, screw(5))).toEqual([]);
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
