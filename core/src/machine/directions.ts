import type { Display } from '../units/print';
import { baseValue } from '../units/quantity';
import type { Design } from './design';
import type { Axis, AxisEnd, MachineKind } from './mechanics';

/** Where somebody stands who looks at the machine. The directions of a machine file are those seen from the front. */
export const standingPlaces = ['front', 'right', 'back', 'left'] as const satisfies readonly StandingPlace[];
export type StandingPlace = NonNullable<Display['stand']>;

/** Where a level motion goes, for someone who stands in front. */
type Level = 'right' | 'left' | 'away' | 'towards-you';
type Direction = Level | 'up' | 'down';

const opposite: Record<Direction, Direction> = {
  right: 'left',
  left: 'right',
  away: 'towards-you',
  'towards-you': 'away',
  up: 'down',
  down: 'up',
};

/** The same motion for someone who stands elsewhere: each quarter to the right turns the view by a quarter. */
const quarter: Record<Direction, Direction> = {
  right: 'towards-you',
  'towards-you': 'left',
  left: 'away',
  away: 'right',
  up: 'up',
  down: 'down',
};
const turns: Record<StandingPlace, number> = { front: 0, right: 1, back: 2, left: 3 };
function seenFrom(direction: Direction, place: StandingPlace): Direction {
  let d = direction;
  for (let i = 0; i < turns[place]; i++) d = quarter[d];
  return d;
}

const words: Record<Direction, string> = {
  right: 'to the right',
  left: 'to the left',
  away: 'away from you',
  'towards-you': 'towards you',
  up: 'up',
  down: 'down',
};
/** From which side one looks along a line that points there. */
const lookedAtFrom: Record<Direction, string> = {
  right: 'from the right',
  left: 'from the left',
  away: 'from the far side',
  'towards-you': 'from your side',
  up: 'from above',
  down: 'from below',
};
export const standingWords: Record<StandingPlace, string> = {
  front: 'in front of it',
  right: 'at its right side',
  back: 'behind it',
  left: 'at its left side',
};

/** What somebody sees when an axis moves. */
export interface SeenMove {
  /** What really moves: `the table`. */
  what: string;
  /** Where it goes: `to the left`; for a rotary axis how it turns. */
  where: string;
  /** Both in one: `the table moves to the left`. */
  text: string;
}

type Machine = Pick<Design, 'kind' | 'axes'>;

const isVertical = (axis: Axis): boolean => axis.plus === 'up' || axis.plus === 'down';

/** What moves along a linear axis that carries the tool. */
function toolSide(kind: MachineKind, axis: Axis, all: readonly Axis[]): string {
  if (axis.letter > 'T' && axis.letter < 'X') return `the ${axis.letter} slide`;
  if (isVertical(axis)) return kind === 'mill-knee' ? 'the quill' : 'the head';
  switch (kind) {
    case 'lathe':
      return axis.letter === 'X' ? 'the cross slide' : 'the carriage';
    case 'router-moving-gantry': {
      // The gantry is what two motors drive; without such an axis, what runs along the depth of the machine.
      const paired = all.find((a) => a.drives.length > 1 && a.motion === 'linear' && a.carries === 'tool');
      const gantry = paired ? paired === axis : axis.plus === 'away' || axis.plus === 'towards-you';
      return gantry ? 'the gantry' : 'the carriage';
    }
    case 'router-fixed-gantry':
      return 'the carriage';
    case 'mill-bench':
    case 'mill-knee':
      return 'the column';
  }
}
/** What moves along an axis that carries the work. */
function workSide(kind: MachineKind, axis: Axis): string {
  if (isVertical(axis) && kind === 'mill-knee') return 'the knee';
  return kind === 'lathe' ? 'the headstock' : 'the table';
}

/** The axis that a rotary one turns about: A about X, B about Y, C about Z (ISO 841). */
const turnedAbout = { A: 'X', B: 'Y', C: 'Z' } as const;

/**
 * What moves, and where to, when the position of an axis grows (`plus`) or falls (`minus`), for someone at `place`.
 *
 * ISO 841: plus is the motion of the tool relative to the work. Where an axis carries the work, what is seen to move goes
 * the other way. A rotary axis turns as a right-hand screw would that advances to the plus of its linear axis: seen from
 * that plus end, a tool turns counter-clockwise for plus, and a work that is turned clockwise.
 */
export function seenMove(machine: Machine, axis: Axis, to: AxisEnd, place: StandingPlace = 'front'): SeenMove {
  const work = axis.carries === 'workpiece';
  if (axis.motion === 'rotary' || axis.plus === 'turning') {
    const what = work ? 'the rotary table' : 'the swivel head';
    const about = axis.letter in turnedAbout ? turnedAbout[axis.letter as keyof typeof turnedAbout] : undefined;
    const line = Object.values(machine.axes).find((a) => a.letter === about && a.motion === 'linear');
    const clockwise = work === (to === 'plus');
    const from =
      line && line.plus !== 'turning'
        ? lookedAtFrom[seenFrom(line.plus, place)]
        : `from the plus end of ${about ?? 'its axis'}`;
    const where = `${clockwise ? 'clockwise' : 'counter-clockwise'}, seen ${from}`;
    return { what, where, text: `${what} turns ${where}` };
  }
  const what = work ? workSide(machine.kind, axis) : toolSide(machine.kind, axis, Object.values(machine.axes));
  const forPlus = work ? opposite[axis.plus] : axis.plus;
  const where = words[seenFrom(to === 'plus' ? forPlus : opposite[forPlus], place)];
  return { what, where, text: `${what} moves ${where}` };
}

/** Where what moves is at an end of an axis: `the table all the way to the left`; for a rotary axis its end alone. */
export function seenAtEnd(machine: Machine, axis: Axis, end: AxisEnd, place: StandingPlace = 'front'): string {
  const { what, where } = seenMove(machine, axis, end, place);
  return axis.motion === 'rotary' || axis.plus === 'turning' ? `its ${end} end` : `${what} all the way ${where}`;
}

/** From this tilt on a load comes down by itself if nothing holds it, degrees. */
export const TILTED_DEG = 20;

/**
 * The end towards which gravity pulls what an axis moves; undefined for a level or a rotary axis. A vertical axis says it by
 * its plus; a tilted one by the sign of its tilt: above zero, the tool climbs to plus. What carries the work sinks to
 * the opposite end: a knee goes down when W grows.
 */
export function sinksTo(axis: Axis): AxisEnd | undefined {
  const tilt = axis.tilt ? baseValue(axis.tilt) : 0;
  if (axis.motion === 'rotary' || Math.abs(tilt) < TILTED_DEG) return undefined;
  const toolClimbs = isVertical(axis) ? axis.plus === 'up' : tilt > 0;
  return toolClimbs === (axis.carries === 'tool') ? 'minus' : 'plus';
}
