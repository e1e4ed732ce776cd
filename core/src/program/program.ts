import type { Fault } from '../units/result';
import type { TouchLines } from './touchLines';

/** What a program needs to know of the machine that is to run it. */
export interface ProgramMachine {
  /** Letters of the axes in their order; a program's positions are arrays in that order. */
  letters: readonly string[];
  linear: readonly boolean[];
  /** A lathe that programs X as a diameter: half of it is the slide's way. */
  diameterX: boolean;
  /** Which words mean inch, metric and machine position. */
  words: 'standard' | 'widespread';
  /** Spindle speed can be measured: for a feed a revolution and for threads. */
  encoder: boolean;
  /** Highest spindle speed, rpm; undefined without a spindle that the control drives. */
  maxRpm: number | undefined;
  /** Its lines for a move that ends at a touch; none where it knows no such move. */
  touch?: TouchLines | undefined;
  /** Its line for a thread in passes; none where it knows none. */
  threadLine?: string | undefined;
  /** Its T word names a tool and an offset, two digits each, as on a lathe. */
  twoPartTools?: boolean;
  /** Axes whose position begins again after 360°: a position is reached the short way round. */
  wraps?: readonly boolean[];
  /** The letter of the axis that a tool changer turns: a program calls its stations, and does not move it. */
  changerLetter?: string | undefined;
}

/** Where the machine stands and what its offsets are when a program is read: its positions become machine positions. */
export interface ProgramSetup {
  /** Machine position of each axis. */
  start: readonly number[];
  /** Work offsets, the first for G54: machine position of the work zero of each axis, tool length included. */
  offsets: readonly (readonly number[])[];
  /** The one that is in force. */
  active: number;
  /** Tool offsets, the first for offset 1: how far the tip of each tool lies from where the zero was taken, by axis. */
  tools?: readonly (readonly number[])[];
  /** The one in force when the program begins; 0 for none. */
  toolOffset?: number;
}

/** Centre, radius and sweep of an arc in the plane of two axes; counter-clockwise is positive. */
export interface Arc {
  a: number;
  b: number;
  centreA: number;
  centreB: number;
  radius: number;
  /** Angle at the start, rad, and how far it goes, rad with its sign. */
  from: number;
  sweep: number;
}

/**
 * What each position of a step was read by, once a touch has made places uncertain: a machine position, a way from where
 * the axis was, or a position from the work zero of a set, which was read as `zero`.
 */
export interface Placement {
  by: readonly ('machine' | 'way' | 'work')[];
  set: number;
  zero: readonly number[];
}
/** A move that ends where the probe is touched, and at `to` at the latest: untouched there, the program ends. */
export interface TouchStep {
  kind: 'touch';
  line: number;
  axis: number;
  /** Machine position of every axis where it gives up. */
  to: number[];
  arc?: undefined;
  /** mm/s or °/s. */
  feed: number;
  placed: Placement;
}
/** The work position that an axis has where it touched last: the zero of a work offset follows from it. */
export interface SetWorkStep {
  kind: 'set-work';
  line: number;
  axis: number;
  set: number;
  value: number | 'half';
}
export interface MoveStep {
  kind: 'move';
  line: number;
  rapid: boolean;
  /** Machine position of every axis at its end. */
  to: number[];
  arc: Arc | undefined;
  /** Along the path: mm, or ° where only rotary axes move. */
  length: number;
  /** Per second, per revolution, or the lead of a thread; 0 for a rapid. */
  feed: number;
  feedMode: 'per-second' | 'per-revolution' | 'thread';
  /** Behind a touch only. */
  placed?: Placement;
}
export type ProgramStep =
  | MoveStep
  | TouchStep
  | SetWorkStep
  | { kind: 'dwell'; line: number; seconds: number }
  | {
      kind: 'spindle';
      line: number;
      direction: 1 | -1 | 0;
      speed: number;
      surface: boolean;
      clampRpm: number;
      centre?: number;
    }
  | { kind: 'coolant'; line: number; on: boolean }
  /** `offset`: the tool offset that comes into force; `same`: that tool is in already. */
  | { kind: 'tool'; line: number; tool: number; offset?: number; same?: boolean }
  | { kind: 'halt'; line: number; optional: boolean }
  | { kind: 'end'; line: number };

/** A program as the control runs it. */
export interface Program {
  lines: number;
  steps: ProgramStep[];
  /** Machine position at which it was read to begin. */
  start: number[];
  /** Offsets that it was read with: it has to be read again when they change. */
  setup: ProgramSetup;
}

/** What reading gives: the program, and everything that is wrong with it (at most `MOST_FAULTS`, and how many more). */
export interface ReadProgram {
  program: Program;
  faults: Fault[];
  furtherFaults: number;
}
export const MOST_FAULTS = 40;

/** Whether a program hangs on touches: it is run from its beginning, with somebody beside it. */
export const touches = (program: Program): boolean => program.steps.some((s) => s.kind === 'touch');
/** What goes from one place to another: a move, or a touch, which goes so far at most. */
export const isMotion = (s: ProgramStep): s is MoveStep | TouchStep => s.kind === 'move' || s.kind === 'touch';

/** Position of an arc or line at a share of its way, into `out`. */
export function pointAt(step: MoveStep, from: readonly number[], share: number, out: number[] | Float64Array): void {
  for (let i = 0; i < step.to.length; i++) out[i] = from[i]! + (step.to[i]! - from[i]!) * share;
  const { arc } = step;
  if (arc) {
    const angle = arc.from + arc.sweep * share;
    out[arc.a] = arc.centreA + arc.radius * Math.cos(angle);
    out[arc.b] = arc.centreB + arc.radius * Math.sin(angle);
  }
}
