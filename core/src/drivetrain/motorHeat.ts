import type { MotorCurve } from './motorCurve';

/**
 * Winding of insulation class B at rated load, K over the room (IEC 60034-1): a stepper's rated current, in both phases at
 * rest and with nothing to carry its heat away, is given for it.
 */
const RATED_RISE_K = 80;
/** A motor on a metal plate stays so much cooler than one that hangs in the air, as a share: a planning figure. */
const ON_A_PLATE = 0.5;
/** What iron and an encoder add while it turns, K: a planning figure. */
const IRON_K = 10;
/** Current at rest of a driver of which nothing is set, as a share. */
export const USUAL_IDLE = 0.5;

/** How warm a motor's case gets in the long run, K over the room. */
export interface MotorRise {
  /** On a plate, at rest all the time. */
  least: number;
  /** In the air, turning all the time. */
  most: number;
}

/**
 * From the losses, which grow with the square of the current, and a little for the iron. A stepper: I_peak² · R in both phases together against
 * 2 · I_rated² · R. A servo: the torque it gives against its rated one, `loadNm` at the most.
 * `idleShare`: current at rest against the current in motion.
 */
export function motorRise(curve: MotorCurve, idleShare: number, loadNm: number): MotorRise {
  const copper =
    curve.kind === 'stepper'
      ? (RATED_RISE_K * curve.circuit.peakA ** 2) / (2 * curve.ratedA ** 2)
      : RATED_RISE_K * Math.min(1, loadNm / curve.ratedNm) ** 2;
  return { least: curve.kind === 'stepper' ? copper * idleShare ** 2 * ON_A_PLATE : 0, most: copper + IRON_K };
}
/** The peak current at which a stepper that gets `most` warm turning stays within `within`, as a share of now. */
export const currentShareFor = ({ most }: MotorRise, within: number): number =>
  Math.min(1, Math.sqrt(Math.max(0, within - IRON_K) / (most - IRON_K)));
