import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ampacityA, dropV, resistanceOhm, sectionMm2For, threePhaseDropV, usualAmpacity } from './conductors';

describe('copper conductors', () => {
  it('the worked drop: 1.0 mm², 7.5 m, 5.2 A, 40 °C', () => expect(dropV(7.5, 5.2, 1).toFixed(4)).toBe('1.4504'));
  it('three phases: √3·I·R, so 5 m of 1.5 mm² with 5 A lose 0.54 V', () =>
    expect(threePhaseDropV(5, 5, 1.5)).toBeCloseTo(Math.sqrt(3) * 5 * ((0.01724 * (1 + 0.00393 * 20) * 5) / 1.5), 9));
  it('no row of the planning table exceeds IEC 60204-1, method B2, less a second circuit beside it', () => {
    // Table 6 of IEC 60204-1, method B2, and the finer sections of the same table for control.
    const b2 = { 0.2: 4.3, 0.5: 7.5, 0.75: 8.5, 1: 10.1, 1.5: 13.1, 2.5: 17.4, 4: 23, 6: 30, 10: 40 };
    for (const [mm2, amps] of Object.entries(b2)) {
      const share = Number(mm2) >= 4 ? 0.88 : 0.92;
      expect(ampacityA(Number(mm2)), `${mm2} mm²`).toBeLessThanOrEqual(amps * share);
    }
    for (const [i, row] of usualAmpacity.entries())
      if (i > 0) expect(row.amps).toBeGreaterThan(usualAmpacity[i - 1]!.amps);
  });
  it('a loop of 0.3 Ω is about 8.1 m of 1 mm² there and back', () =>
    expect(2 * resistanceOhm(8.06, 1)).toBeCloseTo(0.3, 3));
  it('a gauge just under a metric section counts as that section; one well under does not', () => {
    expect([ampacityA(0.5189), ampacityA(0.5), ampacityA(0.4116), ampacityA(0.05)]).toEqual([3, 3, 2.5, 0]);
    expect(ampacityA(1.3087)).toBe(7);
  });
  it('the chosen section stands current, protection and drop, and the next thinner one does not', () => {
    const amps = fc.double({ min: 0.1, max: 30, noNaN: true });
    fc.assert(
      fc.property(amps, amps, fc.double({ min: 0.2, max: 20, noNaN: true }), (load, fuse, lengthM) => {
        const duty = { amps: load, protectedA: fuse, lengthM, mostDropV: 4 };
        const chosen = sectionMm2For(duty);
        const stands = (mm2: number) =>
          ampacityA(mm2) >= Math.max(load, fuse) && dropV(lengthM, load, mm2) <= duty.mostDropV;
        const index = usualAmpacity.findIndex((r) => r.sectionMm2 === chosen);
        expect(stands(chosen) || index === usualAmpacity.length - 1).toBe(true);
        if (index > 0) expect(stands(usualAmpacity[index - 1]!.sectionMm2)).toBe(false);
      }),
      { numRuns: 200 },
    );
  });
});
