import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { drivesByAxis, fieldDemand, motorBusDemand, motorDemand } from './budget';
import { mainsDemand } from './mains';
import { worked } from './testing/worked';

describe('the energy balance of a stepper', () => {
  it('19.6 W in the copper, 37.7 W at the shaft, 6.0 W in the driver: 63.3 W, 1.76 A from 36 V', () => {
    const d = motorDemand(worked(600), 0.5)!;
    expect(d.movingW).toBeCloseTo(63.3, 1);
    expect(d.movingW / 36).toBeCloseTo(1.76, 2);
    expect(d.heldW).toBeCloseTo(19.62 * 1.07 + 2, 1);
    expect(d.idleW).toBeCloseTo((19.62 / 4) * 1.07 + 2, 1);
  });
  it('four of them, two moving: 172.6 W, where the sum of the phase currents says 16.8 A', () => {
    const { design } = dunnock();
    const axes = [
      { axisId: 'x', figures: [worked(600)] },
      { axisId: 'y', figures: [worked(600), worked(0)] },
      { axisId: 'z', figures: [worked(0)] },
    ];
    const bus = motorBusDemand(design, axes);
    expect(bus.movingW).toBeCloseTo(172.6, 0);
    expect(bus.phaseCurrentsA).toBeCloseTo(16.8, 9);
  });
});

it('a spindle of 1.5 kW takes 13.5 A from 230 V; a supply what its load is, not what it could give', () => {
  const { design } = dunnock();
  const spindle = design.parts[design.roles.spindle!]!;
  if (spindle.data.class !== 'spindle') throw new Error('no spindle');
  const big = {
    ...design,
    parts: {
      ...design.parts,
      [design.roles.spindle!]: {
        ...spindle,
        data: { ...spindle.data, power: { entered: 1.5, unit: 'kW' as const, source: 'datasheet' as const } },
      },
    },
  };
  const of = (d: typeof design, id: string, load = {}) => mainsDemand(d, load).find((x) => x.id === id)!.amps;
  expect(of(big, design.roles.spindleDrive!)).toBeCloseTo(13.5, 1);
  // 100 W / (0.85 · 0.6 · 230 V)
  expect(of(design, 'motor-supply', { 'motor-supply': 100 })).toBeCloseTo(0.853, 3);
});

it('the demand of the samples fits what they have', () => {
  for (const make of [dunnock, plover]) {
    const { design } = make();
    const bus = motorBusDemand(design, drivesByAxis(design, deriveFigures(design).axes));
    expect(bus.unknown).toBe(0);
    expect(bus.movingW).toBeGreaterThan(bus.idleW);
    expect(fieldDemand(design).reduce((s, d) => s + d.amps, 0)).toBeLessThan(5);
  }
});
