import type { AxisFigures } from '../derivation/figureTypes';
import type { CurrentLine, CurrentOption, Trimmer } from '../drivetrain/driverSetup';
import { currentAsSwitched, currentOptions, stepsAsSwitched, trimmerOf } from '../drivetrain/driverSetup';
import { torqueAt } from '../drivetrain/motorCurve';
import { microstepTorqueShare } from '../drivetrain/scale';
import type { Drive } from '../machine/mechanics';
import type { DataOf, Part } from '../machine/parts';
import { isDriver, isPlugIn } from '../machine/parts';
import { baseValue } from '../units/quantity';

/** How one driver of an axis is to be set, from what is entered and what its motor wants. */
export interface DriverSheet {
  id: string;
  part: Part;
  data: DataOf<'stepper-driver'> | DataOf<'servo-drive'>;
  /** Peak current that is set, or that the motor wants, A. */
  peakA: number | undefined;
  /** The line of the switch table for that current. */
  line: CurrentLine | undefined;
  /** Switches that are on for its steps per revolution; undefined where the table has no such line. */
  stepsOn: readonly number[] | undefined;
  /** All switches that are on, and all that the table speaks of. */
  on: readonly number[];
  used: readonly number[];
  /** Voltage to set at the trimmer, V, and what it is made of. */
  trimmer: Trimmer | undefined;
  options: readonly CurrentOption[];
  /** What one micro-step yields before the motor moves. */
  microStep: { count: number; yieldNm: number } | undefined;
  /** It plugs into a board: the table is of jumpers under it. */
  pluggedIn: boolean;
  /** Where its direction is turned round; more than one place cancels another. */
  turnedBy: readonly ('a swapped phase' | 'the drive itself')[];
}

const turnedBy = (d: Drive): DriverSheet['turnedBy'] => [
  ...(d.invertedInWiring ? (['a swapped phase'] as const) : []),
  ...(d.invertedInDrive ? (['the drive itself'] as const) : []),
];

/** The drivers of an axis, each once: two motors may hang on one. */
export function driverSheets(a: AxisFigures, parts: Readonly<Record<string, Part>>): DriverSheet[] {
  const seen = new Set<string>();
  return a.axis.drives.flatMap((drive, i): DriverSheet[] => {
    const id = drive.driver;
    const part = id ? parts[id] : undefined;
    if (!id || !part || !isDriver(part.data) || seen.has(id)) return [];
    seen.add(id);
    const { data } = part;
    const torque = a.drives[i]?.torque;
    const curve = torque?.known && torque.value.motor.curve.kind === 'stepper' ? torque.value.motor.curve : undefined;
    const peakA = part.setup.peakCurrent ? baseValue(part.setup.peakCurrent) : curve?.circuit.peakA;
    const steps = part.setup.stepsPerRevolution;
    const micro = curve && steps ? steps / (curve.circuit.polePairs * 4) : undefined;
    const table = data.switches;
    const line = table && peakA !== undefined ? currentAsSwitched(table, peakA, data.currentShown) : undefined;
    const stepsOn = table && steps !== undefined ? stepsAsSwitched(table, steps) : undefined;
    return [
      {
        id,
        part,
        data,
        peakA,
        line,
        stepsOn,
        on: [...(line?.on ?? []), ...(stepsOn ?? [])],
        used: [...new Set([...(table?.currents ?? []), ...(table?.steps ?? [])].flatMap((c) => c.on))],
        trimmer: trimmerOf(part, peakA),
        options: curve ? currentOptions(curve.ratedA, data) : [],
        microStep:
          curve && micro ? { count: micro, yieldNm: torqueAt(curve, 0) * microstepTorqueShare(micro) } : undefined,
        pluggedIn: isPlugIn(part),
        turnedBy: turnedBy(drive),
      },
    ];
  });
}
