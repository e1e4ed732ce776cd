import { describe, expect, it } from 'vitest';
import { quantity } from '../units/quantity';
import type { MotorOutput } from './output';
import { againstStages, bestStage, cutNeed } from './wantedCuts';

/** 2 N·m at every speed up to 3000 rpm, cooled from 500 rpm on. */
const motor: MotorOutput = { topRpm: 3000, leastRpm: 500, torqueAt: () => 2, ratedNm: 2, weakFromRpm: 3000 };

describe('a cut against the stages of a spindle, by hand', () => {
  it('turning steel: 2 mm deep, 0.1 mm a revolution, ⌀40 at 600 rpm', () => {
    // 2000 · 2 · 0.1 = 400 N at π · 40 · 600 / 60 000 = 1.2566 m/s: 502.7 W, and 400 N · 20 mm = 8 N·m
    const need = cutNeed({
      work: 'turn',
      material: 'steel',
      speed: quantity(600, 'rpm'),
      diameter: quantity(40, 'mm'),
      depth: quantity(2, 'mm'),
      pitch: quantity(0.1, 'mm'),
    })!;
    expect(need.watts).toBeCloseTo(502.65, 1);
    expect(need.nm).toBeCloseTo(8, 6);
    const [high, low] = againstStages(need, motor, [
      { name: 'high', ratio: 1 },
      { name: 'low', ratio: 0.2 },
    ]);
    // 0.8 · 2 = 1.6 N·m directly; five times as much behind 5 : 1, with the motor at 3000 rpm.
    expect(high).toMatchObject({ reached: true, share: expect.closeTo(5, 6), slow: false });
    expect(low).toMatchObject({ reached: true, share: expect.closeTo(1, 6), slow: false });
    expect(bestStage([high!, low!])).toBe(low);
  });
  it('faster than the motor turns behind a stage, it is not reached; slowly, it is not cooled', () => {
    const at = (rpm: number) => againstStages({ watts: 1, nm: 0.01, rpm }, motor, [{ name: 'low', ratio: 0.2 }])[0]!;
    expect(at(601)).toMatchObject({ reached: false, share: Infinity });
    expect(at(99)).toMatchObject({ reached: true, slow: true });
  });
  it('asks for nothing while a figure of its kind is missing', () => {
    expect(cutNeed({ work: 'tap', material: 'brass', speed: quantity(300, 'rpm'), diameter: quantity(6, 'mm') })).toBe(
      undefined,
    );
  });
});
