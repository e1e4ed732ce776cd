import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rpmForTorque } from './motorCurve';
import type { StepperCircuit } from './stepper';
import {
  cornerRpm,
  inSeries,
  polePairsOf,
  pullOutTorqueNm,
  resonanceHz,
  resonanceRpm,
  torqueConstantNmPerA,
  warmResistanceOhm,
} from './stepper';
import { connect } from './windings';

const motor = (volts: number): StepperCircuit => ({
  polePairs: polePairsOf(1.8),
  ktNmPerA: torqueConstantNmPerA(2.3, 4),
  resistanceOhm: 0.72,
  inductanceH: 0.0029,
  volts,
  peakA: 5.2,
});

describe('pull-out torque, against the worked figures', () => {
  it('torque constant', () => expect(motor(28).ktNmPerA.toFixed(5)).toBe('0.40659'));
  it.each([
    [28, '290.1', ['2.1142', '2.1071', '1.1562', '0.7720', '0.5793', '0.3864']],
    [42, '446.9', ['2.1142', '2.1142', '1.7790', '1.1879', '0.8915', '0.5946']],
    [60, '648.0', ['2.1142', '2.1142', '2.1142', '1.7227', '1.2928', '0.8622']],
  ])('%d V', (volts, corner, torques) => {
    const c = motor(volts);
    expect(cornerRpm(c).toFixed(1)).toBe(corner);
    expect([60, 300, 600, 900, 1200, 1800].map((n) => pullOutTorqueNm(c, n).toFixed(4))).toEqual(torques);
  });
  it('two in series on 42 V', () => {
    const pair = inSeries(motor(42), 2);
    expect(cornerRpm(pair).toFixed(1)).toBe('211.4');
    expect(pullOutTorqueNm(pair, 600).toFixed(4)).toBe('0.8447');
  });
  it('warm, with a cable loop', () => {
    const c = { ...motor(28), resistanceOhm: warmResistanceOhm(0.72, 60, 0.3) };
    expect(pullOutTorqueNm(c, 300).toFixed(4)).toBe('2.0628');
  });
  it('resonance', () => {
    const hz = resonanceHz(50, 2.1142, 1.1016e-4);
    expect(hz.toFixed(1)).toBe('155.9');
    expect(resonanceRpm(hz, 50).map(Math.round)).toEqual([47, 94, 187]);
  });
});

const anyCircuit: fc.Arbitrary<StepperCircuit> = fc.record({
  polePairs: fc.constantFrom(50, 100),
  ktNmPerA: fc.double({ min: 0.02, max: 1.5, noNaN: true }),
  resistanceOhm: fc.double({ min: 0.1, max: 6, noNaN: true }),
  inductanceH: fc.double({ min: 2e-4, max: 2e-2, noNaN: true }),
  volts: fc.double({ min: 5, max: 90, noNaN: true }),
  peakA: fc.double({ min: 0.3, max: 9, noNaN: true }),
});
const anyRpm = fc.double({ min: 0, max: 3000, noNaN: true });

/** The same question asked the slow way: every current on a grid, the best that both limits allow. */
function bruteForce(c: StepperCircuit, rpm: number): number {
  const omega = (rpm * 2 * Math.PI) / 60;
  const [e, x, r] = [c.ktNmPerA * omega, c.polePairs * omega * c.inductanceH, c.resistanceOhm];
  const steps = 360;
  let best = 0;
  for (let i = 0; i <= steps; i++)
    for (let k = 0; k <= steps; k++) {
      const iq = (c.peakA * i) / steps;
      const id = c.peakA * ((2 * k) / steps - 1);
      if (iq <= best || Math.hypot(iq, id) > c.peakA) continue;
      if (Math.hypot(e + r * iq - x * id, x * iq + r * id) <= c.volts) best = iq;
    }
  return c.ktNmPerA * best;
}

describe('properties of the torque model', () => {
  it('the closed form is the best of all currents', () =>
    fc.assert(
      fc.property(anyCircuit, anyRpm, (c, rpm) => {
        const slack = (c.ktNmPerA * c.peakA) / 100;
        const [exact, grid] = [pullOutTorqueNm(c, rpm), bruteForce(c, rpm)];
        expect(exact).toBeGreaterThanOrEqual(grid - 1e-9);
        // A thin lens between the circles can slip through the grid; elsewhere both agree.
        if (grid > 0) expect(exact - grid).toBeLessThan(slack * 3);
      }),
      { numRuns: 60 },
    ));
  it('more voltage never means less torque, more speed never means more', () =>
    fc.assert(
      fc.property(anyCircuit, anyRpm, fc.double({ min: 0, max: 40, noNaN: true }), (c, rpm, more) => {
        const here = pullOutTorqueNm(c, rpm);
        expect(Number.isFinite(here)).toBe(true);
        expect(pullOutTorqueNm({ ...c, volts: c.volts + more }, rpm)).toBeGreaterThanOrEqual(here - 1e-9);
        expect(pullOutTorqueNm(c, rpm + more * 20)).toBeLessThanOrEqual(here + 1e-9);
      }),
    ));
  it('up to the corner the whole torque is there; the speed for a torque gives that torque back', () =>
    fc.assert(
      fc.property(anyCircuit, fc.double({ min: 0.05, max: 0.95, noNaN: true }), (c, share) => {
        const full = c.ktNmPerA * c.peakA;
        const corner = cornerRpm(c);
        if (corner > 0) expect(pullOutTorqueNm(c, corner * 0.999)).toBeCloseTo(full, 9);
        if (corner <= 1) return;
        const rpm = rpmForTorque(
          { kind: 'stepper', openLoop: true, circuit: c, motors: 1, ratedA: c.peakA, windingOhm: 1 },
          full * share,
        );
        if (rpm < 20_000) expect(pullOutTorqueNm(c, rpm)).toBeGreaterThanOrEqual(full * share - 1e-6);
        if (rpm < 20_000) expect(pullOutTorqueNm(c, rpm * 1.001 + 0.01)).toBeLessThan(full * share + 1e-6);
      }),
    ));
  it('series and parallel lose the same heat in the copper', () => {
    const half = { resistanceOhm: 0.9, inductanceMh: 2.2, ratedA: 3 };
    for (const winding of ['series', 'parallel'] as const) {
      const w = connect(half, winding);
      expect(w.ratedA ** 2 * w.resistanceOhm).toBeCloseTo(half.ratedA ** 2 * half.resistanceOhm, 9);
    }
    expect(connect(half, 'series')).toMatchObject({ resistanceOhm: 1.8, inductanceMh: 8.8, ktFactor: 2 });
    expect(connect(half, 'parallel')).toMatchObject({ resistanceOhm: 0.45, inductanceMh: 2.2, ktFactor: 1 });
  });
});
