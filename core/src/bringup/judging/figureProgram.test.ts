import { describe, expect, it } from 'vitest';
import { readProgram } from '../../program/reader';
import type { Figure } from './figureProgram';
import { TICK, figureProgram } from './figureProgram';

const router: Figure = {
  letters: ['X', 'Y'],
  plane: 17,
  size: 40,
  feed: 20,
  words: 'widespread',
  factors: [1, 1],
  inch: false,
};
const read = (f: Figure, diameterX = false) => {
  const machine = diameterX ? ['X', 'Z'] : ['X', 'Y', 'Z'];
  return readProgram(
    figureProgram(f),
    { letters: machine, linear: machine.map(() => true), diameterX, words: f.words, encoder: false, maxRpm: undefined },
    { start: [0, 0, 0], offsets: Array.from({ length: 6 }, () => [100, 50, 0]), active: 0 },
  );
};

describe('the first program', () => {
  it.each(['standard', 'widespread'] as const)(
    '%s words: a square, a tick outwards, a whole circle, and back',
    (words) => {
      const { program, faults } = read({ ...router, words });
      expect(faults).toEqual([]);
      const moves = program.steps.flatMap((s) => (s.kind === 'move' ? [s] : []));
      // Around the work zero, which lies at 100 and 50.
      expect(Math.max(...moves.map((m) => m.to[0]!))).toBeCloseTo(100 + 20 + 40 * TICK, 9);
      expect(Math.min(...moves.map((m) => m.to[0]!))).toBeCloseTo(80, 9);
      expect(Math.max(...moves.map((m) => m.to[1]!))).toBeCloseTo(50 + 20 + 40 * TICK, 9);
      const [circle] = moves.filter((m) => m.arc);
      expect(circle!.arc!.radius).toBeCloseTo(16, 9);
      expect(Math.abs(circle!.arc!.sweep)).toBeCloseTo(2 * Math.PI, 9);
      expect(moves.at(-1)!.to.slice(0, 2)).toEqual([100, 50]);
      expect(moves.every((m) => m.to[2] === 0)).toBe(true);
    },
  );
  it('on a lathe, in the plane of Z and X, with the diameter programmed', () => {
    const { program, faults } = read({ ...router, letters: ['Z', 'X'], plane: 18, factors: [1, 2] }, true);
    expect(faults).toEqual([]);
    const moves = program.steps.flatMap((s) => (s.kind === 'move' ? [s] : []));
    expect(Math.max(...moves.map((m) => m.to[0]!)) - Math.min(...moves.map((m) => m.to[0]!))).toBeCloseTo(44, 6);
    expect(moves.find((m) => m.arc)!.arc!.radius).toBeCloseTo(16, 9);
  });
});
