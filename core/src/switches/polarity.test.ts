import { describe, expect, it } from 'vitest';
import type { InputCircuit } from '../machine/connections';
import type { Design } from '../machine/design';
import type { Element, Part } from '../machine/parts';
import { quantity } from '../units/quantity';
import { buildNetwork } from '../wiring/network';
import { planCircuit } from '../wiring/planner/circuits';
import { Planning } from '../wiring/planner/planning';
import { newDesign } from '../machine/create';
import { libraryEntry } from '../machine/library/index';
import { partFrom } from '../machine/library/entry';
import { analyseCircuit } from './polarity';

/** A board with one input pulled to either rail, and `n` lever switches, wired by the planner itself. */
function rig(form: 'NO' | 'NC', pull: 'up' | 'down', arrangement: 'series' | 'parallel', n: number) {
  const elements: Record<string, Element> = {
    rail: { kind: 'source', plus: 'v5', minus: 'gnd', voltage: quantity(5, 'V') },
    pull: { kind: 'resistor', a: 'in', b: pull === 'up' ? 'v5' : 'gnd' },
    input: { kind: 'level-input', terminal: 'in', minus: 'gnd' },
  };
  const sedge = libraryEntry('controller-sedge-4')!;
  const terminals: Part['terminals'] = {
    v5: { printed: '5V', role: 'supply-out-plus' },
    gnd: { printed: '0V', role: 'supply-out-minus' },
    in: { printed: 'J1', role: 'input' },
  };
  const board: Part = { ...partFrom(sedge, '-K1'), terminals, elements };
  const finch = partFrom(libraryEntry('switch-finch')!, '-B1');
  const devices = Array.from({ length: n }, (_, i) => `b${i}`);
  const parts = { board, ...Object.fromEntries(devices.map((d) => [d, { ...finch, setup: { contactUsed: form } }])) };
  const circuit: InputCircuit = { function: 'limit', devices, arrangement, feed: pull === 'up' ? '0V' : 'plus' };
  const design: Design = {
    ...newDesign('lathe', 'Bench'),
    parts,
    roles: { controller: 'board' },
    circuits: { limit: circuit },
  };
  const planning = new Planning(design);
  const input = { part: 'board', terminal: 'in' };
  planCircuit(planning, 'limit', circuit, input);
  expect(planning.gaps).toEqual([]);
  const conductors: Design['conductors'] = Object.fromEntries(
    planning.proposals.map(({ id, sheet: _sheet, ...p }, i) => [
      id,
      { ...p, number: i + 1, origin: 'planned' as const, setByHand: [], state: 'planned' as const },
    ]),
  );
  return analyseCircuit('limit', circuit, input, buildNetwork(parts, conductors));
}

describe('polarity and broken wires of every arrangement, from the evaluated nets', () => {
  it.each([
    // form, resistor, arrangement, switches → every trip seen, tripped reading, worst broken wire
    ['NO', 'up', 'parallel', 1, true, 'low', 'never'],
    ['NC', 'up', 'series', 1, true, 'high', 'at once'],
    ['NO', 'down', 'parallel', 1, true, 'high', 'never'],
    ['NC', 'down', 'series', 1, true, 'low', 'at once'],
    ['NO', 'up', 'parallel', 3, true, 'low', 'never'],
    ['NC', 'up', 'series', 3, true, 'high', 'at once'],
    ['NO', 'down', 'parallel', 3, true, 'high', 'never'],
    ['NC', 'down', 'series', 3, true, 'low', 'at once'],
    ['NC', 'up', 'parallel', 2, false, undefined, 'never'],
    ['NO', 'up', 'series', 2, false, undefined, 'never'],
  ] as const)('%s, resistor %s, %s × %d', (form, pull, arrangement, n, seen, activeWhen, worst) => {
    const a = rig(form, pull, arrangement, n);
    expect(a.tripped.every((t) => t.seen)).toBe(seen);
    expect(a.activeWhen).toBe(activeWhen);
    expect(a.worstNotice).toBe(worst);
  });
});
