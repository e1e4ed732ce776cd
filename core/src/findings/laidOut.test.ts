import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { deriveFigures } from '../derivation/figures';
import type { MachineFile } from '../machine/file';
import { partsOn } from '../panel/plate';
import { dunnock } from '../samples/dunnock';
import { exampleMachines } from '../samples/index';
import { quantity } from '../units/quantity';
import { laidOut, layOutCommand } from '../wiring/laidOut';
import { routesOf } from '../wiring/routes';
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

it('150 parts on a plate: each has a place or is told, every check runs, every way has an end', () => {
  const { design } = dunnock();
  const relay = design.parts['relay-brake']!;
  const more = Object.fromEntries(
    Array.from({ length: 150 }, (_, i) => [`more-${i}`, { ...relay, designation: `-K${100 + i}` }]),
  );
  const enclosure = {
    name: 'Cabinet',
    placement: 'free' as const,
    air: 'closed' as const,
    width: quantity(900, 'mm'),
    height: quantity(1200, 'mm'),
    depth: quantity(250, 'mm'),
  };
  const whole = { ...design, parts: { ...design.parts, ...more }, enclosures: { 'box-1': enclosure } };
  const { wires } = deriveFigures(whole);
  const { places, ducts, left } = laidOut(whole, wires, 'box-1');
  expect(Object.keys(places).length + left.length).toBe(partsOn(whole, 'box-1').length);
  const laid = { ...whole, enclosures: { 'box-1': { ...enclosure, places, ducts } } };
  const figures = deriveFigures(laid);
  expect(panel.rules.flatMap(([rule]) => rule.check(figures))).toEqual([]);
  for (const w of figures.wires.all) expect(routesOf(laid)!.of(w.conductor)?.mm ?? 0).toBeLessThan(10_000);
});
