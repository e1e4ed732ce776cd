import type { Command } from '../commands/command';
import type { Axis } from '../machine/mechanics';
import type { HiddenFault } from '../motion/truth/hiddenFault';
import type { Display } from '../units/print';
import type { Quantity } from '../units/quantity';
import type { Dimension } from '../units/units';
import type { Made } from './made';
import type { Bench } from './rehearse/bench';

/** The order of a bring-up. A later phase puts more at stake than the one before. */
export const phases = [
  'power off',
  'supplies and logic',
  'inputs and stop',
  'first motion',
  'datum and envelope',
  'measuring',
  'spindle and work',
  'closing',
] as const;
export type Phase = (typeof phases)[number];

/** What one test is about: the whole machine, an axis, one motor of it, a switch, a part. `id` is part of the record’s key. */
export interface Subject {
  id: string;
  name: string;
  axis?: string;
  drive?: number;
  part?: string;
  circuit?: string;
}

/** One of the many that a single test looks at, such as each part at the labels. `paths`: what its part of the result hangs on. */
export interface Item {
  id: string;
  name: string;
  paths: readonly string[];
}

export type Readings = Readonly<Record<string, Quantity | string | boolean>>;

/** Something to enter. `expect`: what lies outside is questioned before it is kept, in base units. */
export interface Field {
  key: string;
  title: string;
  type: 'choice' | 'quantity' | 'count' | 'text';
  dimension?: Dimension;
  options?: readonly { value: string; label: string }[];
  expect?: readonly [number, number];
  optional?: boolean;
  /** Fields of one row stand on one line, under its title. */
  row?: string;
}

/** Something done by hand that fixes what a test has found. `fixes` tells a rehearsal which hidden fault is then gone. */
export interface Rework {
  /** Path in the machine file of what was touched: it makes stale what depends on it. */
  subject: string;
  text: string;
  fixes: (f: HiddenFault) => boolean;
  /** A switch that is put elsewhere along its axis by this, mm or °: in a rehearsal it then truly stands there. */
  moved?: { device: string; by: number };
}
/** One way out: an edit of the machine file, or work at the machine. */
export type Proposal = { label: string; why: string } & ({ command: Command } | { rework: Rework });

/** A picture of the readings, for whoever draws it. */
export interface Plot {
  kind: 'points';
  x: { title: string; dimension: Dimension };
  y: { title: string; dimension: Dimension };
  series: readonly { name: string; points: readonly (readonly [number, number])[]; line?: boolean }[];
}

export interface Judgement {
  verdict: 'passed' | 'failed' | 'not-judged';
  /** The outcome in a sentence, then what belongs to it. */
  says: readonly string[];
  /** Likely causes, the likeliest first. */
  causes?: readonly string[];
  proposals?: readonly Proposal[];
  plot?: Plot;
}

/** Where a test is judged, and for whom. */
export interface At {
  m: Made;
  s: Subject;
  display: Display;
}

/**
 * One kind of test. It is made from the machine: `subjects` says where on this machine it is to be done, and nowhere
 * means that the machine does not need it. All of it is pure.
 */
export interface BringUpTest {
  kind: string;
  /** Its sentences say which way something goes: that depends on where one stands. */
  saysWhichWay?: boolean;
  /** It is about places along the axis that is its subject. */
  alongAxis?: boolean;
  /** Raised when the same readings would be judged otherwise: older results are then stale. */
  version: number;
  phase: Phase;
  title: string;
  purpose: string;
  /** What can hurt or break, said where the hand is. */
  caution?: string;
  /** Minutes for one subject. */
  minutes: number;
  /** Worth doing, but nothing waits for it. */
  optional?: boolean;
  subjects(m: Made): readonly Subject[];
  /** Kinds, or kind/subject, that must have passed before. */
  after(m: Made, s: Subject): readonly string[];
  /** Those of them whose results this one is built on: when they turn stale, so does it. */
  reliesOn?(m: Made, s: Subject): readonly string[];
  /** Paths of the machine file that the result hangs on. */
  dependsOn(m: Made, s: Subject): readonly string[];
  /** Where one test looks at many: a change of one asks for that one again, and locks only what hangs on it. */
  items?(m: Made, s: Subject): readonly Item[];
  /** What to do, one act a line. `so`: what is entered so far. */
  steps(m: Made, s: Subject, display: Display, so: Readings): readonly string[];
  /** `so`: what is entered so far. */
  fields(m: Made, s: Subject, so: Readings, display: Display): readonly Field[];
  /** A program after ISO 6983 that this test runs next, to be saved and loaded at the machine. */
  program?(m: Made, s: Subject, so: Readings, display: Display): string | undefined;
  judge(readings: Readings, at: At): Judgement;
  /** Takes the readings on the simulated machine, as a careful person would. */
  rehearse(bench: Bench, s: Subject): Readings;
}

/** Parts of the machine that many tests ask for. */
export const axisAt = (m: Made, s: Subject): Axis => m.design.axes[s.axis!]!;
export const figuresAt = (m: Made, s: Subject) => m.figures.axes.find((a) => a.id === s.axis)!;
