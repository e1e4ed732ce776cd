import type { WantedCut } from '../machine/parts';
import { figureOr } from '../units/derived';
import { baseValue, quantity } from '../units/quantity';
import type { ThreadLimits } from './threadLimits';
import { reversalTurns, threadSpeed } from './threads';
import { cutNeed } from './wantedCuts';

/** What a machine brings to a tap. */
export interface TapMachine extends ThreadLimits {
  /** From a speed of the spindle to rest, s; undefined while no ramp of it is known. */
  rampS: ((rpm: number) => number) | undefined;
  /** The control counts the spindle, so that an axis can follow it. */
  followed: boolean;
  /** By which the spindle falls behind under full torque, rpm, and that torque, N·m; both at the spindle. */
  lagRpm: number;
  fullNm: number;
}

/** What the scale of a speed command and its rounding leave at best, as a share: planning figure. */
const OFF_SCALE = 0.01;

export type Tap = Pick<
  WantedCut,
  'work' | 'material' | 'speed' | 'diameter' | 'pitch' | 'holder' | 'threadDepth' | 'reserve' | 'float' | 'backRatio'
>;

/** What a tap asks of its machine; lengths in mm. */
export interface TapNeed {
  /** Speed of the axis into the work and out of it, mm/s. */
  inMmS: number;
  outMmS: number;
  /** Turns of the spindle after it is reversed, and from the speed of the tap to rest, s. */
  runOnTurns: number;
  rampS: number;
  /** The axis stops while the tap turns on: way of the tap beyond that of the axis, v²/2a. */
  stopMm: number;
  /** By which axis and tap differ over the depth, since the spindle does not turn as fast as was commanded. */
  lagMm: number;
  /** That a holder has to give way; 0 in a chuck. */
  floatMm: number;
  /** By which the tap goes deeper than the axis was sent. */
  deeperMm: number;
  /** Acceleration that an axis needs to follow the spindle, mm/s²; 0 where it does not follow. */
  followMmS2: number;
}

/**
 * A tap in what holds it.
 *
 * In a chuck the axis follows the spindle: reversed at the depth it runs on for ½ · n/60 · t turns, and the axis with it.
 * A holder that gives way takes what the two differ by: v²/2a while the axis stops at full speed of the spindle, the run-on · pitch until the
 * spindle rests, and the lag over the depth: the share by which the spindle is slow.
 * In a reversing head the spindle turns on; drawn out by its float the head lets go, and turns the tap back as the axis returns, by its ratio
 * faster. Undefined while a figure is missing.
 */
export function tapNeed(tap: Tap, m: TapMachine): TapNeed | undefined {
  const { holder, pitch, speed } = tap;
  if (tap.work !== 'tap' || !holder || !pitch || !(baseValue(pitch) > 0) || !(baseValue(speed) > 0)) return undefined;
  const [p, rpm, depth] = [baseValue(pitch), baseValue(speed), figureOr(tap.threadDepth, 0)];
  const v = threadSpeed(p, rpm);
  // A reversing head never reverses the spindle; whatever else holds a tap waits for its ramp.
  if (!m.rampS && holder !== 'reversing') return undefined;
  const rampS = m.rampS?.(rpm) ?? 0;
  const stopMm = v ** 2 / (2 * m.acceleration);
  const runOnTurns = reversalTurns(rpm, rampS);
  const torque = cutNeed(tap)?.nm;
  const loaded = torque === undefined ? 1 : Math.min(1, torque / m.fullNm);
  const lagMm = depth * Math.min(1, OFF_SCALE + (m.lagRpm * loaded) / rpm);
  const none = {
    inMmS: v,
    outMmS: v,
    runOnTurns: 0,
    rampS,
    stopMm: 0,
    lagMm: 0,
    floatMm: 0,
    deeperMm: 0,
    followMmS2: 0,
  };
  switch (holder) {
    case 'rigid':
      return { ...none, runOnTurns, deeperMm: runOnTurns * p, followMmS2: rampS > 0 ? v / rampS : Infinity };
    case 'float': {
      const drawn = stopMm + runOnTurns * p;
      return { ...none, runOnTurns, stopMm, lagMm, floatMm: drawn + lagMm, deeperMm: drawn };
    }
    case 'reversing':
      return {
        ...none,
        outMmS: v * figureOr(tap.backRatio, 1),
        stopMm,
        lagMm,
        floatMm: stopMm,
        deeperMm: figureOr(tap.float, 0),
      };
  }
}

/** What does not go, the worst first. */
export type TapFault = 'unseen' | 'axis-speed' | 'axis-ramp' | 'counter' | 'float' | 'floor';
export function tapFaults(tap: Tap, m: TapMachine): TapFault[] {
  const need = tapNeed(tap, m);
  if (!need) return [];
  const rigid = tap.holder === 'rigid';
  const rpm = baseValue(tap.speed);
  const faults: [TapFault, boolean][] = [
    ['unseen', rigid && !m.followed],
    ['axis-speed', Math.max(need.inMmS, need.outMmS) > m.speed * NEAR],
    ['axis-ramp', need.followMmS2 > m.acceleration * NEAR],
    ['counter', rigid && rpm > m.counterRpm * NEAR],
    ['float', tap.float !== undefined && need.floatMm > baseValue(tap.float) * NEAR],
    ['floor', tap.reserve !== undefined && need.deeperMm > baseValue(tap.reserve) * NEAR],
  ];
  return faults.flatMap(([fault, there]) => (there ? [fault] : []));
}
const NEAR = 1 + 1e-9;

/** Speeds that are tried before the highest one is sought between two of them. */
const TRIED = 64;
/** Highest speed up to that of the tap at which nothing of this is amiss, whole rpm; undefined where no speed of the spindle cures it. */
export function fitSpeed(tap: Tap, m: TapMachine): number | undefined {
  const fits = (rpm: number) => !tapFaults({ ...tap, speed: quantity(rpm, 'rpm') }, m).length;
  const [least, most] = [Math.max(1, Math.ceil(m.slowest)), Math.floor(baseValue(tap.speed))];
  // The lag grows as the spindle slows down: what does not go at the least speed may go between it and that of the tap.
  const tried = Array.from({ length: TRIED + 1 }, (_, k) => Math.round(most - ((most - least) * k) / TRIED));
  const first = tried.findIndex(fits);
  if (least > most || first < 0) return undefined;
  if (first === 0) return most;
  let [low, high] = [tried[first]!, tried[first - 1]!];
  while (high - low > 1) {
    const mid = Math.floor((low + high) / 2);
    if (fits(mid)) low = mid;
    else high = mid;
  }
  return low;
}
