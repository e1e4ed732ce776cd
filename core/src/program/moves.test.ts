import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { programMoves, stretchesOf } from './moves';

const movesOf = (text: string) => {
  const r = programMoves(text);
  if (!r.ok) throw new Error(r.error.map((f) => `${f.where}: ${f.what}`).join('; '));
  return r.value;
};
const faultsOf = (text: string) => {
  const r = programMoves(text);
  return r.ok ? [] : r.error.map((f) => f.where);
};

describe('the moves of a program', () => {
  it('absolute and incremental, rapid and line, with modal words and comments', () => {
    expect(
      movesOf('%\nN10 G21 G90 G0 X10 Y5 (to the start)\nG1 X40 F600 ; cut\nY25\nG91 X-5.5\nG4 P1\nG0 Z.5\nM30'),
    ).toEqual([
      { line: 2, distances: { X: 10, Y: 5 }, feedPerS: 'rapid' },
      { line: 3, distances: { X: 30 }, feedPerS: 10 },
      { line: 4, distances: { Y: 20 }, feedPerS: 10 },
      { line: 5, distances: { X: -5.5 }, feedPerS: 10 },
      { line: 7, distances: { Z: 0.5 }, feedPerS: 'rapid' },
    ]);
  });
  it('inches count for lengths and feeds, not for degrees', () => {
    const [line] = movesOf('G20 G1 X1 A90 F60');
    expect(line!.distances).toEqual({ X: 25.4, A: 90 });
    expect(line!.feedPerS).toBeCloseTo(25.4, 12);
  });
  it('an arc counts as its chords: out and back, and as long as itself', () => {
    const moves = movesOf('F600 G3 I10');
    expect(moves.length).toBe(24);
    expect(moves.reduce((s, m) => s + Math.hypot(m.distances.X ?? 0, m.distances.Y ?? 0), 0)).toBeCloseTo(62.65, 1);
    expect(moves.reduce((s, m) => s + (m.distances.X ?? 0), 0)).toBeCloseTo(0, 9);
  });
  it('a line without a feed and a torn word are named by line and column, never guessed', () => {
    expect(faultsOf('G1 X5')).toEqual(['line 1, column 1']);
    expect(faultsOf('G0 X5 Y')).toEqual(['line 1, column 7']);
    expect(faultsOf('G0 X1\n hello')).toEqual(['line 2, column 2']);
  });
  it('never throws, and a program that is read ends where its words say', () => {
    const word = fc.tuple(fc.constantFrom('X', 'Y', 'Z'), fc.integer({ min: -500, max: 500 }));
    fc.assert(
      fc.property(fc.array(word, { minLength: 1, maxLength: 20 }), fc.string({ maxLength: 12 }), (words, noise) => {
        programMoves(noise);
        const moves = movesOf(words.map(([l, n]) => `G0 ${l}${n}`).join('\n'));
        for (const letter of ['X', 'Y', 'Z']) {
          const last = words.filter(([l]) => l === letter).at(-1)?.[1] ?? 0;
          expect(moves.reduce((s, m) => s + (m.distances[letter] ?? 0), 0)).toBe(last);
        }
      }),
    );
  });
  it('an axis gets its share of the path speed, and stands while others move', () => {
    const moves = movesOf('G0 X60\nG1 X90 Y40 F3000\nG1 Y70');
    expect(stretchesOf(moves, 'X', 120)).toEqual([
      { distance: 60, speed: 120, standS: 0 },
      { distance: 30, speed: 30, standS: 0 },
      { distance: 0, speed: 0, standS: 0.6 },
    ]);
  });
});
