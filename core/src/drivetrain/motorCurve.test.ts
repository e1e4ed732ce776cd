import { describe, expect, it } from 'vitest';
import type { Part } from '../machine/parts';
import { partFrom } from '../machine/library/entry';
import { libraryEntry, libraryOf } from '../machine/library/index';
import { quantity as q } from '../units/quantity';
import { cornerOf, isUnproven, motorFigures, rpmForTorque, torqueAt } from './motorCurve';

const part = (key: string, data: object = {}, setup: object = {}): Part => {
  const p = partFrom(libraryEntry(key)!, '-X1');
  return { ...p, data: { ...p.data, ...data } as Part['data'], setup: { ...p.setup, ...setup } };
};
const supply = (volts: number) => part('supply-loam-36', { outputVoltage: q(volts, 'V') });
function curveOf(motor: Part, driver: Part, volts = 36, motors = 1) {
  const d = motorFigures(motor, 'parts.m', driver, 'parts.d', { supply: supply(volts), path: 'parts.s' }, motors);
  if (!d.known) throw new Error(d.missing.join());
  return d.value;
}
const heron = (amps?: number) => part('driver-heron-80', {}, amps ? { peakCurrent: q(amps, 'A') } : {});

describe('a stepper with its driver', () => {
  it('begins with peak = rated where no current is entered, and never beyond what the driver gives', () => {
    const assumed = curveOf(part('motor-rook-23'), heron());
    expect(assumed.currentAssumed).toBe(true);
    expect(assumed.curve.kind === 'stepper' && assumed.curve.circuit.peakA).toBe(4);
    const capped = curveOf(part('motor-rook-23'), part('driver-heron-30', {}, { peakCurrent: q(9, 'A') }));
    expect(capped.curve.kind === 'stepper' && capped.curve.circuit.peakA).toBe(3.1);
  });
  it('gives the same torque for the same copper loss in series and in parallel, at rest; at speed parallel has more', () => {
    const eight = (winding: string) => part('motor-rook-13-eight', { winding });
    const parallel = curveOf(eight('parallel'), heron()).curve;
    const series = curveOf(eight('series'), heron()).curve;
    expect(torqueAt(series, 0)).toBeCloseTo(torqueAt(parallel, 0), 6);
    expect(torqueAt(parallel, 900)).toBeGreaterThan(1.5 * torqueAt(series, 900));
    expect(cornerOf(parallel)).toBeGreaterThan(cornerOf(series));
  });
  it('two in series have half the bus each: the corner falls, and at speed each has about half', () => {
    const alone = curveOf(part('motor-rook-23'), heron(4), 48).curve;
    const pair = curveOf(part('motor-rook-23'), heron(4), 48, 2).curve;
    expect(torqueAt(pair, 0)).toBeCloseTo(torqueAt(alone, 0), 9);
    expect(torqueAt(pair, 800) / torqueAt(alone, 800)).toBeCloseTo(0.5, 1);
  });
  it('is open loop unless motor and driver both close it; above 1 000 rpm open loop nothing is proven', () => {
    const open = curveOf(part('motor-magpie-30'), heron(5)).curve;
    const closed = curveOf(part('motor-magpie-30'), part('driver-merlin-60')).curve;
    expect([open.openLoop, closed.openLoop]).toEqual([true, false]);
    expect([isUnproven(open, 999), isUnproven(open, 1001), isUnproven(closed, 1001)]).toEqual([false, true, false]);
  });
  it('a 0.9° motor has twice the pole pairs and loses its torque at half the speed', () => {
    const fine = curveOf(part('motor-rook-12', { stepAngle: q(0.9, '°') }), heron(2.8)).curve;
    const usual = curveOf(part('motor-rook-12'), heron(2.8)).curve;
    expect(torqueAt(fine, 0)).toBeCloseTo(torqueAt(usual, 0), 9);
    expect(cornerOf(usual) / cornerOf(fine)).toBeGreaterThan(1.6);
  });
});

describe('a servo', () => {
  const servo = (volts: number) => curveOf(part('motor-raven-400'), part('drive-osprey-400'), volts).curve;
  it('has its peak torque up to the rated speed and none at the highest, both in proportion to the bus', () => {
    const full = servo(60);
    expect([torqueAt(full, 0), torqueAt(full, 3000), torqueAt(full, 3600)]).toEqual([3.8, 3.8, 0]);
    expect(torqueAt(full, 3300)).toBeCloseTo(1.9, 9);
    const low = servo(36);
    expect(torqueAt(low, 1800)).toBe(3.8);
    expect(torqueAt(low, 2160)).toBe(0);
    // A higher bus than rated is not counted on.
    expect(torqueAt(servo(70), 3600)).toBe(0);
    expect(rpmForTorque(full, 1.9)).toBeCloseTo(3300, 3);
    expect(rpmForTorque(full, 5)).toBe(0);
  });
});

it('says each figure that is missing, by its path', () => {
  const { inductance: _l, ...data } = part('motor-rook-23').data as unknown as Record<string, unknown>;
  const motor = { ...part('motor-rook-23'), data } as unknown as Part;
  const d = motorFigures(motor, 'parts.m', heron(), 'parts.d', { supply: supply(36), path: 'parts.s' });
  expect(d).toEqual({ known: false, missing: ['parts.m.data.inductance'] });
  expect(motorFigures(undefined, 'axes.x.drives.0.motor', heron(), 'p', { supply: undefined, path: 's' })).toEqual({
    known: false,
    missing: ['axes.x.drives.0.motor', 'rails.drives.supply'],
  });
});

it.each(libraryOf('motor').map((e) => [e.key, e] as const))(
  '%s of the library has a whole curve with a driver of its kind, falling with speed',
  (_key, e) => {
    const servo = e.data.class === 'motor' && e.data.type === 'servo';
    const { curve } = curveOf(partFrom(e, '-M1'), servo ? part('drive-osprey-750') : part('driver-merlin-80'), 60);
    const torques = [0, 200, 500, 1000, 2000, 4000, 9000].map((n) => torqueAt(curve, n));
    torques.slice(1).forEach((t, i) => expect(t).toBeLessThanOrEqual(torques[i]! + 1e-12));
    expect(torques[0]).toBeGreaterThan(0.1);
    expect(torques.at(-1)).toBeLessThan(torques[0]! / 3);
  },
);
