import { describe, expect, it } from 'vitest';
import { libraryEntry } from '../machine/library';
import { partFrom } from '../machine/library/entry';
import type { DataOf } from '../machine/parts';
import { quantity } from '../units/quantity';
import { lastingA, mostPeakA, ratedAsConnectedA, startingPeakA } from './motorCurrent';
import { motorFigures, torqueAt } from './motorCurve';
import { mismatches, suitsDrive } from './motorDriver';

const motor = (key: string) => libraryEntry(key)!.data as DataOf<'motor'>;
const eight = motor('motor-rook-13-eight');

describe('currents of a motor as it is connected', () => {
  // 2.8 A on the half-coil sheet: copper loss of both halves stays the same
  it.each([
    ['series', 1.98, 2.8],
    ['parallel', 3.96, 5.6],
    ['half', 2.8, 3.96],
  ] as const)('half-coils of 2.8 A, %s: begin with %s A, at most %s A', (winding, begin, most) => {
    const data = { ...eight, winding };
    expect(ratedAsConnectedA(data)).toBeCloseTo(begin, 2);
    expect(startingPeakA(data)).toBeCloseTo(begin, 2);
    expect(mostPeakA(data)).toBeCloseTo(most, 2);
    expect(lastingA(data, begin)).toBe(begin);
  });
  it('a servo of 10 A RMS, 1.27 and 3.8 N·m: √2 · 10 · 3.8/1.27 = 42.3 A for its peak; 10 A for long', () => {
    const servo = motor('motor-raven-400');
    expect(startingPeakA(servo)).toBeCloseTo(42.32, 1);
    expect(mostPeakA(servo)).toBeCloseTo(42.32, 1);
    expect(lastingA(servo, 42)).toBe(10);
    expect(lastingA(servo, 10)).toBeCloseTo(7.07, 2);
  });
});

describe('a servo gives what its drive’s current allows', () => {
  const part = (key: string) => partFrom(libraryEntry(key)!, '-X1');
  const supply = part('supply-loam-60');
  const peakAt = (most: number, set?: number) => {
    const drive = part('drive-osprey-400');
    if (drive.data.class === 'servo-drive') drive.data.currentMax = quantity(most, 'A');
    if (set !== undefined) drive.setup.peakCurrent = quantity(set, 'A');
    const f = motorFigures(part('motor-raven-400'), 'm', drive, 'd', { supply, path: 's' });
    if (!f.known || f.value.curve.kind !== 'servo') throw new Error('no curve');
    return [torqueAt(f.value.curve, 500), f.value.curve.ratedNm].map((nm) => Number(nm.toFixed(3)));
  };
  // 1.27 N·m/(√2 · 10 A) = 0.0898 N·m for each ampere of amplitude
  it.each([
    [45, undefined, 3.8, 1.27],
    [16, undefined, 1.437, 1.27],
    [45, 20, 1.796, 1.27],
    [45, 10, 0.898, 0.898],
  ])('a drive of %s A, set to %s: %s N·m, %s for long', (most, set, peak, rated) =>
    expect(peakAt(most, set)).toEqual([peak, rated]),
  );
});

describe('a motor and a drive of another kind', () => {
  const of = (m: string, d: string) =>
    mismatches(libraryEntry(m)! as never, libraryEntry(d)! as never).map(
      (x) => `${x.about}${x.never ? '' : ' (works)'}`,
    );
  it.each([
    ['motor-rook-23', 'driver-heron-50', []],
    ['motor-rook-23', 'drive-osprey-400', ['phases', 'kind']],
    ['motor-raven-400', 'driver-heron-80', ['phases', 'kind']],
    ['motor-rook-23', 'driver-merlin-60', ['loop']],
    ['motor-magpie-30', 'driver-heron-80', ['loop (works)']],
    ['motor-magpie-30', 'driver-merlin-60', []],
    ['motor-raven-200', 'drive-osprey-400', []],
    ['motor-raven-400', 'drive-osprey-400', []],
  ])('%s on %s: %j', (m, d, expected) => expect(of(m, d)).toEqual(expected));
  it('an absolute encoder on a drive that reads an incremental one; a motor for 230 V on a drive for 75 V', () => {
    const drive = partFrom(libraryEntry('drive-osprey-400')!, '-T1');
    for (const id of Object.keys(drive.terminals)) if (id.startsWith('enc-data')) delete drive.terminals[id];
    expect(mismatches(libraryEntry('motor-raven-400')! as never, drive as never)).toEqual([
      { about: 'encoder', never: true },
    ]);
    const mains = partFrom(libraryEntry('motor-raven-200')!, '-M1');
    if (mains.data.class === 'motor') mains.data.ratedVoltage = quantity(230, 'V');
    expect(suitsDrive(mains, libraryEntry('drive-osprey-400')!)).toBe(false);
  });
});
