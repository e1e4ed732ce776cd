import { ProgramWriter } from './write';

/** A fast move one way, a slow one back, several times over: a loss cannot cancel itself out. */
export interface SearchMoves {
  letter: string;
  /** Machine positions between which it runs, mm or °. */
  from: number;
  to: number;
  /** As programmed, a second; and what the control has to be set to for it, a second squared. */
  speed: number;
  acceleration: number;
  /** 0 where it is without limit. */
  jerk: number;
  /** Passes to and fro at full speed that are timed before the search itself. */
  passes: number;
  repeats: number;
  /** Slow way back, a second. */
  slow: number;
  words: 'standard' | 'widespread';
  /** A diameter is programmed. */
  factor: 1 | 2;
  /** Units of the program: those of whoever runs it. Degrees are degrees in both. */
  inch: boolean;
  linear: boolean;
}

/** The stretch that a trial needs: both ramps and a while at speed. */
export const stretchFor = (speed: number, acceleration: number): number =>
  (speed * speed) / acceleration + Math.max(2, speed * AT_SPEED_S);
const AT_SPEED_S = 0.15;

/**
 * A program after ISO 6983 for one trial of a search. Its first and last stop are the mark that is checked. Between the two
 * first pauses it runs to and fro at full speed: that part is timed, since a control that limits the feed says nothing.
 */
export function searchProgram(m: SearchMoves): string {
  // A program of an axis that turns has no lengths: inches are nothing to it.
  const w = new ProgramWriter({ words: m.words, inch: m.inch && m.linear });
  const standard = m.words === 'standard';
  const move = (v: number, perS: number) => w.cut({ [m.letter]: v * m.factor }, perS, standard ? '' : 'G53 ');
  const times = (n: number, one: () => void) => Array.from({ length: n }).forEach(one);
  w.comment(
    `${m.letter} at ${w.perMinute(m.speed)} a minute, acceleration ${w.length(m.acceleration)} a second squared: set both in the control first`,
  )
    .line(standard ? `${w.units} G53` : w.units)
    .line('G90 G94');
  move(m.from, m.slow);
  w.line('G4 P3').comment('time from the first fast move to the next pause');
  times(m.passes / 2, () => {
    move(m.to, m.speed);
    move(m.from, m.speed);
  });
  w.line('G4 P3');
  times(m.repeats, () => {
    move(m.to, m.speed);
    move(m.from, m.slow);
  });
  w.line('G4 P1');
  times(m.repeats, () => {
    move(m.to, m.slow);
    move(m.from, m.speed);
  });
  return w.end(false);
}

/** The timed part alone: to and fro at full speed. */
export const timedProgram = (m: SearchMoves): string => searchProgram({ ...m, repeats: 0 });
