import { driveSupply } from '../distribution/supplies';
import { distributionOf } from '../distribution/tree';
import type { DriveFigures } from '../drivetrain/speed';
import type { Design } from '../machine/design';
import { positive } from '../units/derived';
import { busMotors, drivesByAxis, fieldDemand, spindleOnBusW, type BusMotor, type MotorDemand } from './budget';

/** What the machine does, as far as its supplies feel it; from the least to the most, as a rule. */
export const powerStates = ['standing', 'one-axis', 'cutting', 'accelerating', 'spindle-start'] as const;
export type PowerState = (typeof powerStates)[number];

/** A spindle that starts takes so much more than its rated power, unless its drive limits it: a planning figure. */
const SPINDLE_START = 1.5;

export type ReadPower = { design: Design; axes: readonly { id: string; drives: readonly DriveFigures[] }[] };

/** One load of a supply in a state. */
export interface Term {
  /** The part that takes it: the driver of a motor, the spindle drive, a coil, a lamp. */
  part: string;
  /** What it is called: `X`, `Y left`, or a designation. */
  name: string;
  watts: number;
}
export interface StateDemand {
  state: PowerState;
  watts: number;
  terms: readonly Term[];
}

/** A motor of a supply whose demand is known, by its name. */
type Counted = BusMotor & { name: string; demand: MotorDemand };
/** The motors that live on a supply, and those that nobody can count since figures are missing. */
function motorsOn({ design, axes }: ReadPower, supply: string): { motors: Counted[]; unknown: string[] } {
  const motors: Counted[] = [];
  const unknown: string[] = [];
  for (const m of busMotors(design, drivesByAxis(design, axes))) {
    if (driveSupply(design, m.driver)?.id !== supply) continue;
    const { letter, drives } = design.axes[m.axis]!;
    const name = drives.length > 1 ? `${letter} ${drives[m.index]!.side}` : letter;
    if (m.demand) motors.push({ ...m, name, demand: m.demand });
    else unknown.push(name);
  }
  return { motors, unknown };
}

/** What a supply gives in each state, term by term. */
export interface SupplyDemand {
  volts: number;
  /** Its rating, A. */
  ratedA: number;
  states: Readonly<Record<PowerState, StateDemand>>;
  /** Motors that are not counted, since figures are missing. */
  unknown: readonly string[];
  /** Sum of the set phase currents of its motors, A: no supply ever gives that, and a rule of thumb starts from it. */
  phaseCurrentsA: number;
  /** What hangs on it besides motors and spindle, A: the same in every state. */
  besideA: number;
}

/**
 * The demand of a supply by state. Watts are added, never phase currents. Standing: each motor with its reduced current. One
 * axis: the one that adds most moves. Cutting: all of them move against friction, weight and cut, the spindle runs.
 * Accelerating: all at once, for moments. The spindle starts: everything else stands. Undefined for a part that is no supply,
 * or whose sheet does not tell.
 */
export function supplyDemand(read: ReadPower, supply: string): SupplyDemand | undefined {
  const { design } = read;
  const part = design.parts[supply];
  if (part?.data.class !== 'supply') return undefined;
  const [volts, rated] = [positive(part.data.outputVoltage, ''), positive(part.data.outputCurrent, '')];
  if (!volts.known || !rated.known) return undefined;
  const { motors, unknown } = motorsOn(read, supply);
  const beside = fieldDemand(design, supply).map(({ id, part: p, amps }): Term => ({
    part: id,
    name: p.designation,
    watts: amps * volts.value,
  }));
  const drive = design.roles.spindleDrive;
  const onBus = distributionOf(design).supplyOf(drive, 'supply')?.id === supply;
  const spindleW = onBus ? spindleOnBusW(design) : 0;
  const spindle = (share: number): Term[] =>
    spindleW > 0 && share > 0
      ? [{ part: drive!, name: design.parts[drive!]!.designation, watts: spindleW * share }]
      : [];
  /** What an axis adds when it moves, all its motors together. */
  const adds = new Map<string, number>();
  for (const m of motors) adds.set(m.axis, (adds.get(m.axis) ?? 0) + m.demand.movingW - m.demand.idleW);
  const most = [...adds].reduce<string | undefined>(
    (best, [axis, watts]) => (best === undefined || watts > adds.get(best)! ? axis : best),
    undefined,
  );
  const state = (id: PowerState, of: (m: Counted) => number, spindleShare: number): StateDemand => {
    const terms = [
      ...motors.map((m): Term => ({ part: m.driver, name: m.name, watts: of(m) })),
      ...spindle(spindleShare),
      ...beside,
    ];
    return { state: id, terms, watts: terms.reduce((sum, t) => sum + t.watts, 0) };
  };
  return {
    volts: volts.value,
    ratedA: rated.value,
    unknown,
    phaseCurrentsA: motors.reduce((sum, m) => sum + m.phaseA, 0),
    besideA: beside.reduce((sum, t) => sum + t.watts, 0) / volts.value,
    states: {
      standing: state('standing', (m) => m.demand.idleW, 0),
      'one-axis': state('one-axis', (m) => (m.axis === most ? m.demand.movingW : m.demand.idleW), 0),
      cutting: state('cutting', (m) => m.demand.movingW, 1),
      accelerating: state('accelerating', (m) => m.demand.peakW, 1),
      'spindle-start': state('spindle-start', (m) => m.demand.idleW, SPINDLE_START),
    },
  };
}

/** What a state is called. */
export const powerStateTitle: Record<PowerState, string> = {
  standing: 'Standing',
  'one-axis': 'One axis moves',
  cutting: 'All move and cut',
  accelerating: 'All accelerate',
  'spindle-start': 'Spindle starts',
};

/** The states of a supply that differ: what feeds no motor is the same in all of them. */
export function statesShown({ states }: SupplyDemand): readonly StateDemand[] {
  const all = powerStates.map((s) => states[s]);
  if (all.every((s) => Math.abs(s.watts - all[0]!.watts) < 1e-9)) return [all[0]!];
  const starts = states['spindle-start'];
  return Math.abs(starts.watts - states.standing.watts) < 1e-9 ? all.filter((s) => s !== starts) : all;
}
