import { expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import type { MachineFile } from '../machine/file';
import { dunnock } from '../samples/dunnock';
import { wren } from '../samples/wren';
import { quantity } from '../units/quantity';
import { cableUses, farPart, waysThrough } from './cables';
import { drawnChain } from './chains';
import { swapped } from './crossReference';
import { buildNetwork } from './network';
import { wiresOf } from './wires';

const done = (file: MachineFile, command: Command): MachineFile => {
  const r = applyCommand(file, command, '2026-03-03T10:00:00.000Z');
  if (!r.ok) throw new Error(r.error.map((f) => f.what).join());
  return r.value.file;
};
const wires = ({ design }: MachineFile) => wiresOf(design, buildNetwork(design.parts, design.conductors));

it('each cable that conductors name, with its cores and how many of its conductors are connected', () => {
  const file = dunnock();
  const x = cableUses(file.design).find((c) => c.name === 'Motor X')!;
  const inside = Object.values(file.design.conductors).filter((c) => c.cable === 'Motor X');
  expect([x.used, x.done]).toEqual([inside.length, inside.filter((c) => /connected|checked/.test(c.state)).length]);
  expect(x.cores!.count).toBeGreaterThanOrEqual(4);
});
it('a cable that ends at a plug leads to the part behind it', () => {
  const file = wren();
  expect(farPart(file.design, wires(file), 'Motor X')).toBe(file.design.axes.x!.drives[0]!.motor);
  const plugged = done(
    done(file, {
      name: 'insert-connector',
      args: { cable: 'Motor X', library: 'connector-burr-6', at: 'far' },
    }),
    { name: 'plan-wiring', args: {} },
  );
  const far = farPart(plugged.design, wires(plugged), 'Motor X');
  expect(far).toBe(plugged.design.axes.x!.drives[0]!.motor);
  expect(waysThrough(plugged.design, wires(plugged), 'Motor X').length).toBeGreaterThanOrEqual(4);
  expect(farPart(file.design, wires(file), 'No such cable')).toBeUndefined();
});
it('a part that was exchanged keeps its old leads beside the new ones, and only where they differ', () => {
  const file = wren();
  const motor = file.design.axes.x!.drives[0]!.motor!;
  expect(swapped(file, motor)).toBeUndefined();
  const other = file.design.parts[motor]!.libraryKey === 'motor-rook-23' ? 'motor-magpie-22' : 'motor-rook-23';
  const after = done(file, {
    name: 'choose-part',
    args: { slot: { axis: 'x', drive: 0, item: 'motor' }, library: other },
  });
  const swap = swapped(after, motor)!;
  expect([swap.was, swap.now]).toEqual([file.design.parts[motor]!.name, after.design.parts[motor]!.name]);
  for (const l of swap.lines) expect([l.oldLabel, l.oldLead]).not.toEqual([l.newLabel, l.newLead]);
});
it('a chain is drawn with its cables; what rises above its height does not fit', () => {
  const cables = [10, 10, 10].map((outerMm, i) => ({ name: `C${i}`, outerMm, bendMm: 40 + i }));
  const chain = (width: number, height: number) =>
    drawnChain({
      id: 'c',
      chain: { name: 'Y', innerWidth: quantity(width, 'mm'), innerHeight: quantity(height, 'mm') },
      cables,
      fill: undefined,
      tooStiff: [],
    } as unknown as Parameters<typeof drawnChain>[0]);
  // Each takes 11 mm with its play: three in 34 mm, two rows of 11 mm in 25 mm.
  expect(chain(34, 12)).toMatchObject({ widthMm: 34, heightMm: 12, overfull: false, stiffestMm: 42 });
  expect([chain(25, 20).overfull, chain(25, 22.5).overfull]).toEqual([true, false]);
});
