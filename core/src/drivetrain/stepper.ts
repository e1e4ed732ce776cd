import { COPPER_PER_K } from './constants';

/**
 * Two-phase hybrid stepper as a non-salient synchronous machine. Amplitudes are peak values of one phase; the load angle
 * is the best there is, so every torque here is a pull-out torque: what is left before synchronism is lost.
 */
export interface StepperCircuit {
  /** Pole pairs: 90° over the step angle, 50 for 1.8°. */
  polePairs: number;
  /** Torque of both phases over the peak current, N·m/A. */
  ktNmPerA: number;
  /** Of one phase with its cable, at working temperature. */
  resistanceOhm: number;
  inductanceH: number;
  /** Voltage amplitude that the driver gives, V. */
  volts: number;
  /** Peak current that the driver is set to, A. */
  peakA: number;
}

/** Pole pairs of a two-phase stepper from its step angle in degrees. */
export const polePairsOf = (stepAngleDeg: number): number => 90 / stepAngleDeg;

/** Kt = T_hold/(√2·I_rated): a data sheet's holding torque is with both phases at rated direct current. */
export const torqueConstantNmPerA = (holdingNm: number, ratedA: number): number => holdingNm / (Math.SQRT2 * ratedA);

/** R = R20·(1 + 0.00393·ΔT) + cable loop and bridge, Ω. */
export const warmResistanceOhm = (r20Ohm: number, riseK: number, loopOhm: number): number =>
  r20Ohm * (1 + COPPER_PER_K * riseK) + loopOhm;

/** The same winding figures as one of `n` like motors in series on one driver sees them: each has its share of the voltage. */
export const inSeries = (c: StepperCircuit, n: number): StepperCircuit => ({ ...c, volts: c.volts / n });

/** Square of a length in the plane: far from overflow, and many times as fast as the exact hypotenuse. */
const squared = (a: number, b: number): number => a * a + b * b;

const radPerS = (rpm: number): number => (rpm * 2 * Math.PI) / 60;

/**
 * Pull-out torque at a speed, N·m: the largest Kt·Iq with |I| ≤ I_pk and |E + (R + jX)(Iq + jId)| ≤ V, where E = Kt·ω
 * lies on the real axis and X = N·ω·L. Both limits are circles in the (Iq, Id) plane; the answer is the rightmost point
 * that lies in both: the current circle's own, the voltage circle's own, or their crossing with the larger Iq.
 */
export function pullOutTorqueNm(c: StepperCircuit, rpm: number): number {
  const omega = radPerS(Math.abs(rpm));
  const emf = c.ktNmPerA * omega;
  const r = c.resistanceOhm;
  const x = c.polePairs * omega * c.inductanceH;
  const z2 = r * r + x * x;
  if (!(c.volts > 0) || !(c.peakA > 0)) return 0;
  // Full current without field weakening.
  if (squared(emf + r * c.peakA, x * c.peakA) <= c.volts * c.volts) return c.ktNmPerA * c.peakA;
  const radius = c.volts / Math.sqrt(z2);
  const centreQ = (-emf * r) / z2;
  const centreD = (emf * x) / z2;
  const ownQ = centreQ + radius;
  if (ownQ <= 0) return 0;
  if (squared(ownQ, centreD) <= c.peakA * c.peakA) return c.ktNmPerA * ownQ;
  // Crossing of two circles: one around the origin, one around the centre found above.
  const d = Math.sqrt(squared(centreQ, centreD));
  if (d === 0 || d > c.peakA + radius || d < Math.abs(c.peakA - radius)) return 0;
  const along = (c.peakA * c.peakA - radius * radius + d * d) / (2 * d);
  const across = Math.sqrt(Math.max(0, c.peakA * c.peakA - along * along));
  const iq = (along * centreQ + across * Math.abs(centreD)) / d;
  return Math.max(0, c.ktNmPerA * iq);
}

/**
 * Corner speed in rpm: the highest at which full current still fits with Id = 0. Root of
 * (Kt·ω + R·I)² + (N·ω·L·I)² = V²; zero where the supply cannot even drive the current through the resistance.
 */
export function cornerRpm(c: StepperCircuit): number {
  const ri = c.resistanceOhm * c.peakA;
  const a = c.ktNmPerA ** 2 + (c.polePairs * c.inductanceH * c.peakA) ** 2;
  const b = 2 * c.ktNmPerA * ri;
  const rest = ri * ri - c.volts * c.volts;
  if (rest >= 0) return 0;
  const omega = (-b + Math.sqrt(b * b - 4 * a * rest)) / (2 * a);
  return (omega * 60) / (2 * Math.PI);
}

/** Natural frequency of the rotor in its field, Hz: √(N·T/J)/2π with the torque at the set current and the whole inertia. */
export const resonanceHz = (polePairs: number, torqueNm: number, inertiaKgm2: number): number =>
  Math.sqrt((polePairs * torqueNm) / inertiaKgm2) / (2 * Math.PI);

/** Speeds in rpm at which the full-step rate, and its second and fourth part, meet the resonance: 60f/200, /100, /50. */
export const resonanceRpm = (hz: number, polePairs: number): [number, number, number] => {
  const stepsPerRev = polePairs * 4;
  return [(60 * hz) / stepsPerRev, (120 * hz) / stepsPerRev, (240 * hz) / stepsPerRev];
};
