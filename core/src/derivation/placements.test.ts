import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import type { MachineFile } from '../machine/file';
import { dunnock } from '../samples/dunnock';
import { wren } from '../samples/wren';
import { quantity } from '../units/quantity';
import type { Unit } from '../units/units';
import { deriveFigures } from './figures';
import { datumQuality, placementsOf } from './placements';

const edit = (file: MachineFile, command: Command): MachineFile => {
  const r = applyCommand(file, command, '2026-03-03T10:00:00.000Z');
  if (!r.ok) throw new Error(r.error.map((f) => f.what).join());
  return r.value.file;
};
const set = (path: string, value: number, unit: Unit): Command => ({
  name: 'set-field',
  args: { path, value: quantity(value, unit) },
});
const looked = (file: MachineFile, axis: string) => {
  const f = deriveFigures(file.design);
  const a = f.axes.find((x) => x.id === axis)!;
  return { placements: placementsOf(f, a), datum: datumQuality(f, a), stopping: a.stopping };
};

describe('where a switch sits', () => {
  const trip = (mm: number) => set('parts.device-limit-x-plus.mount.tripFromStop', mm, 'mm');
  const verdict = (file: MachineFile) =>
    looked(file, 'x').placements.find((p) => p.device === 'device-limit-x-plus')!.verdict;
  it.each([
    [20, 'stops in time'],
    [12, 'hits the stop'],
    [0, 'trips behind the stop'],
  ])('%s mm before the stop: %s', (mm, expected) => expect(verdict(edit(dunnock(), trip(mm)))).toBe(expected));

  it('90 mm/s, 450 mm/s², 9 ms are 9.81 mm; a limited jerk adds v·a/2j', () => {
    const base = [
      set('axes.x.maxSpeed', 90, 'mm/s'),
      set('axes.x.acceleration', 450, 'mm/s²'),
      set('parts.controller.data.inputPoll', 9, 'ms'),
    ].reduce(edit, dunnock());
    const distance = (file: MachineFile) => {
      const { stopping } = looked(file, 'x');
      return stopping.known ? stopping.value.distance : NaN;
    };
    expect(distance(base)).toBeCloseTo(9.81, 9);
    expect(distance(edit(base, set('axes.x.jerk', 4050, 'mm/s³')))).toBeCloseTo(9.81 + 5, 9);
  });
  it('a switch that is pushed further than it withstands is told from one that is not touched at all', () => {
    const slow = edit(wren(), set('axes.x.acceleration', 150, 'mm/s²'));
    expect(looked(slow, 'x').placements[0]).toMatchObject({ verdict: 'pushes the switch too far', overTravel: 4 });
    expect(looked(dunnock(), 'x').placements[0]!.overTravel).toBeUndefined();
  });
});

describe('how well a datum repeats', () => {
  it('is √(switch² + (v·poll)² + step²), and a filter in front changes nothing of it', () => {
    // At one speed: a derived approach is a little slower behind a filter.
    const slow = edit(wren(), set('axes.x.reference.slowSpeed', 2, 'mm/s'));
    const plain = looked(slow, 'x').datum!;
    const filtered = looked(edit(slow, set('circuits.limit-and-reference-x.filter', 5, 'ms')), 'x').datum!;
    expect(filtered.error.repeatability).toBeCloseTo(plain.error.repeatability, 9);
    expect(filtered.error.constant).toBeGreaterThan(plain.error.constant);
  });
  it('an index is looked at where the axis is referenced on one', () => {
    expect(looked(wren(), 'x').datum).toMatchObject({ indexPitch: 4, index: { verdict: 'sound', phase: 0.45 } });
    expect(looked(dunnock(), 'x').datum).toMatchObject({ indexPitch: undefined, index: undefined });
  });
});

describe('a device exchanged in its place', () => {
  const exchange = (part: string, library: string): Command => ({ name: 'exchange-device', args: { part, library } });
  it('keeps its mount and designation, and its input takes the side that suits it', () => {
    const { design } = edit(dunnock(), exchange('device-limit-x-plus', 'sensor-lichen-npn-no'));
    expect(design.parts['device-limit-x-plus']).toMatchObject({
      designation: '-B2',
      mount: dunnock().design.parts['device-limit-x-plus']!.mount,
      data: { output: 'NPN', form: 'NO' },
    });
    expect(design.circuits['limit-x-plus']!.feed).toBe('0V');
  });
  it('is refused while a made conductor would be left hanging, with what to do', () => {
    const r = applyCommand(dunnock(), exchange('device-limit-x-plus', 'switch-finch'), '2026-03-03T10:00:00.000Z');
    expect(r.ok).toBe(false);
    expect(!r.ok && r.error[0]!.fix).toContain('planned');
  });
});
