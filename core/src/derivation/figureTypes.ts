import type { Design } from '../machine/design';
import type { Axis } from '../machine/mechanics';
import type { DriveFigures, SpeedLimit } from '../drivetrain/speed';
import type { ControllerSettings } from '../settings/controllerSettings';
import type { Setting } from '../settings/setting';
import type { AxisSwitch, Ruler } from '../switches/envelope';
import type { Stopping } from '../switches/placement';
import type { CircuitAnalysis } from '../switches/polarity';
import type { Derived } from '../units/derived';
import type { Network } from '../wiring/network';
import type { Evaluation } from '../wiring/evaluate';
import type { PlannedDrive } from '../wiring/planner/plannedDrives';
import type { Plan } from '../wiring/planner/proposal';
import type { Replanned } from '../wiring/planner/replan';
import type { Wires } from '../wiring/wires';
import type { DeadReason } from '../faults/whyDead';
import type { StopCourse } from '../faults/stopCourse';

export interface AxisFigures {
  id: string;
  axis: Axis;
  drives: readonly DriveFigures[];
  /** Of the whole axis, from the nearest to the farthest. */
  speedLimits: Derived<SpeedLimit[]>;
  switches: readonly AxisSwitch[];
  ruler: Derived<Ruler>;
  stopping: Derived<Stopping>;
}

/** What the stop button does, and whether the machine comes to rest at all once it is started. */
export interface StopFigures {
  course: StopCourse | undefined;
  /** Coils that hold once the machine was started, by `part/element`. */
  held: ReadonlySet<string>;
  /** The machine started and at rest, and with every stop button pressed. */
  rest: Evaluation;
  pressed: Evaluation;
  /** Coils that chase each other. */
  ring: readonly string[];
  /** With every output switched on and the start button held: what can be fed at all is fed. */
  full: Evaluation;
  /** The drivers that have their torque when the machine runs, and those that keep it while every stop button is pressed. */
  moved: ReadonlySet<string>;
  kept: ReadonlySet<string>;
  /** Why the controller, the contactor or a driver stays without power when the machine is started. */
  dead: readonly DeadReason[];
}

/** Everything that is derived from a design, apart from the findings over it. */
export interface Figures {
  /** The machine as it stands: with one of its exchangeable heads, where it has any. */
  design: Design;
  /** The machine with all of its heads: what is to be wired, wherever a head lies. */
  whole: Pick<Figures, 'design' | 'plan' | 'replanned' | 'wires'>;
  axes: readonly AxisFigures[];
  drives: readonly PlannedDrive[];
  plan: Plan;
  /** What planning again would change, and what it would have to leave alone. */
  replanned: Pick<Replanned, 'changes' | 'conflicts'>;
  network: Network;
  /** Conductors with their ends and nets. */
  wires: Wires;
  circuits: Readonly<Record<string, CircuitAnalysis>>;
  /** The stop over the evaluated nets. */
  stop: StopFigures;
  settings: readonly Setting[];
  controller: Derived<ControllerSettings>;
}
