import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import type { MachineFile } from '../machine/file';
import { exampleMachines } from '../samples/index';
import { dunnock } from '../samples/dunnock';
import { quantity } from '../units/quantity';
import { arranged } from './arrange';
import { bodyOf, heldBy } from './body';
import { railsOn } from './rails';
import { overlaps, partsOn, placedOn, plateOf, reachesOut } from './plate';

const NOW = '2026-01-01T00:00:00.000Z';
const edited = (file: MachineFile, ...commands: Command[]) =>
  commands.reduce((f, c) => {
    const r = applyCommand(f, c, NOW);
    if (!r.ok) throw new Error(r.error.map((x) => x.what).join());
    return r.value.file;
  }, file);
const boxed = (file: MachineFile, width: number, height: number, depth = 200) =>
  edited(
    file,
    { name: 'add-enclosure', args: { name: 'Cabinet' } },
    {
      name: 'set-enclosure',
      args: {
        enclosure: 'box-1',
        set: { width: quantity(width, 'mm'), height: quantity(height, 'mm'), depth: quantity(depth, 'mm') },
      },
    },
  );
const laidOut = (file: MachineFile) => {
  const { places, left } = arranged(file.design, 'box-1');
  return { file: edited(file, { name: 'place-parts', args: { enclosure: 'box-1', places } }), left };
};

it('the outline of a part: a breaker 18 mm a pole on its rail, what its sheet tells first, turned by a quarter', () => {
  const { design } = edited(dunnock(), {
    name: 'set-field',
    args: { path: 'parts.motor-supply.data.width', value: quantity(99, 'mm') },
  });
  const breaker = design.parts['mains-breaker']!;
  expect([bodyOf(breaker).width, heldBy(breaker)]).toEqual([36, 'rail']);
  const supply = design.parts['motor-supply']!;
  expect(bodyOf(supply)).toMatchObject({ width: 99, height: 215, usual: true });
  expect(bodyOf(supply, true)).toMatchObject({ width: 215, height: 99 });
});

describe.each(exampleMachines)('$id', ({ make }) => {
  it('in a large box all of it is laid out: nothing overlaps, nothing reaches out, what heats most is on top', () => {
    const { file, left } = laidOut(boxed(make(), 1000, 1400));
    const { design } = file;
    expect(left).toEqual([]);
    const placed = placedOn(design, 'box-1');
    expect(placed.map((p) => p.part).sort()).toEqual(partsOn(design, 'box-1').sort());
    const plate = plateOf(design.enclosures!['box-1']!)!;
    for (const [i, a] of placed.entries()) {
      expect(reachesOut(a, plate), a.part).toBe(false);
      for (const b of placed.slice(i + 1)) expect(overlaps(a, b), `${a.part} ${b.part}`).toBe(false);
    }
    const y = (of: string) => placed.filter((p) => design.parts[p.part]!.data.class === of).map((p) => p.y);
    expect(Math.min(...y('supply'))).toBeGreaterThan(Math.max(...y('terminal-strip')));
  });
});

it('in any box: what is placed fits and stands free, and what does not is told', () => {
  const { design } = dunnock();
  fc.assert(
    fc.property(fc.integer({ min: 80, max: 1500 }), fc.integer({ min: 80, max: 1500 }), (width, height) => {
      const { file, left } = laidOut(boxed({ ...dunnock(), design }, width, height));
      const placed = placedOn(file.design, 'box-1');
      const plate = plateOf(file.design.enclosures!['box-1']!)!;
      expect(placed.length + left.length).toBe(partsOn(file.design, 'box-1').length);
      for (const [i, a] of placed.entries())
        expect(reachesOut(a, plate) || placed.slice(i + 1).some((b) => overlaps(a, b))).toBe(false);
    }),
    { numRuns: 25 },
  );
});

it('rails: one for each height, as long as what is on it and 10 mm beyond; all on it have one middle', () => {
  const { file } = laidOut(boxed(dunnock(), 1000, 1400));
  const rails = railsOn(file.design, 'box-1');
  const placed = placedOn(file.design, 'box-1');
  for (const rail of rails) {
    const on = placed.filter((p) => rail.parts.includes(p.part));
    for (const p of on) expect(p.y + p.body.height / 2).toBeCloseTo(rail.y, 6);
    const right = Math.max(...on.map((p) => p.x + p.body.width));
    expect(rail.from + rail.length).toBeCloseTo(Math.min(960, right + 10), 6);
  }
  expect(rails.flatMap((r) => r.parts).sort()).toEqual(
    placed
      .filter((p) => heldBy(file.design.parts[p.part]!) === 'rail' && !p.turned)
      .map((p) => p.part)
      .sort(),
  );
});

it('a place goes with its part, and a part that sits outside is on no plate', () => {
  const { file } = laidOut(boxed(dunnock(), 800, 1000));
  const added = edited(file, { name: 'add-part', args: { library: 'supply-marl-12' } });
  const [id] = Object.keys(added.design.parts).filter((p) => !file.design.parts[p]);
  const put = edited(added, { name: 'place-parts', args: { enclosure: 'box-1', places: { [id!]: { x: 5, y: 5 } } } });
  expect(put.design.enclosures!['box-1']!.places).toHaveProperty(id!);
  const gone = edited(put, { name: 'remove-part', args: { part: id! } });
  expect(gone.design.enclosures!['box-1']!.places).not.toHaveProperty(id!);
  const out = edited(file, { name: 'sit-part', args: { part: 'controller', in: 'outside' } });
  expect(placedOn(out.design, 'box-1').some((p) => p.part === 'controller')).toBe(false);
});
