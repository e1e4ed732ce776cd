import fc from 'fast-check';
import { expect, it } from 'vitest';
import { positionAt, stoppingDistance, trapezoid } from './trapezoid';

const positive = fc.double({ min: 0.1, max: 1000, noNaN: true });

it('arrives exactly, never passes its limits and never steps back', () => {
  fc.assert(
    fc.property(fc.double({ min: -500, max: 500, noNaN: true }), positive, positive, (s, v, a) => {
      const move = trapezoid(s, v, a);
      expect(move.peakSpeed).toBeLessThanOrEqual(v * (1 + 1e-12));
      let last = 0;
      for (let i = 1; i <= 40; i++) {
        const p = Math.abs(positionAt(move, (move.totalS * i) / 40));
        expect(p).toBeGreaterThanOrEqual(last - 1e-9);
        last = p;
      }
      expect(positionAt(move, move.totalS)).toBeCloseTo(s, 12);
    }),
  );
});

it('a short move is a triangle, a long one cruises', () => {
  expect(trapezoid(1, 100, 400)).toMatchObject({ peakSpeed: 20, cruiseS: 0, totalS: 0.1 });
  expect(trapezoid(-100, 100, 400)).toMatchObject({ peakSpeed: 100, cruiseS: 0.75, totalS: 1.25 });
});

it('stopping distance with reaction: 90 mm/s, 450 mm/s², 9 ms', () => {
  expect(stoppingDistance(90, 450, 0.009).toFixed(2)).toBe('9.81');
});
