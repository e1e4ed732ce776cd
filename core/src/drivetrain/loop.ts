import type { Load } from './load';
import { GRAVITY } from './constants';
import { inertiaKgm2, motorAlpha, steadyTorqueNm } from './load';

/** Load over rotor inertia up to which a closed loop is at ease, and beyond which it is hard to tune. */
export const INERTIA_AT_EASE = 5;
export const INERTIA_MOST = 10;

/** Load inertia over rotor inertia, both at the motor shaft. */
export const inertiaRatioOf = (l: Load): number => inertiaKgm2(l) / l.motorInertiaKgm2 - 1;

/** How far a proportional position loop lags at constant speed: v/Kv. Speed per second and loop gain in 1/s. */
export const followingError = (speed: number, gainPerS: number): number => speed / gainPerS;

/** Ratio of a reduction that gives the load the most acceleration for a motor's torque: √(J_load/J_motor), at r = 1. */
export function bestRatio(l: Load): number {
  const direct = { ...l, ratio: 1, ratioEfficiency: 1 };
  return Math.sqrt((inertiaKgm2(direct) - l.motorInertiaKgm2) / l.motorInertiaKgm2);
}

/**
 * Electronic gearing of a drive: encoder counts of one motor revolution over the command pulses for it, reduced.
 * Both must be whole numbers above zero.
 */
export function electronicGear(countsPerRev: number, pulsesPerRev: number): { numerator: number; denominator: number } {
  const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
  const g = gcd(Math.round(countsPerRev), Math.round(pulsesPerRev));
  return { numerator: Math.round(countsPerRev) / g, denominator: Math.round(pulsesPerRev) / g };
}

/** One stretch of a working cycle. */
export interface CycleStretch {
  torqueNm: number;
  seconds: number;
}

/**
 * Torque that the motor gives to hold a tilted load at rest, N·m: the weight along the travel less the counterbalance, on
 * the lever travel/2π. Friction would help; it is not counted on.
 */
export function standingTorqueNm(l: Load): number {
  const lift = Math.max(0, l.massKg * GRAVITY * Math.sin(l.tiltRad) - l.counterbalanceN);
  return (lift * (l.travelMm / 1000)) / (2 * Math.PI * l.ratio);
}

/** Root mean square of the torque over a cycle, N·m: √(ΣT²·t/Σt). Zero for an empty cycle. */
export function rmsTorqueNm(cycle: readonly CycleStretch[]): number {
  const time = cycle.reduce((s, c) => s + c.seconds, 0);
  return time > 0 ? Math.sqrt(cycle.reduce((s, c) => s + c.torqueNm ** 2 * c.seconds, 0) / time) : 0;
}

/** A cycle of several moves of one axis, each from rest to rest, with the times it stands between them. */
export const stretchCycle = (
  l: Load,
  stretches: readonly { distance: number; speed: number; standS: number }[],
  acceleration: number,
): CycleStretch[] =>
  stretches.flatMap((s) =>
    s.distance > 0 && s.speed > 0
      ? moveCycle(l, { distance: s.distance, speed: s.speed, acceleration, pauseS: s.standS })
      : [{ torqueNm: standingTorqueNm(l), seconds: s.standS }],
  );

/**
 * A cycle of moves out and back over `distance` with a pause at each end: speeding up, running, slowing down, standing.
 * Units of the axis and seconds.
 */
export function moveCycle(
  l: Load,
  move: { distance: number; speed: number; acceleration: number; pauseS: number },
): CycleStretch[] {
  const peak = Math.min(move.speed, Math.sqrt(move.acceleration * move.distance));
  const ramp = peak / move.acceleration;
  const cruise = Math.max(0, (move.distance - peak * ramp) / peak);
  const steady = steadyTorqueNm(l);
  const accelerating = inertiaKgm2(l) * motorAlpha(l, move.acceleration);
  return [
    { torqueNm: steady + accelerating, seconds: ramp },
    { torqueNm: steady, seconds: cruise },
    { torqueNm: steady - accelerating, seconds: ramp },
    { torqueNm: standingTorqueNm(l), seconds: move.pauseS },
  ];
}
