import { describe, expect, it } from 'vitest';
import { readProgram } from './reader';
import { searchProgram, stretchFor } from './searchProgram';

const moves = {
  letter: 'X',
  from: 20.5,
  to: 180,
  speed: 123.4,
  acceleration: 600,
  jerk: 0,
  passes: 8,
  inch: false,
  linear: true,
  repeats: 5,
  slow: 20,
  words: 'widespread',
  factor: 1,
} as const;
const read = (text: string, words: 'standard' | 'widespread', diameterX = false) =>
  readProgram(
    text,
    { letters: ['X', 'Z'], linear: [true, true], diameterX, words, encoder: false, maxRpm: undefined },
    // A work offset stands: the search goes by machine position all the same.
    { start: [0, 0], offsets: Array.from({ length: 6 }, () => [11, 7]), active: 0 },
  );

describe.each(['standard', 'widespread'] as const)('the program of a trial, %s words', (words) => {
  it('is read without a fault, runs fast each way as often as told, slow on the way back, and ends where it began', () => {
    const { program, faults } = read(searchProgram({ ...moves, words }), words);
    expect(faults).toEqual([]);
    const steps = program.steps.flatMap((s) => (s.kind === 'move' ? [s] : []));
    const fast = steps.filter((s) => Math.abs(s.feed - 123.4) < 1e-3);
    // Eight timed passes to and fro, then five fast ones each way with a slow way back.
    expect(fast).toHaveLength(18);
    expect(fast.slice(8).filter((s) => s.to[0]! > 100)).toHaveLength(5);
    expect(steps.length - fast.length).toBe(11);
    expect(steps.at(-1)!.to[0]).toBeCloseTo(20.5, 6);
    expect(Math.max(...steps.map((s) => s.to[0]!))).toBeCloseTo(180, 6);
  });
});
it('in inches it is the same motion, and says so in its own units', () => {
  const inches = searchProgram({ ...moves, inch: true });
  expect(inches).toMatch(/^\(X at 291\.4961 a minute, acceleration 23\.62205/);
  const [a, b] = [read(inches, 'widespread'), read(searchProgram(moves), 'widespread')];
  expect(a.faults).toEqual([]);
  const places = (p: typeof a) => p.program.steps.flatMap((s) => (s.kind === 'move' ? [s.to[0]!, s.feed] : []));
  places(a).forEach((v, i) => expect(v).toBeCloseTo(places(b)[i]!, 3));
});
it('a trial of another acceleration is another program', () =>
  expect(searchProgram({ ...moves, acceleration: 900 })).not.toBe(searchProgram(moves)));
it('a diameter is programmed as one', () => {
  const { program, faults } = read(searchProgram({ ...moves, factor: 2 }), 'widespread', true);
  expect(faults).toEqual([]);
  const far = Math.max(...program.steps.flatMap((s) => (s.kind === 'move' ? [s.to[0]!] : [])));
  expect(far).toBeCloseTo(180, 6);
});
it('the stretch holds both ramps and a while at speed', () => {
  expect(stretchFor(100, 500)).toBeCloseTo(100 ** 2 / 500 + 15, 9);
  expect(stretchFor(5, 500)).toBeCloseTo(0.05 + 2, 9);
});
