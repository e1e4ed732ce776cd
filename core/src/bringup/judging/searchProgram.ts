import { programNumber } from '../../program/numbers';

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
const MM_PER_INCH = 25.4;

/**
 * A program after ISO 6983 for one trial of a search. Its first and last stop are the mark that is checked. Between the two
 * first pauses it runs to and fro at full speed: that part is timed, since a control that limits the feed says nothing.
 */
export function searchProgram(m: SearchMoves): string {
  const unit = m.inch && m.linear ? MM_PER_INCH : 1;
  const at = (v: number) => programNumber((v * m.factor) / unit);
  const perMinute = (v: number) => programNumber((v * 60) / unit);
  const machine = m.words === 'standard' ? '' : 'G53 ';
  const move = (v: number, f: number) => `${machine}G1 ${m.letter}${at(v)} F${perMinute(f)}`;
  const units = m.words === 'standard' ? `${m.inch ? 'G70' : 'G71'} G53` : m.inch ? 'G20' : 'G21';
  return [
    `(${m.letter} at ${perMinute(m.speed)} a minute, acceleration ${programNumber(m.acceleration / unit)} a second squared: set both in the control first)`,
    units,
    'G90 G94',
    move(m.from, m.slow),
    'G4 P3',
    '(time from the first fast move to the next pause)',
    ...Array.from({ length: m.passes / 2 }, () => [move(m.to, m.speed), move(m.from, m.speed)]).flat(),
    'G4 P3',
    ...Array.from({ length: m.repeats }, () => [move(m.to, m.speed), move(m.from, m.slow)]).flat(),
    'G4 P1',
    ...Array.from({ length: m.repeats }, () => [move(m.to, m.slow), move(m.from, m.speed)]).flat(),
    'M30',
    '',
  ].join('\n');
}

/** The timed part alone: to and fro at full speed. */
export const timedProgram = (m: SearchMoves): string => searchProgram({ ...m, repeats: 0 });
