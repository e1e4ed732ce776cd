import { isDriver, type DataOf, type Part } from '../machine/parts';
import { positive } from '../units/derived';
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

/** Voltage to set at a trimmer, V, and what it is made of. */
export interface Trimmer {
  volts: number;
  factor: number;
  senseOhm: number;
  peakA: number;
}
/** What the trimmer of a driver is set to for a peak current, as it is set where none is given; undefined without such a trimmer. */
export function trimmerOf(
  { data, setup }: Part,
  peakA = setup.peakCurrent && baseValue(setup.peakCurrent),
): Trimmer | undefined {
  if (!isDriver(data) || peakA === undefined) return undefined;
  const [sense, factor] = [positive(data.senseResistance, ''), positive(data.referenceFactor, '')];
  if (!sense.known || !factor.known) return undefined;
  return {
    volts: referenceVoltage(peakA, sense.value, factor.value),
    factor: factor.value,
    senseOhm: sense.value,
    peakA,
  };
}

/** A way to choose the current, with the reason that its followers give. Amperes at the peak. */
export interface CurrentOption {
  title: string;
  amps: number;
  why: string;
}

/** The options for setting a stepper's current, for a motor rated `ratedA` on this driver; none above what the driver gives. */
export function currentOptions(ratedA: number, data: Pick<DataOf<'stepper-driver'>, 'currentMax'>): CurrentOption[] {
  const limit = positive(data.currentMax, '');
  const most = limit.known ? limit.value : Infinity;
  const options: CurrentOption[] = [
    { title: '70 % of rated', amps: ratedA * 0.7, why: 'Cool and quiet; a third of the torque is lost.' },
    { title: 'peak = rated', amps: ratedA, why: 'The cautious beginning: raise it after a temperature check.' },
    {
      title: 'RMS = rated',
      amps: ratedA * Math.SQRT2,
      why: 'The most the motor withstands in motion; it gets hot, so let it idle lower.',
    },
    ...(limit.known
      ? [{ title: 'the driver’s maximum', amps: most, why: 'Only where the motor is rated for it.' }]
      : []),
  ];
  return options.filter((s) => s.amps <= most * 1.001 && s.amps <= ratedA * Math.SQRT2 * 1.001);
}
