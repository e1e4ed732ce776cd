import fc from 'fast-check';
import { expect, it } from 'vitest';
import { headroomMm, indexCheck, indexMoves } from './indexPulse';

it.each([
  // phase, verdict, nearest index, move by
  [0.5, 'sound', 2, 0],
  [0.2, 'sound', 0.8, 1.2],
  [0.8, 'sound', 0.8, -1.2],
  [0.15, 'near', 0.6, 1.4],
  [0.9, 'near', 0.4, -1.6],
  [0.004, 'ambiguous', 0.016, 1.984],
  [0, 'ambiguous', 0, 2],
] as const)('a coarse mark at %s of a turn of 4 mm is %s', (phase, verdict, nearest, moveBy) => {
  const c = indexCheck(4, phase, 0.02);
  expect(c.verdict).toBe(verdict);
  expect([c.nearest, c.moveBy]).toEqual([expect.closeTo(nearest, 9), expect.closeTo(moveBy, 9)]);
});
it('moved as it says, every mark is sound', () =>
  fc.assert(
    fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (phase) => {
      const { moveBy, pitch } = indexCheck(5, phase, 0.05);
      expect(indexCheck(5, phase + moveBy / pitch, 0.05).verdict).toBe('sound');
    }),
  ));
it('a mark is moved towards its end to trip later in the turn, and away from it where there is no room', () => {
  // Phase 0.2 of 4 mm: 1.2 mm towards the end makes it 0.5; with 3 mm of 4 needed behind it, 2.8 mm away do the same.
  expect(indexMoves(indexCheck(4, 0.2, 0.02), 10, 3).map((v) => Number(v.toFixed(6)))).toEqual([1.2, -2.8]);
  expect(indexMoves(indexCheck(4, 0.2, 0.02), 4, 3).map((v) => Number(v.toFixed(6)))).toEqual([-2.8]);
  expect(indexMoves(indexCheck(4, 0.9, 0.02), 10, 3)[0]).toBeCloseTo(-1.6, 9);
});
it('the sum over the table', () => expect(headroomMm(220, 60, 95, 40)).toBe(25));
