import { describe, expect, it } from 'vitest';
import type { Command } from '../commands/command';
import { bullfinch } from '../samples/bullfinch';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { deriveFigures } from '../derivation/figures';
import { hideableFaults } from '../motion/truth/candidates';
import type { HiddenFaultKind } from '../motion/truth/hiddenFault';
import { hiddenFaultTitle } from '../motion/truth/hiddenFault';
import { hideFaults } from './rehearse/rehearsal';
import { edited } from '../motion/testing/rig';
import { markedX } from '../tests/markedX';
import { walk } from './testing/walk';

describe.each([
  ['Dunnock', dunnock],
  ['Wren', wren],
  ['Plover', plover],
  ['Bullfinch', bullfinch],
] as const)('%s', (_, make) => {
  it('as its file has it: nothing is found wrong, and every test passes at once', () => {
    const end = walk(make(), hideFaults(make().design, 0, 1));
    expect(end.told).toEqual([]);
    expect(end.left).toEqual([]);
  });
  it('with five hidden faults it is brought up by the pages alone', () => {
    const end = walk(make(), hideFaults(make().design, 5, 5));
    expect(end.told.length).toBeGreaterThan(1);
    expect(end.left).toEqual([]);
  });
});

describe('what a lathe’s encoder can hide', () => {
  it.each(['encoder-ratio', 'divider-other', 'index-twice'] as const)(
    '%s: found by ten turns by hand, and fixed',
    (kind) => {
      const built = plover().design;
      const fault = hideableFaults(built, deriveFigures(built).plan.inputs).find((f) => f.kind === kind)!;
      const end = walk(plover(), { built, faults: [fault], seed: 4 });
      expect(end.left).toEqual([]);
      expect(end.hidden.faults).toEqual([]);
      expect(end.told.length).toBe(1);
    },
  );
});

describe('a datum from a mark', () => {
  const marked = edited(wren(), ...markedX);
  it('as its file has it, five runs meet the same pulse', () => {
    const end = walk(marked, hideFaults(marked.design, 0, 1));
    expect(end.told).toEqual([]);
    expect(end.left).toEqual([]);
  });
  it('a magnet that has slipped is found by them, turned, and found good', () => {
    const end = walk(marked, { built: marked.design, faults: [{ kind: 'magnet-slipped', axis: 'x' }], seed: 4 });
    expect(end.told).toEqual([expect.stringMatching(/^marked-datum\/x: The runs end 4(\.0\d)?\smm apart: one turn/)]);
    expect(end.left).toEqual([]);
    expect(end.hidden.faults).toEqual([]);
  });
});

describe('what the spindle needs around it', () => {
  it.each([
    ['a permission', [{ name: 'add-input', args: { function: 'spindle-permit', library: 'switch-finch' } }]],
    [
      'a pump and a flow switch',
      [
        { name: 'add-output', args: { function: 'spindle-cooling', library: 'pump-brook-24', relay: 'relay-latch-5' } },
        { name: 'add-input', args: { function: 'coolant-flow', library: 'switch-dace-flow' } },
      ],
    ],
  ] satisfies [string, Command[]][])('%s, as its file has it: nothing is found wrong', (_, commands) => {
    const guarded = edited(wren(), ...commands, { name: 'plan-wiring', args: {} });
    const end = walk(guarded, hideFaults(guarded.design, 0, 1));
    expect(end.told).toEqual([]);
    expect(end.left).toEqual([]);
  });
});

/** What no edit of the file can make right: it is gone at the end, or it was not found. */
const HANDS: readonly HiddenFaultKind[] = [
  'split-coil',
  'loose-coupling',
  'inputs-swapped',
  'stuck-switch',
  'wire-off',
  'loose-wire',
  'noise',
  'pressed',
  'not-enabled',
  'earth-poor',
  'supply-short',
  'misprinted',
  'link-drops',
];
describe('every kind of fault that Dunnock can hide', () => {
  const built = dunnock().design;
  const all = hideableFaults(built, deriveFigures(built).plan.inputs);
  const kinds = Object.keys(hiddenFaultTitle).filter((k) => all.some((f) => f.kind === k));
  // A few at a time, so that one is looked for while others spoil the readings.
  const groups = [0, 1, 2, 3, 4].map((n) => kinds.filter((_, i) => i % 5 === n));
  it.each(groups.map((g) => [g.join(', '), g] as const))('%s: found and fixed by the pages alone', (_, group) => {
    const faults = group.map((k) => all.filter((f) => f.kind === k).at(-1)!);
    const end = walk(dunnock(), { built, faults, seed: 9 });
    expect(end.left).toEqual([]);
    expect(end.hidden.faults.map((f) => f.kind).filter((k) => HANDS.includes(k))).toEqual([]);
    expect(end.told.length).toBeGreaterThanOrEqual(group.length - 1);
  });
});
