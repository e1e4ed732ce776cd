import { describe, expect, it } from 'vitest';
import { quantity } from '../units/quantity';
import { fitSpeed, tapFaults, tapNeed, type Tap, type TapMachine } from './tapping';
import { threadBound } from './threadLimits';

/** 2 s from 3000 rpm to rest, 80 rpm behind under 10 N·m; its axis: 50 mm/s, 400 mm/s². */
const mill: TapMachine = {
  axisId: 'z',
  letter: 'Z',
  speed: 50,
  acceleration: 400,
  counterRpm: Infinity,
  pollS: 0,
  slowest: 60,
  fastest: 3000,
  rampS: (rpm) => (2 * rpm) / 3000,
  followed: true,
  lagRpm: 80,
  fullNm: 10,
};
/** M10 × 1.5, 20 mm deep, at 600 rpm: 15 mm/s; 0.4 s to rest. */
const m10: Tap = {
  work: 'tap',
  material: 'steel',
  speed: quantity(600, 'rpm'),
  diameter: quantity(10, 'mm'),
  pitch: quantity(1.5, 'mm'),
  threadDepth: quantity(20, 'mm'),
};

describe('a tap in what holds it, by hand', () => {
  it('in a chuck it runs on for half the mean turns, and the axis has to slow down with the spindle', () => {
    // ½ · 10 turns/s · 0.4 s = 2 turns = 3 mm; 15 mm/s in 0.4 s = 37.5 mm/s²
    const tap: Tap = { ...m10, holder: 'rigid', reserve: quantity(3, 'mm') };
    expect(tapNeed(tap, mill)).toMatchObject({ runOnTurns: 2, deeperMm: 3, followMmS2: 37.5, floatMm: 0 });
    expect(tapFaults(tap, mill)).toEqual([]);
    expect(tapFaults({ ...tap, reserve: quantity(2.9, 'mm') }, mill)).toEqual(['floor']);
    expect(tapFaults(tap, { ...mill, followed: false })).toEqual(['unseen']);
    expect(tapFaults(tap, { ...mill, acceleration: 37 })).toEqual(['axis-ramp']);
    // The run-on goes with the square of the speed: a floor at 2 mm allows √(2/3) · 600 = 489.9 rpm.
    expect(fitSpeed({ ...tap, reserve: quantity(2, 'mm') }, mill)).toBe(489);
  });
  it('a holder gives way by stop, run-on and lag', () => {
    // 15²/(2 · 400) = 0.28125 and 3 mm; 2000 · 1.5² · 10/8000 = 5.625 N·m: 45 of 600 rpm behind, 7.5 % and 1 %: 1.7 mm of 20
    const tap: Tap = { ...m10, holder: 'float', float: quantity(4.99, 'mm') };
    expect(tapNeed(tap, mill)).toMatchObject({
      stopMm: 0.28125,
      lagMm: expect.closeTo(1.7, 9),
      floatMm: expect.closeTo(4.98125, 9),
      deeperMm: expect.closeTo(3.28125, 9),
    });
    expect(tapFaults(tap, mill)).toEqual([]);
    expect(tapFaults({ ...tap, float: quantity(4.97, 'mm') }, mill)).toEqual(['float']);
    const rpm = fitSpeed({ ...tap, float: quantity(4, 'mm') }, mill)!;
    expect(tapFaults({ ...tap, float: quantity(4, 'mm'), speed: quantity(rpm, 'rpm') }, mill)).toEqual([]);
    expect(tapFaults({ ...tap, float: quantity(4, 'mm'), speed: quantity(rpm + 1, 'rpm') }, mill)).toEqual(['float']);
    // Slow as can be it lags by 45 of 60 rpm: 1 mm is never enough.
    expect(fitSpeed({ ...tap, float: quantity(1, 'mm') }, mill)).toBe(undefined);
  });
  it('a reversing head runs out by its ratio faster, and lets go once drawn out', () => {
    const tap: Tap = { ...m10, holder: 'reversing', backRatio: quantity(1.75, '1'), float: quantity(5, 'mm') };
    expect(tapNeed(tap, mill)).toMatchObject({ inMmS: 15, outMmS: 26.25, deeperMm: 5, runOnTurns: 0 });
    expect(tapFaults(tap, mill)).toEqual([]);
    expect(tapFaults(tap, { ...mill, speed: 26 })).toEqual(['axis-speed']);
    // 26/26.25 · 600 = 594.3
    expect(fitSpeed(tap, { ...mill, speed: 26 })).toBe(594);
  });
  it('a reversing head asks for no ramp of the spindle, which a relay may switch; the others do', () => {
    const switched: TapMachine = { ...mill, rampS: undefined };
    expect(tapNeed({ ...m10, holder: 'reversing' }, switched)).toMatchObject({ inMmS: 15, stopMm: 0.28125 });
    expect(tapNeed({ ...m10, holder: 'rigid' }, switched)).toBe(undefined);
    expect(tapNeed({ ...m10, holder: 'float' }, switched)).toBe(undefined);
  });
  it('asks for nothing while nobody says what holds it', () => {
    expect(tapNeed(m10, mill)).toBe(undefined);
    expect(tapFaults(m10, mill)).toEqual([]);
  });
});

it('a turned thread is bounded by its axis, its run-in with the wait, its counter, or the spindle', () => {
  // 2.5 mm: 50 mm/s are 1200 rpm. 0.78125 mm are 25 mm/s, 600 rpm; with a wait of 10 ms 0.78125 + 0.25 mm.
  expect(threadBound(mill, 2.5)).toEqual({ by: 'axis', rpm: 1200 });
  expect(threadBound(mill, 2.5, 0.78125)).toEqual({ by: 'run-in', rpm: expect.closeTo(600, 9) });
  expect(threadBound({ ...mill, pollS: 0.01 }, 2.5, 1.03125)).toEqual({ by: 'run-in', rpm: expect.closeTo(600, 9) });
  expect(threadBound({ ...mill, counterRpm: 500 }, 2.5)).toEqual({ by: 'counter', rpm: 500 });
  expect(threadBound(mill, 0.5)).toEqual({ by: 'spindle', rpm: 3000 });
});
