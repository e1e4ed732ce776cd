import type { JournalEntry } from '../machine/file';
import { withdrawnIn } from '../machine/journal';
import { baseValue } from '../units/quantity';

/** A speed that was asked for, and the one that a contactless meter showed, rpm. */
export interface SpeedReading {
  commanded: number;
  measured: number;
}
/** Readings laid to a straight line: measured = scale · commanded + offset. */
export interface Calibration {
  scale: number;
  offsetRpm: number;
  /** Largest distance of a reading from the line, rpm. */
  strayRpm: number;
  /** By which the measured speed lies below the commanded one at the top reading, as a share. */
  lag: number;
}
/** Fewer different speeds tell nothing of a scale and an offset. */
export const LEAST_READINGS = 3;

/** Least squares over readings at three speeds or more; undefined for fewer. */
export function calibrated(readings: readonly SpeedReading[]): Calibration | undefined {
  if (new Set(readings.map((r) => r.commanded)).size < LEAST_READINGS) return undefined;
  const n = readings.length;
  const mean = (of: (r: SpeedReading) => number) => readings.reduce((sum, r) => sum + of(r), 0) / n;
  const [mx, my] = [mean((r) => r.commanded), mean((r) => r.measured)];
  const scale =
    readings.reduce((sum, r) => sum + (r.commanded - mx) * (r.measured - my), 0) /
    readings.reduce((sum, r) => sum + (r.commanded - mx) ** 2, 0);
  const offsetRpm = my - scale * mx;
  const top = readings.reduce((a, b) => (b.commanded > a.commanded ? b : a));
  return {
    scale,
    offsetRpm,
    strayRpm: Math.max(...readings.map((r) => Math.abs(r.measured - scale * r.commanded - offsetRpm))),
    lag: 1 - top.measured / top.commanded,
  };
}

/** What a calibration asks for. */
export type CalibrationVerdict =
  /** Slip and no more: nothing to change. */
  | 'slip'
  /** The scale is off: the speed at 10 V, in the control or in the drive. */
  | 'scale'
  /** It is off by the same at every speed: an offset of the analogue input. */
  | 'offset'
  /** The readings do not lie on a line. */
  | 'not-straight';

/** Off by less than this share of the top speed nobody notices. */
const NEAR = 0.02;
/** Judges a calibration: `slip` is what the motor falls behind at most, `topRpm` its highest speed. */
export function verdictOf(c: Calibration, slip: number, topRpm: number): CalibrationVerdict {
  if (c.strayRpm > NEAR * topRpm) return 'not-straight';
  if (Math.abs(c.offsetRpm) > NEAR * topRpm) return 'offset';
  if (c.scale > 1 + NEAR || c.scale < 1 - slip - NEAR) return 'scale';
  return 'slip';
}

/** Readings of a spindle’s speed in the logbook that were not withdrawn, with the entries that they are from. */
export function speedReadings(journal: readonly JournalEntry[], part: string): (SpeedReading & { entry: string })[] {
  const withdrawn = withdrawnIn(journal);
  return journal.flatMap((e) =>
    e.kind === 'speed-check' && e.part === part && !withdrawn.has(e.id)
      ? [{ commanded: baseValue(e.commanded), measured: baseValue(e.measured), entry: e.id }]
      : [],
  );
}
