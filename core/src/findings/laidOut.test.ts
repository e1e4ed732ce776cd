import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import { partsOn } from '../panel/plate';
import { dunnock } from '../samples/dunnock';
import { exampleMachines } from '../samples/index';
import { boxed, edited } from '../samples/testing/edited';
import { quantity } from '../units/quantity';
import { laidOut, layOutCommand } from '../wiring/laidOut';
import { routesOf } from '../wiring/routes';
import { panel } from './rules/panel';

describe.each(exampleMachines)('$id', ({ make }) => {
  it.each([
    [1000, 1400],
    [500, 600],
  ])('in a box of %i × %i mm laid out by rules, no rule of the panel has anything to say', (width, height) => {
    const file = boxed(make(), width, height, 300);
    const { wires } = deriveFigures(file.design);
    const { design } = edited(file, layOutCommand(file.design, 'box-1', laidOut(file.design, wires, 'box-1')));
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
