import type { Fault } from '../../units/result';
import type { Dimension } from '../../units/units';
import type { Piece } from '../piece';
import type { ProgramStyle } from '../write';
import type { ThreadRoom } from './threadRoom';

/** A figure that a job asks for, in the base unit of its dimension: mm, mm/s, rpm, 1. */
export interface JobField {
  key: string;
  title: string;
  dimension: Extract<Dimension, 'length' | 'speed' | 'acceleration' | 'rotation' | 'ratio'>;
  /** One of several, instead of a figure. */
  choices?: readonly { value: number; label: string }[];
  /** Where it begins. */
  value: number;
  least: number;
  most: number;
}
export type JobValues = Readonly<Record<string, number>>;

/** Height at which every job crosses, above its zero. */
export const clearHeight: JobField = {
  key: 'clear',
  title: 'Clear height',
  dimension: 'length',
  value: 5,
  least: 1,
  most: 200,
};
/** The speed of a spindle that the program switches; nothing where a hand does. */
export const spindleField = (maxRpm: number | undefined, rpm: number): JobField[] =>
  maxRpm
    ? [{ key: 'rpm', title: 'Spindle', dimension: 'rotation', value: Math.min(rpm, maxRpm), least: 1, most: maxRpm }]
    : [];

interface Limits {
  speed: number;
  acceleration: number;
}
interface Span {
  min: number;
  max: number;
}
/** What a job may know of the machine that will run it. */
export interface JobMachine {
  /** Usable travel of X, Y and Z, mm. */
  room: { x: number; y: number; z: number };
  /** The same as machine positions, mm. */
  envelope: { x: Span; y: Span; z: Span };
  /** What the control lets each axis do, mm/s and mm/s². */
  limits: { x: Limits; y: Limits; z: Limits };
  /** Least of the highest speeds across the table, mm/s. */
  maxSpeed: number;
  /** Highest speed of a spindle that the program switches; undefined where a hand does. */
  maxRpm: number | undefined;
}

/** A machine as jobs see it, from what its control is set to; undefined where it has no X, Y and Z. */
export function jobMachineOf(settings: {
  axes: readonly {
    letter: string;
    linear: boolean;
    envelope: { min: number; max: number };
    maxSpeed: number;
    acceleration: number;
  }[];
  spindle: { maxRpm: number; speedSet: boolean } | undefined;
}): JobMachine | undefined {
  const [x, y, z] = ['X', 'Y', 'Z'].map((l) => settings.axes.find((a) => a.letter === l && a.linear));
  if (!x || !y || !z) return undefined;
  const room = ({ envelope }: typeof x) => envelope.max - envelope.min;
  const limits = ({ maxSpeed, acceleration }: typeof x): Limits => ({ speed: maxSpeed, acceleration });
  return {
    room: { x: room(x), y: room(y), z: room(z) },
    envelope: { x: x.envelope, y: y.envelope, z: z.envelope },
    limits: { x: limits(x), y: limits(y), z: limits(z) },
    maxSpeed: Math.min(x.maxSpeed, y.maxSpeed),
    maxRpm: settings.spindle?.speedSet ? settings.spindle.maxRpm : undefined,
  };
}
/** The figures that a job begins with. */
export const startingValues = <M>(job: Job<M>, machine: M): Record<string, number> =>
  Object.fromEntries(job.fields(machine).map((f) => [f.key, f.value]));

/**
 * A program that every owner of a machine needs and nobody wants to write: asked for in its figures, written at once. `M`: what it
 * may know of the machine.
 */
export interface Job<M = JobMachine> {
  id: string;
  title: string;
  purpose: string;
  /** Where the work zero has to be, and what has to be so before it is run. */
  before: string;
  /** What is measured on the piece, and what that tells. */
  then?: string;
  fields: (machine: M) => JobField[];
  write: (values: JobValues, style: ProgramStyle, machine: M) => string;
  /** Why figures that are each in bounds do not go together on this machine. */
  refused?: (values: JobValues, machine: M) => Fault | undefined;
  /** Whether it is written in a line that each control has of its own. */
  ownLine?: (values: JobValues) => boolean;
  /** What room its passes take: of a thread. */
  room?: (values: JobValues, machine: M) => ThreadRoom;
  /** What is to be laid under the tool before it runs in the simulated control: of a job that touches. */
  piece?: (values: JobValues) => Piece;
}

/** A job with the machine that it is written for. */
export interface BoundJob {
  job: Pick<Job, 'id' | 'title' | 'purpose' | 'before' | 'then' | 'piece' | 'ownLine'>;
  fields: JobField[];
  refused: (values: JobValues) => Fault | undefined;
  room: (values: JobValues) => ThreadRoom | undefined;
  write: (values: JobValues, style: ProgramStyle) => string;
}
export const bound = <M>(job: Job<M>, machine: M): BoundJob => ({
  job,
  fields: job.fields(machine),
  refused: (values) => job.refused?.(values, machine),
  room: (values) => job.room?.(values, machine),
  write: (values, style) => job.write(values, style, machine),
});

/** Figures that a job cannot take, one fault each. */
export function jobFaults(fields: readonly JobField[], values: JobValues): Fault[] {
  return fields.flatMap((f): Fault[] => {
    const v = values[f.key];
    if (v !== undefined && v >= f.least && v <= f.most) return [];
    return [{ what: `${f.title} is out of bounds.`, where: f.title, fix: 'Enter another figure.' }];
  });
}
