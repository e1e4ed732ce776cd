import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Command } from '../commands/command';
import type { MachineFile } from '../machine/file';
import { exampleMachines } from '../samples/index';
import { dunnock } from '../samples/dunnock';
import { boxed, edited } from '../samples/testing/edited';
import { quantity, type Quantity } from '../units/quantity';
import { arranged } from './arrange';
import { bodyOf, heldBy } from './body';
import { railsOn } from './rails';
import { overlaps, partsOn, placedOn, plateOf, reachesOut } from './plate';
import { roomFor } from './room';
import { aligned, snapped } from './snap';

const laidOut = (file: MachineFile) => {
  const { places, left } = arranged(file.design, 'box-1');
  return { file: edited(file, { name: 'place-parts', args: { enclosure: 'box-1', places } }), left };
};

it('the outline of a part: a breaker 18 mm a pole on its rail, what its sheet tells first, turned by a quarter', () => {
  const set = (key: string, value: Quantity | null): Command => ({
    name: 'set-field',
    args: { path: `parts.motor-supply.data.${key}`, value },
  });
  const { design } = edited(dunnock(), set('width', quantity(99, 'mm')), set('height', null));
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

describe('dragged and brought into line', () => {
  const sized = (path: string, n: number): Command => ({
    name: 'set-field',
    args: { path: `parts.${path}`, value: quantity(n, 'mm') },
  });
  const sizes = [
    sized('stop-contactor.data.width', 45),
    sized('stop-contactor.data.height', 85),
    sized('controller.data.width', 160),
  ];
  const { design } = edited(boxed(dunnock(), 840, 1040), ...sizes, {
    name: 'place-parts',
    args: {
      enclosure: 'box-1',
      places: {
        'mains-breaker': { x: 100, y: 200 },
        'stop-contactor': { x: 300, y: 400 },
        controller: { x: 0, y: 600 },
      },
    },
  });
  const [breaker, contactor, board] = ['mains-breaker', 'stop-contactor', 'controller'].map((id) =>
    placedOn(design, 'box-1').find((p) => p.part === id)!,
  ) as [ReturnType<typeof placedOn>[0], ReturnType<typeof placedOn>[0], ReturnType<typeof placedOn>[0]];
  const drag = (p: typeof breaker, x: number, y: number) =>
    snapped(design, 'box-1', { ...p, x, y }, placedOn(design, 'box-1'));

  it('a contactor of 85 mm near the rail of a breaker of 90 mm: its middle on the rail, flush with the breaker', () => {
    // The rail is at 245 mm; half of 85 is 42.5. The breaker ends at 136 mm.
    expect(drag(contactor, 139, 206)).toEqual({ x: 136, y: 202.5 });
    expect(drag(contactor, 152, 240)).toEqual({ x: 150, y: 240 });
  });
  it('a board hangs on no rail: it stops at the next step, or at the lower edge of what is near', () => {
    expect(drag(board, 452, 212)).toEqual({ x: 450, y: 210 });
    expect(drag(board, 452, 206)).toEqual({ x: 450, y: 200 });
  });
  it('in line by the first, or spread evenly', () => {
    expect(aligned([breaker, contactor], 'middle')['stop-contactor']).toEqual({ x: 300, y: 202.5 });
    expect(aligned([breaker, contactor], 'right')['stop-contactor']).toEqual({ x: 136 - 45, y: 400 });
    const three = aligned([board, breaker, contactor], 'spread');
    // 0 to 345 mm with 160, 36 and 45 mm in it: 52 mm twice.
    expect([three.controller!.x, three['mains-breaker']!.x, three['stop-contactor']!.x]).toEqual([0, 212, 300]);
  });
});

it('the first free place: beside what is there, else above it; none where nothing is left', () => {
  const [size, sheet] = [
    { width: 50, height: 40 },
    { width: 200, height: 100 },
  ];
  expect(roomFor(size, [], sheet, 10)).toEqual({ x: 0, y: 0 });
  expect(roomFor(size, [{ x: 0, y: 0, width: 100, height: 40 }], sheet, 10)).toEqual({ x: 110, y: 0 });
  expect(roomFor(size, [{ x: 0, y: 0, width: 160, height: 40 }], sheet, 10)).toEqual({ x: 0, y: 50 });
  expect(roomFor(size, [{ x: 0, y: 0, width: 160, height: 55 }], sheet, 10)).toBeUndefined();
});

it('a drive whose sheet asks for 100 mm above it and 30 mm beside it is laid out so', () => {
  const set = (key: string, n: number): Command => ({
    name: 'set-field',
    args: { path: `parts.motor-supply.data.${key}`, value: quantity(n, 'mm') },
  });
  const { file } = laidOut(edited(boxed(dunnock(), 1000, 1400), set('airAbove', 100), set('airBeside', 30)));
  const placed = placedOn(file.design, 'box-1');
  const supply = placed.find((p) => p.part === 'motor-supply')!;
  for (const p of placed) {
    if (p === supply) continue;
    const dx = Math.max(p.x - supply.x - supply.body.width, supply.x - p.x - p.body.width);
    const dy = Math.max(p.y - supply.y - supply.body.height, supply.y - p.y - p.body.height);
    expect(dx >= 30 || dy >= 100, p.part).toBe(true);
  }
});
