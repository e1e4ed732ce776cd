import type { DataOf } from '../machine/parts';
import { baseValue } from '../units/quantity';

type SwitchTable = NonNullable<DataOf<'stepper-driver'>['switches']>;

/** The switches that are on for a number of steps per revolution; undefined where the table has no such line. */
export const stepsAsSwitched = (table: SwitchTable, stepsPerRevolution: number): readonly number[] | undefined =>
  table.steps.find((s) => s.stepsPerRevolution === stepsPerRevolution)?.on;

export interface CurrentLine {
  /** As the table prints it, A. */
  printedA: number;
  /** The peak that it means, A. */
  peakA: number;
  on: readonly number[];
}

/**
 * The table's line for a peak current: the largest that does not exceed it, else the smallest. A table of RMS figures means
 * √2 times as much at the peak.
 */
export function currentAsSwitched(
  table: SwitchTable,
  peakA: number,
  shown: DataOf<'stepper-driver'>['currentShown'],
): CurrentLine | undefined {
  const lines = table.currents
    .flatMap((c): CurrentLine[] => {
      if (!c.current) return [];
      const printedA = baseValue(c.current);
      return [{ printedA, peakA: shown === 'rms' ? printedA * Math.SQRT2 : printedA, on: c.on }];
    })
    .sort((a, b) => a.peakA - b.peakA);
  return lines.filter((l) => l.peakA <= peakA * 1.005).at(-1) ?? lines[0];
}

/** Reference voltage of a driver with a trimmer, V: factor · R_sense · I_peak; the factor is on its data sheet. */
export const referenceVoltage = (peakA: number, senseOhm: number, factor: number): number => peakA * senseOhm * factor;
