import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import type { MachineFile } from '../machine/file';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { quantity } from '../units/quantity';
import { chainFills, laidInChain } from './chains';
import { chainsTo, swapTable } from './crossReference';
import { labelPages, labelSize, partLabels, stripLayout, wireLabels } from './labels';
import { buildNetwork } from './network';
import { contactPlaces, pinSheet } from './pinSheet';
import { nextUp, progressBySheet, stateAfter } from './progress';
import { sheetsOfConductors } from './sheets';
import { wiresOf } from './wires';

const run = (file: MachineFile, ...commands: Command[]) =>
  commands.reduce((f, c) => {
    const r = applyCommand(f, c, '2026-03-03T10:00:00.000Z');
    if (!r.ok) throw new Error(r.error.map((x) => x.what).join());
    return r.value.file;
  }, file);
const wired = ({ design }: MachineFile) => wiresOf(design, buildNetwork(design.parts, design.conductors));
const plan: Command = { name: 'plan-wiring', args: {} };
const connector = (cable: string, library: string, at: 'near' | 'far'): Command => ({
  name: 'insert-connector',
  args: { cable, library, at },
});

describe('a cable divided by plugs', () => {
  const file = run(
    wren(),
    connector('Motor X', 'connector-burr-6', 'near'),
    connector('Motor X', 'connector-burr-6', 'far'),
    plan,
  );
  const chain = chainsTo(file.design, wired(file), 'motor-x-0').find((c) => c.end === '-M1:B')!;
  it('is one chain from the driver to the motor, in which each colour stands and each change is named', () => {
    expect(chain.start).toBe('-T4:B');
    expect(chain.links.map((l) => [l.from, l.colour, l.to])).toEqual([
      ['-T4:B', 'BK', '-X6:3a'],
      ['-X6:3b', 'BK', '-X7:3a'],
      ['-X7:3b', 'BU', '-M1:B'],
    ]);
    expect(chain.lead).toBe('BU');
    expect(chain.changes).toEqual(['-X7:3a: BK to BU']);
  });
  it('planning again leaves it as it is; taking the plug out joins the cable again', () => {
    expect(run(file, plan).design).toEqual(file.design);
    const joined = run(
      file,
      { name: 'remove-connector', args: { part: 'connector-1' } },
      {
        name: 'remove-connector',
        args: { part: 'connector-1-2' },
      },
      plan,
    );
    expect(Object.values(joined.design.conductors).filter((c) => c.cable === 'Motor X').length).toBe(5);
  });
  it('its sheet gives every wire a contact of its own and a turn; the far row comes first', () => {
    const sheet = pinSheet(file.design, wired(file), 'connector-1', 'a');
    const used = sheet.filter((l) => l.conductor);
    expect(used.map((l) => l.goesTo)).toEqual(['-T4:A', '-T4:A′', '-T4:B', '-T4:B′', '-X2:PE']);
    expect(used.map((l) => l.turn).sort()).toEqual([1, 2, 3, 4, 5]);
  });
});

it.each([
  ['round', [5, 1]],
  ['d-shape', [5, 4]],
  ['high-density', [9, 9, 8]],
  ['block', [6]],
] as const)('contacts of a %s form never sit on each other', (form, rows) => {
  const places = contactPlaces(form, rows);
  for (const [i, a] of places.entries())
    for (const b of places.slice(i + 1)) expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeGreaterThan(0.6);
});

it('a motor of another make: which old lead becomes which new one, and on which conductor', () => {
  const before = wren();
  const after = run(before, {
    name: 'choose-part',
    args: { slot: { axis: 'x', drive: 0, item: 'motor' }, library: 'motor-rook-23' },
  });
  expect(
    swapTable(before.design, after.design, 'motor-x-0').map((l) => [l.newLabel, l.oldLead, l.newLead, l.conductors]),
  ).toEqual([
    ['A', 'RD', 'BK', [103]],
    ['A′', 'YE', 'GN', [104]],
    ['B', 'BU', 'RD', [105]],
    ['B′', 'BK', 'BU', [106]],
  ]);
});

describe('what is next', () => {
  const file = plover();
  const sheets = sheetsOfConductors(file.design);
  it('each sheet tells how far it is, and the sum is the machine', () => {
    const progress = progressBySheet(file.design, sheets);
    expect(progress.map((p) => p.sheet)).toEqual([
      'mains',
      'motor-power',
      'signals',
      'inputs',
      'outputs',
      'stop-chain',
      'spindle',
    ]);
    expect(progress.reduce((n, p) => n + p.of, 0)).toBe(Object.keys(file.design.conductors).length);
    expect(progress.find((p) => p.sheet === 'motor-power')!.done).toBeGreaterThan(4);
  });
  it('cable by cable, what is cut first, the mains last; what waits is not offered', () => {
    const order = nextUp(file.design, sheets);
    const seen = order.map((id) => sheets.get(id)!);
    expect(seen.at(-1)).toBe('mains');
    expect([...new Set(seen)].length).toBe(seen.filter((s, i) => s !== seen[i - 1]).length);
    const first = file.design.conductors[order[0]!]!;
    const waiting = run(file, {
      name: 'set-conductors',
      args: { ids: [order[0]!], set: { state: 'temporary', waitsFor: 'a lug' } },
    });
    expect(nextUp(waiting.design, sheets)).not.toContain(order[0]);
    expect(
      run(waiting, { name: 'set-conductors', args: { ids: [order[0]!], set: { state: 'connected' } } }).design
        .conductors[order[0]!],
    ).not.toHaveProperty('waitsFor');
    expect(stateAfter(first.state)).toBe('connected');
  });
});

it('a chain counts its cables, and names the one that is too stiff for its bend', () => {
  const file = run(
    wren(),
    {
      name: 'set-chain',
      args: {
        chain: {
          name: 'Y',
          innerWidth: quantity(25, 'mm'),
          innerHeight: quantity(15, 'mm'),
          bendRadius: quantity(75, 'mm'),
        },
      },
    },
    { name: 'route-cable', args: { cable: 'Motor X', chain: 'Y' } },
    { name: 'route-cable', args: { cable: 'Encoder X', chain: 'Y' } },
  );
  const [fill] = chainFills(file.design);
  // 8.2 mm and 7 mm in 25 × 15 mm
  expect(fill!.fill).toBeCloseTo(((Math.PI / 4) * (8.2 ** 2 + 7 ** 2)) / 375, 3);
  expect([fill!.tooStiff, fill!.tooThick]).toEqual([['Motor X'], []]);
});

it('cables lie in a chain without sharing room: side by side, then in a row above', () => {
  const chain = { name: 'Z', innerWidth: quantity(20, 'mm'), innerHeight: quantity(20, 'mm') };
  const cables = [5, 8, 6, 4, 7].map((outerMm, i) => ({ name: `c${i}`, outerMm, bendMm: undefined }));
  const fill = { id: 'z', chain, cables, fill: 0.5, tooThick: [], tooStiff: [], unknown: [] };
  const laid = laidInChain(fill);
  // 8.8 and 7.7 mm fill the first row of 20, 6.6, 5.5 and 4.4 the second: 8.8 + 6.6 high.
  expect(laid.height).toBeCloseTo(15.4, 9);
  laid.cables.forEach((a, i) => {
    expect(a.x - a.diameter / 2).toBeGreaterThanOrEqual(0);
    expect(a.x + a.diameter / 2).toBeLessThanOrEqual(20);
    for (const b of laid.cables.slice(i + 1))
      expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeGreaterThanOrEqual((a.diameter + b.diameter) / 2);
  });
});

it('labels: two a conductor, one a part, on pages that are full but for the last; a strip in the order of its numbers', () => {
  const file = plover();
  const wires = wired(file);
  const labels = wireLabels(file.design, wires);
  expect(labels.length).toBe(2 * Object.keys(file.design.conductors).length);
  expect(labels[0]).toMatchObject({ big: '1', small: '-X1:L' });
  expect(partLabels(file.design).length).toBe(Object.keys(file.design.parts).length);
  const grid = { paper: 'A4', columns: 5, rows: 13, marginX: 10, marginY: 12, gapX: 2, gapY: 1 } as const;
  expect(labelSize(grid)).toEqual({ width: 36.4, height: 20.076923076923077 });
  expect(labelSize({ ...grid, columns: 60 })).toBeUndefined();
  const pages = labelPages(labels, grid, 3);
  expect([pages[0]!.slice(0, 4).map((l) => l?.big), pages.flat().filter(Boolean).length]).toEqual([
    [undefined, undefined, undefined, '1'],
    labels.length,
  ]);
  const strip = stripLayout(file.design, wires, 'field-plus-strip');
  expect(strip[0]!.goesTo).toBe('-T3:+');
  expect(strip.map((p) => p.number)).toEqual(strip.map((_, i) => i + 1));
});
