import type { Design } from '../machine/design';
import { terminalKey } from '../machine/ids';
import { inputReactionS, wayToRest } from '../switches/placement';
import type { Evaluation, Situation } from '../wiring/evaluate';
import type { LivingMachine } from './livingMachine';
import type { Ends } from './sweep';

/**
 * Planning figures of switching times, s, where no data sheet says better: a small contactor with a varistor, the relay
 * of a brake, the brake’s springs, the torque-off input of a drive. A plain diode across a coil lets its current die
 * away several times as slowly.
 */
export const SWITCHING_S = { contactor: 0.02, relay: 0.01, brake: 0.03, torqueOff: 0.01, diodeFactor: 4 } as const;
const GRAVITY_MM_S2 = 9806.65;

/** An axis in motion, as the stop finds it. Lengths in mm or °. */
export interface MovingAxis {
  id: string;
  letter: string;
  speed: number;
  acceleration: number;
  /** Deceleration by friction alone, once the motors let go; undefined where the load is not known. */
  coastDeceleration: number | undefined;
  /** 0 where it is not limited. */
  jerk: number;
  drivers: readonly string[];
  motors: readonly string[];
  /** A weight that comes down when nothing holds it: steep, not self-locking and not balanced. */
  falls: boolean;
  /** An absolute encoder knows its place whatever happens. */
  remembers: boolean;
  /** From the trip point of its nearest limit to the hard stop; undefined without a limit. */
  room: number | undefined;
}

export interface AxisCourse {
  id: string;
  letter: string;
  /** Braked by the control; without torque; stopped hard by a motor that gets no more pulses; not at all. */
  way: 'ramped' | 'coasting' | 'pulses end' | 'goes on';
  /** Time from the press to rest, and the way until then; undefined where it cannot be determined. */
  restS: number | undefined;
  distance: number | undefined;
  room: number | undefined;
}
export interface HeadCourse {
  id: string;
  letter: string;
  held: 'motor' | 'brake' | 'screw' | 'nothing';
  /** From the press until the brake holds, s, and how far it comes down after the motor has let go, mm. */
  heldS: number;
  dropMm: number;
}

/** What happens after the stop button is pressed, at full speed with the spindle running. Times from the press, s. */
export interface StopCourse {
  /** When the control has seen it; undefined where it is never told. */
  toldS: number | undefined;
  /** The button holds the control in reset while it is in. */
  reset: boolean;
  /** When the motors lose their torque; undefined where they keep it. */
  powerOffS: number | undefined;
  axes: readonly AxisCourse[];
  heads: readonly HeadCourse[];
  spindle: 'none' | 'stopped by command' | 'coasts' | 'runs on';
  positionKept: boolean;
  /** Whether the button stays in by itself when it is pressed. */
  latches: boolean;
  /** Whether an input tells that the contactor has really dropped; undefined where there is none. */
  feedback: boolean | undefined;
  restart: 'second act' | 'at the control' | 'board restarts' | 'by itself';
  /** The same with a control that hangs: whether the motors lose their torque, whether a head comes down. */
  hung: {
    motors: 'lose their torque' | 'get no more pulses' | 'go on';
    heads: readonly HeadCourse[];
    spindle: StopCourse['spindle'];
  };
  /** The state that the screen shows. */
  screen: string;
}

/** Works out the course of a stop over the evaluated nets. `held`: coils that hold once the machine is started. Undefined where the machine has no stop button. */
export function stopCourse(
  design: Design,
  living: LivingMachine,
  held: ReadonlySet<string>,
  ends: Ends,
  axes: readonly MovingAxis[],
): StopCourse | undefined {
  const stops = Object.entries(design.circuits).filter(([, c]) => c.function === 'stop');
  const buttons = new Set(stops.flatMap(([, c]) => c.devices));
  if (!buttons.size) return undefined;
  const driven = new Set(
    Object.entries(ends.outputs).flatMap(([id, t]) =>
      ['brake', 'spindle-run', 'spindle-direction', 'drives-enable', 'chain-release'].includes(
        design.outputs[id]?.function ?? '',
      )
        ? [terminalKey(t)]
        : [],
    ),
  );
  const running: Situation = { held, driven };
  const before = living.at(running);
  /** Pressed, with outputs as the control left them: it hangs, or has not seen it yet. */
  const pressed = living.at({ ...running, actuated: buttons });
  /** When the control has seen each of its inputs that tell. */
  const seenS = stops.flatMap(([id]) => {
    const input = ends.inputs[id];
    const reading = input && pressed.readingAt(input);
    return input && reading !== 'uncertain' && reading !== before.readingAt(input)
      ? [inputReactionS(design, id, input)]
      : [];
  });
  const reset = living.inReset(pressed);
  // A control in reset is told nothing: it is gone.
  const toldS = seenS.length && !reset ? Math.min(...seenS) : undefined;
  const told = toldS !== undefined;
  /** What the machine comes to once the control has switched its outputs off. */
  const settled = told || reset ? living.at({ held, actuated: buttons }) : pressed;
  const after = living.at({ held: settled.energised });

  const moved = living.torque(before);
  const cutPressed = living.torque(pressed);
  const cut = [...moved].every((d) => !cutPressed.has(d)) && moved.size > 0;
  const dropS = powerOffTime(design, before, pressed);
  const heads = (e: Evaluation, waitS: number): HeadCourse[] =>
    axes.flatMap((a) => headCourse(design, living, a, before, e, cut ? dropS : undefined, waitS));
  const spindle = (e: Evaluation, commanded: boolean) => spindleCourse(design, living, e, commanded);
  const torqueBack = [...living.torque(after)].length > 0;
  return {
    toldS,
    reset,
    powerOffS: cut ? dropS : undefined,
    axes: axes.map((a) => axisCourse(a, cut ? dropS : undefined, toldS, reset)),
    heads: heads(settled, toldS ?? 0),
    spindle: spindle(settled, told || reset),
    latches: [...buttons].every((id) => {
      const data = design.parts[id]?.data;
      return data?.class === 'button' && data.latching;
    }),
    feedback: feedbackOf(design, ends, living, { ...running, actuated: buttons }, pressed),
    positionKept: (!cut && !reset) || axes.every((a) => a.remembers),
    restart: reset
      ? 'board restarts'
      : !cut
        ? 'at the control'
        : !torqueBack
          ? 'second act'
          : told
            ? 'at the control'
            : 'by itself',
    hung: {
      motors: cut ? 'lose their torque' : reset ? 'get no more pulses' : 'go on',
      heads: heads(reset ? settled : pressed, 0),
      spindle: spindle(reset ? settled : pressed, reset),
    },
    screen: reset
      ? 'The link is lost: the board is held in reset'
      : told
        ? 'Latched'
        : cut
          ? 'Following a program: the figures run on, while nothing moves'
          : 'Following a program: nothing happens at all',
  };
}

/** How long the slowest coil that drops takes, or a torque-off input where no coil drops. */
function powerOffTime(design: Design, before: Evaluation, after: Evaluation): number {
  const times = [...before.energised]
    .filter((key) => !after.energised.has(key))
    .map((key) => {
      const [id, coil] = key.split('/') as [string, string];
      return design.parts[id]?.data.class === 'contactor' ? SWITCHING_S.contactor * slowedBy(design, id, coil) : 0;
    });
  return Math.max(SWITCHING_S.torqueOff, ...times);
}

/** A coil with a plain diode across it drops out several times as late. */
function slowedBy(design: Design, id: string, coil: string): number {
  const part = design.parts[id]!;
  const c = part.elements[coil];
  const diode = Object.values(part.elements).some(
    (e) =>
      e.kind === 'suppressor' &&
      e.type === 'diode' &&
      c?.kind === 'coil' &&
      [c.a, c.b].sort().join() === [e.a, e.b].sort().join(),
  );
  return diode ? SWITCHING_S.diodeFactor : 1;
}

function axisCourse(a: MovingAxis, offS: number | undefined, toldS: number | undefined, reset: boolean): AxisCourse {
  const { id, letter, room, speed } = a;
  if (offS !== undefined) {
    const c = a.coastDeceleration;
    if (!c) return { id, letter, room, way: 'coasting', restS: undefined, distance: undefined };
    return {
      id,
      letter,
      room,
      way: 'coasting',
      restS: offS + speed / c,
      distance: speed * offS + speed ** 2 / (2 * c),
    };
  }
  if (reset) return { id, letter, room, way: 'pulses end', restS: undefined, distance: undefined };
  if (toldS === undefined) return { id, letter, room, way: 'goes on', restS: undefined, distance: undefined };
  const braking = wayToRest(speed, a.acceleration, 0, a.jerk);
  // At half the speed on the average, with or without a limit to the jerk.
  return { id, letter, room, way: 'ramped', restS: toldS + (2 * braking) / speed, distance: speed * toldS + braking };
}

/** What holds a weight: its motor while that has torque, else its brake once it is without current, else the drag of its screw. */
function headCourse(
  design: Design,
  living: LivingMachine,
  a: MovingAxis,
  before: Evaluation,
  e: Evaluation,
  offS: number | undefined,
  waitS: number,
): HeadCourse[] {
  const brakes = a.motors.flatMap((id) =>
    Object.entries(design.parts[id]?.elements ?? {}).flatMap(([coil, x]) =>
      x.kind === 'coil' ? [`${id}/${coil}`] : [],
    ),
  );
  if (!a.falls && !brakes.length) return [];
  const head = { id: a.id, letter: a.letter, heldS: 0, dropMm: 0 };
  const torque = living.torque(e);
  if (offS === undefined && a.drivers.some((d) => torque.has(d))) return [{ ...head, held: 'motor' }];
  if (!brakes.length) return [{ ...head, held: a.falls ? 'nothing' : 'screw' }];
  if (brakes.some((key) => e.energised.has(key))) return [{ ...head, held: a.falls ? 'nothing' : 'screw' }];
  // A brake that was released has to close: after the control has spoken, over its relay, with its springs.
  const key = brakes[0]!;
  const [id, coil] = key.split('/') as [string, string];
  const relayed = Object.values(design.outputs).some(
    (o) => o.function === 'brake' && o.devices.includes(id) && o.relay,
  );
  const closes = before.energised.has(key)
    ? waitS + (relayed ? SWITCHING_S.relay : 0) + SWITCHING_S.brake * slowedBy(design, id, coil)
    : 0;
  const freeS = Math.max(0, closes - (offS ?? 0));
  return [{ ...head, held: 'brake', heldS: closes, dropMm: a.falls ? (GRAVITY_MM_S2 * freeS ** 2) / 2 : 0 }];
}

/** Whether any input reads otherwise where the contactor's poles have welded and it should have dropped. */
function feedbackOf(
  design: Design,
  ends: Ends,
  living: LivingMachine,
  pressed: Situation,
  sound: Evaluation,
): boolean | undefined {
  const cutsByCoil = design.stopStrategy === 'motor-power' || design.stopStrategy === 'main-switch';
  const id = cutsByCoil ? design.roles.stopContactor : undefined;
  const contacts = Object.entries((id && design.parts[id]?.elements) || {}).filter(([, e]) => e.kind === 'contact');
  if (!id || !contacts.length) return undefined;
  const welded = living.at({ ...pressed, stuck: new Map(contacts.map(([e]) => [`${id}/${e}`, 'closed'] as const)) });
  return Object.values(ends.inputs).some((i) => welded.readingAt(i) !== sound.readingAt(i));
}

function spindleCourse(
  design: Design,
  living: LivingMachine,
  e: Evaluation,
  commanded: boolean,
): StopCourse['spindle'] {
  const { spindle, spindleDrive } = design.roles;
  if (!spindle && !spindleDrive) return 'none';
  if (!living.spindleFed(e)) return 'coasts';
  const driven = Object.values(design.outputs).some((o) => ['spindle-run', 'spindle-speed'].includes(o.function));
  return commanded && driven ? 'stopped by command' : 'runs on';
}
