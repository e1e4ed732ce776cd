import { describe, expect, it } from 'vitest';
import { Random } from '../../motion/plant/random';
import { fromDiagonals, fromEdge } from './square';

describe('squareness', () => {
  it('the worked case of the textbook: 943.1 and 941.7 over 560, 720 between the lines', () => {
    const q = fromDiagonals(943.1, 941.7, 560, 720, 0.5)!;
    expect(q.along).toBeCloseTo(757.97, 1);
    expect(q.angleRad * 1000).toBeCloseTo(1.5542, 3);
    expect(q.lead).toBeCloseTo(1.119, 3);
    // Both diagonals read to 0.5 mm on their own.
    expect(q.spread).toBeGreaterThan(0.5);
    expect(q.spread).toBeLessThan(0.65);
  });
  it('a rectangle that cannot be is refused; an edge tells the same as diagonals do', () => {
    expect(fromDiagonals(300, 300, 500, 700, 0.5)).toBeUndefined();
    const skew = 0.0012;
    const edge = fromEdge(0, 600 * skew, 600, 780, 0.02)!;
    expect(edge.lead).toBeCloseTo(780 * skew, 9);
    const [a, b] = [560, 700];
    const d1 = Math.hypot(a, b + a * skew);
    const d2 = Math.hypot(a, b - a * skew);
    expect(fromDiagonals(d1, d2, a, 780, 0.5)!.lead).toBeCloseTo(780 * skew, 2);
  });
  it('fifty crooked gantries are square within what the tape tells after two rounds', () => {
    const random = new Random(11);
    for (let n = 0; n < 50; n++) {
      const w = 400 + 800 * random.next();
      const a = w * (0.6 + 0.3 * random.next());
      const b = 500 + 700 * random.next();
      // Up to 5 mm of lead at the right end, drilled, read with a tape, its switch moved back by what was found.
      let lead = (random.next() * 2 - 1) * 5;
      const tape = (v: number) => v + (random.next() * 2 - 1) * 0.5;
      let rounds = 0;
      for (; rounds < 2; rounds++) {
        const [x, y] = [a, (lead / w) * a];
        const q = fromDiagonals(tape(Math.hypot(x, b + y)), tape(Math.hypot(x, b - y)), a, w, 0.5)!;
        if (Math.abs(q.lead) <= q.spread) break;
        lead -= q.lead;
      }
      const { spread } = fromDiagonals(Math.hypot(a, b), Math.hypot(a, b), a, w, 0.5)!;
      expect(Math.abs(lead)).toBeLessThan(2 * spread);
    }
  });
});
