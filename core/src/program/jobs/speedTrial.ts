import { searchProgram, stretchFor, type SearchMoves } from '../searchProgram';
import { passesFor } from '../searchTiming';
import type { ProgramStyle } from '../write';
import type { Job, JobMachine, JobValues } from './job';

const LETTERS = ['X', 'Y', 'Z'] as const;
const keys = ['x', 'y', 'z'] as const;
/** Of the travel, the trial leaves this share untouched. */
const SPARED = 0.02;
/** Slow way back, as a share of the highest speed. */
const SLOW = 0.2;
const REPEATS = 5;

/** The moves of a trial in the middle of the travel; undefined where the travel is too short to reach that speed. */
function movesOf(v: JobValues, { envelope, limits }: JobMachine, style: ProgramStyle): SearchMoves | undefined {
  const i = v.axis as 0 | 1 | 2;
  const { min, max } = envelope[keys[i]];
  const [speed, acceleration] = [v.speed!, v.acceleration!];
  const stretch = Math.min((max - min) * (1 - SPARED), stretchFor(speed, acceleration) * 1.2);
  if (stretch < (speed * speed) / acceleration) return undefined;
  const middle = (min + max) / 2;
  return {
    letter: LETTERS[i],
    from: middle - stretch / 2,
    to: middle + stretch / 2,
    speed,
    acceleration,
    jerk: 0,
    passes: passesFor({ distance: stretch, speed, acceleration, jerk: 0 }),
    repeats: REPEATS,
    slow: limits[keys[i]].speed * SLOW,
    words: style.words,
    factor: 1,
    inch: style.inch,
    linear: true,
  };
}

/** One trial of a speed: fast one way, slow back, and the other way round, from a mark that is checked at the end. */
export const speedTrial: Job = {
  id: 'speed-trial',
  title: 'Speed trial',
  purpose: 'Runs an axis fast one way and slow back, several times over: a mark that is met again has lost no step.',
  before:
    'Datum known, nothing clamped, the tool high. Set speed and acceleration in the control first: it limits every feed to its own without a word.',
  then: 'Bring-up leads the whole search, judges each trial by its time, and says what to try next.',
  fields: ({ limits, room }) => [
    {
      key: 'axis',
      title: 'Axis',
      dimension: 'ratio',
      value: 0,
      least: 0,
      most: 2,
      choices: LETTERS.map((label, value) => ({ value, label })),
    },
    { key: 'speed', title: 'Speed', dimension: 'speed', value: limits.x.speed, least: 0.1, most: 5000 },
    {
      key: 'acceleration',
      title: 'Acceleration',
      dimension: 'acceleration',
      value: Math.max(limits.x.acceleration, (2 * limits.x.speed ** 2) / room.x),
      least: 1,
      most: 100_000,
    },
  ],
  refused: (v, machine) =>
    movesOf(v, machine, { words: 'standard', inch: false })
      ? undefined
      : {
          what: `The travel of ${LETTERS[v.axis as 0 | 1 | 2]} is too short to reach that speed.`,
          where: 'Speed',
          fix: 'Enter a lower speed, or a higher acceleration.',
        },
  write(v, style, machine) {
    const moves = movesOf(v, machine, style);
    return moves ? searchProgram(moves) : '';
  },
};
