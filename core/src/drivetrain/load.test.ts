import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Load } from './load';
import { GRAVITY } from './constants';
import {
  backDrivenNm,
  brakingEnergyJ,
  holdingFriction,
  inertiaKgm2,
  liftedBusV,
  requiredTorqueNm,
  trapezoidalEfficiency,
  worseSideKg,
} from './load';
import { WHIRL_SHARE, bucklingN, screwInertiaKgm2, whirlRpm } from './screwLimits';
import { rpmForTorque } from './motorCurve';

const load: Load = {
  massKg: 9.4,
  tiltRad: 0,
  frictionCoefficient: 0.008,
  cuttingN: 45,
  counterbalanceN: 0,
  travelMm: 8,
  efficiency: 0.9,
  dragNm: 0.07,
  ratio: 1,
  ratioEfficiency: 1,
  motorInertiaKgm2: 6.8e-5,
  rotatingInertiaKgm2: screwInertiaKgm2(15, 690),
};

describe('load, against the worked figures', () => {
  it('inertia of the screw and of the whole', () => {
    expect(load.rotatingInertiaKgm2.toExponential(4)).toBe('2.6921e-5');
    expect(inertiaKgm2(load).toExponential(4)).toBe('1.1185e-4');
  });
  it.each([
    [0, '0.1347'],
    [250, '0.1567'],
    [500, '0.1786'],
    [1000, '0.2226'],
    [2000, '0.3104'],
  ])('torque at %d mm/s²', (a, torque) => expect(requiredTorqueNm(load, a).toFixed(4)).toBe(torque));
  it('speed that torque alone would allow, factor 2, 500 mm/s²', () => {
    const needed = 2 * requiredTorqueNm(load, 500);
    const speeds = [28, 42, 60].map((volts) => {
      const circuit = {
        polePairs: 50,
        ktNmPerA: 2.3 / (Math.SQRT2 * 4),
        resistanceOhm: 0.72,
        inductanceH: 0.0029,
        volts,
        peakA: 5.2,
      };
      const rpm = rpmForTorque(
        { kind: 'stepper', openLoop: true, circuit, motors: 1, ratedA: 4, windingOhm: 1 },
        needed,
      );
      return ((rpm / 60) * 8).toFixed(1);
    });
    expect(speeds).toEqual(['259.6', '399.5', '579.4']);
  });
  it('back-driving: falls, or is held by drag alone', () => {
    expect((backDrivenNm(7.1 * GRAVITY, 8, 0.9) - 0.03).toFixed(4)).toBe('0.0488');
    expect((backDrivenNm(7.1 * GRAVITY, 4, 0.9) - 0.06).toFixed(4)).toBe('-0.0206');
  });
  it('trapezoidal screws: one holds until its friction drops, one falls', () => {
    expect(trapezoidalEfficiency(8.75, 2.5, 0.16).toFixed(4)).toBe('0.3491');
    expect(holdingFriction(8.75, 2.5).toFixed(3)).toBe('0.088');
    expect(trapezoidalEfficiency(10, 16, 0.11).toFixed(4)).toBe('0.7699');
  });
  it('whirl and buckling of a screw', () => {
    const whirl = whirlRpm(12.4, 690, 'fixed-supported');
    expect(Math.round(whirl)).toBe(4911);
    expect(Math.round(whirl * WHIRL_SHARE)).toBe(3929);
    expect(Math.round(bucklingN(12.4, 690, 'fixed-supported'))).toBe(10139);
  });
  it('a braking axis lifts the bus', () => expect(liftedBusV(42, 2.1235, 2200e-6).toFixed(1)).toBe('60.8'));
});

it('a ratio divides the torque of the load and leaves that of the rotor alone; the worse side never carries less than half', () => {
  fc.assert(
    fc.property(fc.double({ min: 1, max: 20, noNaN: true }), fc.double({ min: 0, max: 0.5, noNaN: true }), (r, x) => {
      const geared = { ...load, ratio: r };
      expect(requiredTorqueNm(geared, 0)).toBeCloseTo(requiredTorqueNm(load, 0) / r, 12);
      expect(inertiaKgm2(geared) - load.motorInertiaKgm2).toBeCloseTo(
        (inertiaKgm2(load) - load.motorInertiaKgm2) / r ** 2,
        12,
      );
      expect(worseSideKg(10, 6, x)).toBeGreaterThanOrEqual(8);
    }),
  );
});

it('what a braking axis gives back: the efficiency multiplies what the load holds', () => {
  // ½ · 100² · (1e-4 + (4e-5 + 10·(0.01/2π)²·0.8)·0.9/2²): arm² = 2.533e-6, load = 4e-5 + 2.0264e-5 = 6.0264e-5
  const l: Load = {
    massKg: 10,
    tiltRad: 0,
    frictionCoefficient: 0,
    cuttingN: 0,
    counterbalanceN: 0,
    travelMm: 10,
    efficiency: 0.8,
    dragNm: 0,
    ratio: 2,
    ratioEfficiency: 0.9,
    motorInertiaKgm2: 1e-4,
    rotatingInertiaKgm2: 4e-5,
  };
  expect(brakingEnergyJ(l, 100)).toBeCloseTo(0.5 * 1e4 * (1e-4 + (6.0264e-5 * 0.9) / 4), 6);
  // Never more than the lossless sum, whatever the efficiency.
  expect(brakingEnergyJ(l, 100)).toBeLessThan(brakingEnergyJ({ ...l, efficiency: 1, ratioEfficiency: 1 }, 100));
});
