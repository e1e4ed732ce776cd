import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { deriveFigures } from '../derivation/figures';
import type { MachineFile } from '../machine/file';
import { exampleMachines } from '../samples/index';
import { quantity } from '../units/quantity';
import { laidOut, layOutCommand } from '../wiring/laidOut';
import { panel } from './rules/panel';

const edited = (file: MachineFile, command: Command) => {
  const r = applyCommand(file, command, '2026-01-01T00:00:00.000Z');
  if (!r.ok) throw new Error(r.error.map((x) => x.what).join());
  return r.value.file;
};

describe.each(exampleMachines)('$id', ({ make }) => {
  it.each([
    [1000, 1400],
    [500, 600],
  ])('in a box of %i × %i mm laid out by rules, no rule of the panel has anything to say', (width, height) => {
    const set = { width: quantity(width, 'mm'), height: quantity(height, 'mm'), depth: quantity(300, 'mm') };
    const boxed = [
      { name: 'add-enclosure', args: { name: 'Cabinet' } } as const,
      { name: 'set-enclosure', args: { enclosure: 'box-1', set } } as const,
    ].reduce(edited, make());
    const { wires } = deriveFigures(boxed.design);
    const { design } = edited(boxed, layOutCommand(boxed.design, 'box-1', laidOut(boxed.design, wires, 'box-1')));
    const figures = deriveFigures(design);
    const said = panel.rules.flatMap(([rule]) => (rule.check(figures).length ? [rule.code] : []));
    // A small plate may have no place that is far enough from a drive; all else it keeps.
    expect(said.filter((code) => code !== 'panel-noise' || width === 1000)).toEqual([]);
  });
});
