import { describe, expect, it } from 'vitest';
import { currentShareFor, motorRise } from './motorHeat';
import type { MotorCurve } from './motorCurve';

const stepper = (peakA: number): MotorCurve => ({
  kind: 'stepper',
  openLoop: true,
  circuit: { peakA, resistanceOhm: 0.5, inductanceH: 2e-3, ktNmPerA: 0.5, polePairs: 50, volts: 36 },
  motors: 1,
  windingOhm: 0.5,
  ratedA: 3,
});

describe('warmth of a motor', () => {
  it('a peak of √2 times the rated current makes the rated losses, a peak of the rated one half of them', () => {
    expect(motorRise(stepper(3 * Math.SQRT2), 1, 0).most).toBeCloseTo(90, 9);
    expect(motorRise(stepper(3), 1, 0).most).toBeCloseTo(50, 9);
    // Half the current at rest: a quarter of the heat, and a plate takes half of that.
    expect(motorRise(stepper(3), 0.5, 0).least).toBeCloseTo(5, 9);
  });
  it('a servo warms by what it gives; one that is loaded beyond its rating is not calculated beyond it', () => {
    const servo: MotorCurve = {
      kind: 'servo',
      openLoop: false,
      ratedNm: 2,
      peakNm: 6,
      ownPeakNm: 6,
      kneeRpm: 3000,
      topRpm: 5000,
    };
    expect(motorRise(servo, 0.5, 1)).toEqual({ least: 0, most: 30 });
    expect(motorRise(servo, 0.5, 20).most).toBeCloseTo(90, 9);
  });
  it('the share of the current that it is told makes just the warmth that was asked for', () => {
    const hot = motorRise(stepper(4.2), 1, 0);
    const share = currentShareFor(hot, 50);
    expect(motorRise(stepper(4.2 * share), 1, 0).most).toBeCloseTo(50, 9);
    expect(currentShareFor(motorRise(stepper(2), 1, 0), 50)).toBe(1);
  });
});
