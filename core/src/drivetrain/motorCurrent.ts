import type { DataOf } from '../machine/parts';
import { positive } from '../units/derived';
import { connect } from './windings';

type Motor = DataOf<'motor'>;

/**
 * Rated current of a motor's phase as it is connected, A; undefined where its sheet does not give it. A stepper's is direct
 * current in one phase, so an amplitude; six- and eight-lead sheets mean one half-coil (series × 0.707, parallel × 1.414).
 * A servo's is RMS.
 */
export function ratedAsConnectedA(data: Motor): number | undefined {
  const rated = positive(data.ratedCurrent, '');
  if (!rated.known) return undefined;
  return connect({ resistanceOhm: 1, inductanceMh: 1, ratedA: rated.value }, data.winding).ratedA;
}

/** Amplitude at which a servo gives its peak torque, A: √2 · I_rated · T_peak/T_rated. */
function servoPeakA(data: Motor, ratedA: number): number {
  const [peak, rated] = [positive(data.peakTorque, ''), positive(data.ratedTorque, '')];
  return Math.SQRT2 * ratedA * (peak.known && rated.known ? Math.max(1, peak.value / rated.value) : 1);
}

/** The amplitude to begin with, A: a stepper's rated current as connected, or what a servo needs for its peak torque. */
export function startingPeakA(data: Motor): number | undefined {
  const rated = ratedAsConnectedA(data);
  return rated === undefined || data.type !== 'servo' ? rated : servoPeakA(data, rated);
}

/** The largest amplitude that a motor withstands, A: RMS = rated for a stepper; the peak of its sheet for a servo. */
export function mostPeakA(data: Motor): number | undefined {
  const rated = ratedAsConnectedA(data);
  if (rated === undefined) return undefined;
  return data.type === 'servo' ? servoPeakA(data, rated) : rated * Math.SQRT2;
}

/**
 * Current that warms a motor's leads for long, A, at a drive set to `peakA`: a stepper holds its amplitude in a phase for as
 * long as it rests there; a servo may not carry more than its rated RMS current for long.
 */
export const lastingA = (data: Motor | undefined, peakA: number): number => {
  const rated = data?.type === 'servo' ? ratedAsConnectedA(data) : undefined;
  return rated === undefined ? peakA : Math.min(rated, peakA / Math.SQRT2);
};

/** Torque that a servo gives per ampere of amplitude, N·m/A; undefined where its sheet does not tell. */
export function servoNmPerPeakA(data: Motor): number | undefined {
  const [torque, amps] = [positive(data.ratedTorque, ''), ratedAsConnectedA(data)];
  return torque.known && amps ? torque.value / (Math.SQRT2 * amps) : undefined;
}
