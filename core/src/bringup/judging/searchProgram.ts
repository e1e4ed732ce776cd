import { perMinute, programNumber } from '../../program/numbers';

/** A fast move one way, a slow one back, several times over: a loss cannot cancel itself out. */
export interface SearchMoves {
  letter: string;
  /** Machine positions between which it runs, mm or °. */
  from: number;
  to: number;
  /** As programmed, a second. */
  speed: number;
  repeats: number;
  /** Slow way back, a second. */
  slow: number;
  words: 'standard' | 'widespread';
  /** A diameter is programmed. */
  factor: 1 | 2;
}

/** The stretch that a trial needs: both ramps and a while at speed. */
export const stretchFor = (speed: number, acceleration: number): number =>
  (speed * speed) / acceleration + Math.max(2, speed * AT_SPEED_S);
const AT_SPEED_S = 0.15;

/** A program after ISO 6983 for one trial of the speed search. Its first and last stop are the mark that is checked. */
export function searchProgram({ letter, from, to, speed, repeats, slow, words, factor }: SearchMoves): string {
  const at = (v: number) => programNumber(v * factor);
  const machine = words === 'standard' ? '' : 'G53 ';
  const move = (v: number, f: number) => `${machine}G1 ${letter}${at(v)} F${perMinute(f)}`;
  return [
    `(${letter} at ${perMinute(speed)} a minute, ${repeats} times each way)`,
    words === 'standard' ? 'G71 G53' : 'G21',
    'G90 G94',
    move(from, slow),
    'G4 P1',
    ...Array.from({ length: repeats }, () => [move(to, speed), move(from, slow)]).flat(),
    'G4 P1',
    ...Array.from({ length: repeats }, () => [move(to, slow), move(from, speed)]).flat(),
    'M30',
    '',
  ].join('\n');
}
