import fc from 'fast-check';
import { expect, it } from 'vitest';
import { headroomMm, indexCheck } from './indexPulse';

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
it('the sum over the table', () => expect(headroomMm(220, 60, 95, 40)).toBe(25));
