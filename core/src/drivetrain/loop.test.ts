import { expect, it } from 'vitest';
import type { Load } from './load';
import { requiredTorqueNm, steadyTorqueNm } from './load';
import { quantity } from '../units/quantity';
import {
  bestRatio,
  electronicGear,
  followingError,
  inertiaRatioOf,
  moveCycle,
  rmsTorqueNm,
  standingTorqueNm,
  stretchCycle,
} from './loop';
import { currentOptions, referenceVoltage, stepsAsSwitched } from './driverSetup';

const load: Load = {
  massKg: 12,
  tiltRad: 0,
  frictionCoefficient: 0.01,
  cuttingN: 60,
  counterbalanceN: 0,
  travelMm: 10,
  efficiency: 0.9,
  dragNm: 0.05,
  ratio: 1,
  ratioEfficiency: 1,
  motorInertiaKgm2: 3e-5,
  rotatingInertiaKgm2: 4e-5,
};

it('gearing is reduced to whole numbers, the lag is speed over gain', () => {
  expect(electronicGear(131072, 10000)).toEqual({ numerator: 8192, denominator: 625 });
  expect(electronicGear(4000, 4000)).toEqual({ numerator: 1, denominator: 1 });
  expect(followingError(120, 40)).toBe(3);
});
it('the best reduction makes load and rotor inertia alike', () => {
  expect(inertiaRatioOf({ ...load, ratio: bestRatio(load) })).toBeCloseTo(1, 9);
});
it('RMS torque lies between the steady torque and the peak, and a long pause brings it down', () => {
  const move = { distance: 200, speed: 100, acceleration: 800, pauseS: 0 };
  const cycle = moveCycle(load, move);
  expect(cycle.reduce((s, c) => s + c.seconds, 0)).toBeCloseTo(200 / 100 + 100 / 800, 9);
  const busy = rmsTorqueNm(cycle);
  expect(busy).toBeGreaterThan(steadyTorqueNm(load));
  expect(busy).toBeLessThan(requiredTorqueNm(load, 800));
  expect(rmsTorqueNm(moveCycle(load, { ...move, pauseS: 20 }))).toBeLessThan(busy / 2);
  expect(rmsTorqueNm([])).toBe(0);
  // A vertical axis works while it stands: 12 kg on a lead of 10 mm.
  const upright = { ...load, tiltRad: Math.PI / 2 };
  expect(standingTorqueNm(upright).toFixed(4)).toBe('0.1873');
  expect(standingTorqueNm({ ...upright, counterbalanceN: 200 })).toBe(0);
  expect(rmsTorqueNm(moveCycle(upright, { ...move, pauseS: 1e6 }))).toBeCloseTo(standingTorqueNm(upright), 3);
});
it('a program’s cycle weighs each move by its time, and standing counts as rest', () => {
  const fast = { distance: 100, speed: 100, standS: 0 };
  const alone = rmsTorqueNm(stretchCycle(load, [fast], 800));
  expect(rmsTorqueNm(stretchCycle(load, [fast, fast], 800))).toBeCloseTo(alone, 12);
  expect(rmsTorqueNm(stretchCycle(load, [fast, { distance: 0, speed: 0, standS: 30 }], 800))).toBeLessThan(alone / 3);
});
it('of the schools for the current none is above what driver and motor bear', () => {
  const amps = (max: number) =>
    currentOptions(4, { currentMax: quantity(max, 'A') }).map((s) => Number(s.amps.toFixed(2)));
  expect(amps(7.2)).toEqual([2.8, 4, 5.66]);
  expect(amps(4.2)).toEqual([2.8, 4, 4.2]);
  expect(amps(3.1)).toEqual([2.8, 3.1]);
});
it('the switch table gives positions for the setting, and nothing where the setting is not in it', () => {
  const table = {
    count: 4,
    currents: [],
    steps: [
      { stepsPerRevolution: 800, on: [3] },
      { stepsPerRevolution: 1600, on: [3, 4] },
    ],
  };
  expect(stepsAsSwitched(table, 1600)).toEqual([3, 4]);
  expect(stepsAsSwitched(table, 3200)).toBeUndefined();
});
it('reference voltage: factor · sense resistance · peak current', () => {
  expect(referenceVoltage(1.2, 0.1, 8)).toBeCloseTo(0.96, 12);
});
