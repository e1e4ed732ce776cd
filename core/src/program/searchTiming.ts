import type { SearchMoves } from './searchProgram';

/** A stopwatch in a hand: off by this at the most over start and stop together, s. */
const HAND_S = 0.6;
/** Beside the hand, a control's own ramps and rounding of corners: as a share of the run time. */
const SHARE = 0.02;
/** Passes in the timed part: as many as tell a speed that is a twentieth lower from the wanted one, within these bounds. */
const PASSES = { least: 6, most: 60 } as const;
const LOWER = 0.95;

/** A move from rest to rest. Lengths in mm or °, seconds; `jerk` 0 is without limit. */
export interface TimedMove {
  distance: number;
  speed: number;
  acceleration: number;
  jerk: number;
}

/**
 * Time of a move from rest to rest, s: d/v + v/a, or 2·√(d/a) where it never reaches its speed; each ramp lasts a/j longer
 * where the jerk is limited.
 */
export function moveSeconds({ distance, speed, acceleration, jerk }: TimedMove): number {
  const reaches = distance >= (speed * speed) / acceleration;
  const time = reaches ? distance / speed + speed / acceleration : 2 * Math.sqrt(distance / acceleration);
  return time + (jerk > 0 ? acceleration / jerk : 0);
}

/** How often the timed part runs to and fro: an even number, so that it ends where it began. */
export function passesFor(move: TimedMove): number {
  const slower = moveSeconds({ ...move, speed: move.speed * LOWER, acceleration: move.acceleration * LOWER });
  const tells = slower - moveSeconds(move);
  const passes = tells > 0 ? Math.ceil((2.2 * HAND_S) / tells / 2) * 2 : PASSES.most;
  return Math.min(PASSES.most, Math.max(PASSES.least, passes));
}

export interface RunTime {
  expectedS: number;
  toleranceS: number;
}
/** What the timed part of a trial takes, and how far a stopwatch may be off. */
export function expectedRun(move: TimedMove, passes: number): RunTime {
  const expectedS = passes * moveSeconds(move);
  return { expectedS, toleranceS: Math.max(HAND_S, expectedS * SHARE) };
}

/**
 * The speed at which the timed part was really run, from its time; undefined where no speed gives it. The control limits a
 * feed to its own maximum without a word: the time gives it away.
 */
export function speedFromTime(move: TimedMove, passes: number, seconds: number): number | undefined {
  let [low, high] = [move.speed / 100, move.speed];
  const at = (speed: number) => passes * moveSeconds({ ...move, speed });
  if (at(low) < seconds || at(high) > seconds) return undefined;
  for (let i = 0; i < 50; i++) {
    const middle = (low + high) / 2;
    if (at(middle) > seconds) low = middle;
    else high = middle;
  }
  return low;
}

/** The timed move of a trial's program. */
export const timedMove = (moves: SearchMoves): TimedMove => ({
  distance: moves.to - moves.from,
  speed: moves.speed,
  acceleration: moves.acceleration,
  jerk: moves.jerk,
});
