import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { gapTurns, markedDatum } from './markedDatum';

describe('a datum by a hand mark and one pulse a turn', () => {
  it('worked by hand: a lead of 4 mm, parked within ± 0.8 mm', () => {
    // The pulse 2 mm beyond the mark: 1.2 mm beyond the far edge, 2.8 mm from the near one: 0.3 and 0.7 of a turn.
    expect(markedDatum(4, 0.8, 2)).toEqual({ pitch: 4, beyond: 0.3, verdict: 'sound', shift: 0, widest: 1.2 });
    // 1.2 mm: 0.1 of a turn is left at the far edge; the pulse should come 0.8 mm later.
    expect(markedDatum(4, 0.8, 1.2)).toMatchObject({ verdict: 'near', shift: 0.8 });
    expect(markedDatum(4, 0.8, 0.7)).toMatchObject({ verdict: 'wrong-turn' });
    // 3.3 mm: from the near edge it is 4.1 mm, so the turn before comes first; it should come 1.3 mm earlier.
    const late = markedDatum(4, 0.8, 3.3);
    expect(late.verdict).toBe('wrong-turn');
    expect(late.shift).toBeCloseTo(-1.3, 12);
    // At the motor behind 2.5 : 1 a turn is 1.6 mm, and ± 0.8 mm is all of it.
    expect(markedDatum(1.6, 0.8, 0.8).verdict).toBe('window-too-wide');
    expect(markedDatum(1.6, 0.8, 0.8).widest).toBeCloseTo(0.48, 12);
    // M12 × 1: 1.5 turns for 1.5 mm; M8 × 0.75: two.
    expect(gapTurns(1.5, 1)).toBe(1.5);
    expect(gapTurns(1.5, 0.75)).toBe(2);
  });
  it('what is not called wrong meets the same pulse from every start in its window', () => {
    const meets = (start: number, pulse: number, pitch: number) => Math.ceil((start - pulse) / pitch);
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 20, noNaN: true }),
        fc.double({ min: 0.001, max: 0.6, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: -1, max: 1, noNaN: true }),
        (pitch, window, pulse, start) => {
          const [w, p] = [window * pitch, pulse * pitch];
          const m = markedDatum(pitch, w, p);
          const turns = [-1, 1, start].map((s) => meets(s * w * (1 - 1e-9), p, pitch));
          if (m.verdict === 'sound' || m.verdict === 'near') expect(new Set(turns).size).toBe(1);
          // And shifted as it says, a window that is not too wide is sound, or as near as it can be.
          if (w <= m.widest * (1 - 1e-9)) expect(markedDatum(pitch, w, p + m.shift).verdict).toBe('sound');
        },
      ),
    );
  });
  it('what is called wrong does not: of two starts one takes another turn', () => {
    for (const [w, p] of [
      [0.8, 0.7],
      [0.8, 3.3],
      [2.1, 2],
    ] as const) {
      const turn = (start: number) => Math.ceil((start - p) / 4);
      expect(turn(-w)).not.toBe(turn(w));
    }
  });
});
