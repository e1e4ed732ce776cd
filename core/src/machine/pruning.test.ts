import { expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { wren } from '../samples/wren';
import { quantity } from '../units/quantity';
import type { MachineFile } from './file';
import { revisionOf } from './file';
import { designAt } from './designAt';
import { thinned, writeWithinLimit } from './pruning';
import { readMachineFile } from './reading/read';

const NOW = '2026-03-03T10:00:00.000Z';
const run = (file: MachineFile, command: Command): MachineFile => {
  const r = applyCommand(file, command, NOW);
  if (!r.ok) throw new Error(r.error[0]!.what);
  return r.value.file;
};
const edited = (file: MachineFile, count: number): MachineFile => {
  for (let i = 0; i < count; i++)
    file = run(file, { name: 'set-field', args: { path: 'axes.x.travel', value: quantity(100 + i, 'mm') } });
  return file;
};

it('a file above its limit loses its oldest revisions, and nothing else', () => {
  const file = edited(wren(), 350);
  const whole = JSON.stringify(file).length;
  expect(writeWithinLimit(file, whole, whole)).toEqual({
    text: JSON.stringify(file),
    file,
    droppedTo: undefined,
  });
  const { text, file: kept, droppedTo } = writeWithinLimit(file, whole - 1, whole / 2);
  expect(text.length).toBeLessThan(0.6 * whole);
  expect([kept.design, kept.journal, revisionOf(kept)]).toEqual([file.design, file.journal, revisionOf(file)]);
  expect(droppedTo).toBeGreaterThan(10);
  expect(designAt(kept, droppedTo! - 1)).toBeUndefined();
  for (const n of [droppedTo!, droppedTo! + 7, revisionOf(file)]) expect(designAt(kept, n)).toEqual(designAt(file, n));
  const read = readMachineFile(text);
  expect(read.ok && read.value).toEqual({ file: kept, told: [] });
  // The log goes on where it was.
  expect(revisionOf(edited(kept, 1))).toBe(revisionOf(file) + 1);
});

it('whole designs are thinned out evenly once they take too much room; the first and the last stay', () => {
  const { design } = wren();
  const heavy = { ...design, notes: 'x'.repeat(1_000_000) };
  let snapshots = [{ number: 0, design: heavy }];
  for (let n = 100; n <= 4000; n += 100) snapshots = thinned([...snapshots, { number: n, design: heavy }], heavy);
  const numbers = snapshots.map((s) => s.number);
  expect(JSON.stringify(snapshots).length).toBeLessThan(7e6);
  expect([numbers[0], numbers.at(-1)]).toEqual([0, 4000]);
  expect(Math.max(...numbers.slice(1).map((n, i) => n - numbers[i]!))).toBeLessThanOrEqual(1600);
});
