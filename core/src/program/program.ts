import type { Fault } from '../units/result';

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
}

/** Where the machine stands and what its offsets are when a program is read: its positions become machine positions. */
export interface ProgramSetup {
  /** Machine position of each axis. */
  start: readonly number[];
  /** Work offsets, the first for G54: machine position of the work zero of each axis, tool length included. */
  offsets: readonly (readonly number[])[];
  /** The one that is in force. */
  active: number;
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
}
export type ProgramStep =
  | MoveStep
  | { kind: 'dwell'; line: number; seconds: number }
  | { kind: 'spindle'; line: number; direction: 1 | -1 | 0; speed: number; surface: boolean; clampRpm: number }
  | { kind: 'coolant'; line: number; on: boolean }
  | { kind: 'tool'; line: number; tool: number }
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
