import type { Plate } from './plate';

/** Volts per hertz as a drive makes them: in proportion up to the base frequency, then no more. */
export interface VoltsPerHertz {
  volts: number;
  hz: number;
}

/** Voltage between two phases of the output at a frequency, V: no more than the mains that the drive is fed with. */
export const outputVolts = (set: VoltsPerHertz, mainsV: number, hz: number): number =>
  Math.min(set.volts * Math.min(1, hz / set.hz), mainsV);

/** Flux of the motor as a share of the one that its plate stands for: V/f against the plate’s V/f. */
export const fluxShare = (plate: Pick<Plate, 'volts' | 'hz'>, volts: number, hz: number): number =>
  volts / hz / (plate.volts / plate.hz);

/** Up to which frequency the mains suffices for full flux, Hz: f · V_mains/V_rated, and never above the rated one. */
export const fullFluxHz = (plate: Pick<Plate, 'volts' | 'hz'>, mainsV: number): number =>
  plate.hz * Math.min(1, mainsV / plate.volts);

/** The curve as a row of points, from 0 to the top. */
export function curveOf(set: VoltsPerHertz, mainsV: number, topHz: number): [hz: number, volts: number][] {
  const kinks = [0, set.hz * Math.min(1, mainsV / set.volts), set.hz, topHz];
  return [...new Set(kinks.filter((hz) => hz <= topHz))]
    .sort((a, b) => a - b)
    .map((hz) => [hz, outputVolts(set, mainsV, hz)]);
}

/** Above the plate’s flux by this share the motor saturates; slip and rounding lie below. */
const FLUX_TOLERANCE = 0.15;
/** How a drive’s volts per hertz stand to the plate’s, as a ratio. */
export const fluxStanding = (ratio: number): 'right' | 'too-much' | 'too-little' =>
  ratio > 1 + FLUX_TOLERANCE ? 'too-much' : ratio < 1 / (1 + 2 * FLUX_TOLERANCE) ? 'too-little' : 'right';
