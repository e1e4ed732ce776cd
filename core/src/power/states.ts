import { driveSupply } from '../distribution/supplies';
import { distributionOf } from '../distribution/tree';
import type { DriveFigures } from '../drivetrain/speed';
import type { Design } from '../machine/design';
import { figureOr, positive } from '../units/derived';
import { busMotors, drivesByAxis, fieldDemand, spindleOnBusW, type BusMotor, type MotorDemand } from './budget';

/**
 * What the machine does, as far as its supplies feel it; from the least to the most, as a rule. In use: the mean over a job, by the
 * duty that was entered.
 */
export const powerStates = ['standing', 'in-use', 'one-axis', 'cutting', 'accelerating', 'spindle-start'] as const;
export type PowerState = (typeof powerStates)[number];

/** A spindle that starts takes so much more than its rated power, unless its drive limits it: a planning figure. */
const SPINDLE_START = 1.5;
/** How much a machine does in a job, where nobody has said: planning figures. */
const USUAL_DUTY = 0.6;

/** Shares of a job: of its time in which the axes move, and of its rated power that the spindle gives in the mean. */
export interface Duty {
  motion: number;
  spindle: number;
}
export const dutyOf = ({ duty }: Pick<Design, 'duty'>): Duty => ({
  motion: figureOr(duty?.motion, USUAL_DUTY),
  spindle: figureOr(duty?.spindle, USUAL_DUTY),
});
/** Of its rated power, what the spindle gives in a state. */
export const spindleShare = (state: PowerState, duty: Duty): number =>
  ({ standing: 0, 'in-use': duty.spindle, 'one-axis': 0, cutting: 1, accelerating: 1, 'spindle-start': SPINDLE_START })[
    state
  ];
/** What a motor with its driver takes in a state, W; `moves`: it is the one that moves where one does. */
export function motorWatts(d: MotorDemand, state: PowerState, moves: boolean, duty: Duty): number {
  if (state === 'accelerating') return d.peakW;
  if (state === 'cutting' || (state === 'one-axis' && moves)) return d.movingW;
  return state === 'in-use' ? d.idleW + duty.motion * (d.movingW - d.idleW) : d.idleW;
}

export type ReadPower = { design: Design; axes: readonly { id: string; drives: readonly DriveFigures[] }[] };

/** One load of a supply in a state. */
export interface Term {
  /** The part that takes it: the driver of a motor, the spindle drive, a coil, a lamp. */
  part: string;
  port: string;
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

/** What a supply has to give in each state, term by term. */
export interface Demand {
  volts: number;
  states: Readonly<Record<PowerState, StateDemand>>;
  /** Motors that are not counted, since figures are missing. */
  unknown: readonly string[];
  /** Sum of the set phase currents of its motors, A: no supply ever gives that, and a rule of thumb starts from it. */
  phaseCurrentsA: number;
  /** What hangs on it besides motors and spindle, A: the same in every state. */
  besideA: number;
  /** Boards of which no sheet tells what they take: a planning figure stands in for it. */
  usual: readonly string[];
}
/** The same beside its rating, A. */
export interface SupplyDemand extends Demand {
  ratedA: number;
}

/**
 * The demand of a supply by state. Watts are added, never phase currents. Standing: each motor with its reduced current. One
 * axis: the one that adds most moves. Cutting: all of them move against friction, weight and cut, the spindle runs.
 * Accelerating: all at once, for moments. The spindle starts: everything else stands. Undefined for a part that is no supply,
 * or whose voltage no sheet tells.
 */
export function demandOn(read: ReadPower, supply: string): Demand | undefined {
  const { design } = read;
  const part = design.parts[supply];
  const volts = positive(part?.data.class === 'supply' ? part.data.outputVoltage : undefined, '');
  if (!volts.known) return undefined;
  const { motors, unknown } = motorsOn(read, supply);
  const hanging = fieldDemand(design, supply);
  const beside = hanging.map(({ id, part: p, port, amps }): Term => ({
    part: id,
    port,
    name: p.designation,
    watts: amps * volts.value,
  }));
  const drive = design.roles.spindleDrive;
  const onBus = distributionOf(design).supplyOf(drive, 'supply')?.id === supply;
  const spindleW = onBus ? spindleOnBusW(design) : 0;
  const duty = dutyOf(design);
  const spindle = (share: number): Term[] =>
    spindleW > 0 && share > 0
      ? [{ part: drive!, port: 'supply', name: design.parts[drive!]!.designation, watts: spindleW * share }]
      : [];
  /** What an axis adds when it moves, all its motors together. */
  const adds = new Map<string, number>();
  for (const m of motors) adds.set(m.axis, (adds.get(m.axis) ?? 0) + m.demand.movingW - m.demand.idleW);
  const most = [...adds].reduce<string | undefined>(
    (best, [axis, watts]) => (best === undefined || watts > adds.get(best)! ? axis : best),
    undefined,
  );
  const state = (id: PowerState): StateDemand => {
    const terms = [
      ...motors.map((m): Term => ({
        part: m.driver,
        port: 'supply',
        name: m.name,
        watts: motorWatts(m.demand, id, m.axis === most, duty),
      })),
      ...spindle(spindleShare(id, duty)),
      ...beside,
    ];
    return { state: id, terms, watts: terms.reduce((sum, t) => sum + t.watts, 0) };
  };
  return {
    volts: volts.value,
    unknown,
    usual: hanging.flatMap((d) => (d.usual ? [d.part.designation] : [])),
    phaseCurrentsA: motors.reduce((sum, m) => sum + m.phaseA, 0),
    besideA: beside.reduce((sum, t) => sum + t.watts, 0) / volts.value,
    states: Object.fromEntries(powerStates.map((id) => [id, state(id)])) as Record<PowerState, StateDemand>,
  };
}

/** The demand of a supply beside its rating; undefined where its sheet does not tell both of its figures. */
export function supplyDemand(read: ReadPower, supply: string): SupplyDemand | undefined {
  const data = read.design.parts[supply]?.data;
  const rated = positive(data?.class === 'supply' ? data.outputCurrent : undefined, '');
  const demand = rated.known ? demandOn(read, supply) : undefined;
  return demand && rated.known ? { ...demand, ratedA: rated.value } : undefined;
}

/** What a state is called. */
export const powerStateTitle: Record<PowerState, string> = {
  standing: 'Standing',
  'in-use': 'In use, on average',
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
