import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import type { Act } from '../motion/simulation/record';
import type { HiddenFault } from '../motion/truth/hiddenFault';
import type { Watch } from './watch';

/** The machine that a drill is held on. */
export interface DrillMachine {
  design: Design;
  inputs: Readonly<Record<string, TerminalRef>>;
}

/** What is done before the trainee takes over: acts, and how long to wait after each, in s. */
export interface Prelude {
  act: Act;
  thenS: number;
}

/** How a drill begins on one machine. */
export interface DrillStart {
  faults: readonly HiddenFault[];
  /** Where each axis stands, as a share of its travel. */
  startShare: number | readonly number[];
  prelude: readonly Prelude[];
  /** What the trainee is told, with this machine's own names. */
  situation: string;
  /** Ids that the goals and the rules of this drill look for. */
  subject: Readonly<Record<string, string>>;
  /** A program that lies ready in the program panel. */
  program?: string;
}

/** Something that has to be reached, told before and ticked while the drill runs. */
export interface Goal {
  id: string;
  text: string;
  reached: (w: Watch, s: DrillStart) => boolean;
}

/** Something that costs points, once, with the reason why. */
export interface Fault {
  id: string;
  points: number;
  why: string;
  committed: (w: Watch, s: DrillStart) => boolean;
}

/** One rehearsed trouble: what to reach, what hides, what costs points, and what it was. */
export interface Drill {
  id: string;
  title: string;
  aim: string;
  /** How a seasoned machinist goes about it; shown in the debrief. */
  safeWay: readonly string[];
  /** What to do on the real machine. */
  onTheMachine: string;
  /** Undefined where this machine cannot have this trouble. */
  start: (m: DrillMachine, seed: number) => DrillStart | undefined;
  goals: readonly Goal[];
  faults?: readonly Fault[];
  /** What it may have been; the first is right. Shown in another order. */
  answers?: readonly string[];
}
