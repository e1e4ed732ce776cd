import { describe, expect, it } from 'vitest';
import { applyCommand } from '../../commands/apply';
import type { Command } from '../../commands/command';
import type { Design } from '../../machine/design';
import { dunnock } from '../../samples/dunnock';
import { wren } from '../../samples/wren';
import { libraryEntry } from '../../machine/library';
import { partFrom } from '../../machine/library/entry';
import { buildNetwork } from '../network';
import { wiresOf } from '../wires';
import { planConductors } from './plan';
import { planChanges, replan } from './replan';

const ends = (design: Design, id: string) => {
  const c = design.conductors[id]!;
  const name = (e: { part: string; terminal: string }) =>
    `${design.parts[e.part]!.designation}:${design.parts[e.part]!.terminals[e.terminal]!.printed}`;
  return `${name(c.from)} → ${name(c.to)}`;
};

describe('the connection planner', () => {
  const { design } = dunnock();
  it('brings each signal from its channel to the right terminal, slaves on channels of their own', () => {
    expect(ends(design, 'drive-x-0/step')).toBe('-K1:1P → -T4:ST+');
    expect(ends(design, 'drive-y-1/direction')).toBe('-K1:3W → -T6:DR+');
    expect(ends(design, 'drive-z-0/phase-b-minus')).toBe('-T7:B′ → -M4:B′');
    expect(ends(design, 'drive-x-0/supply-plus')).toBe('-X3:F → -T4:V+');
  });
  it('feeds a bank of PNP sensors with its common at 0 V, each sensor with three leads', () => {
    expect(ends(design, 'inputs/common-a')).toBe('-X6:OUT → -K1:A0');
    expect(Object.keys(design.conductors).filter((id) => id.startsWith('circuit-limit-x-plus/')).length).toBe(3);
  });
  it('gives every conductor a number of its own, a reason, a colour and a section', () => {
    const all = Object.values(design.conductors);
    expect(new Set(all.map((c) => c.number)).size).toBe(all.length);
    // A screen is a braid and the data lead is bought: they have neither colour nor section.
    const bare = (id: string) => id.includes('/screen-') || id === 'host/link';
    for (const [id, c] of Object.entries(design.conductors)) {
      expect(c.purpose && c.length, id).toBeTruthy();
      expect(Boolean(c.colour && c.section), id).toBe(!bare(id));
    }
  });
  it('a loop of normally closed contacts runs through one after the other', () => {
    const w = wren().design;
    const joined: Design = {
      ...w,
      circuits: {
        ...w.circuits,
        'limit-and-reference-x': {
          ...w.circuits['limit-and-reference-x']!,
          devices: ['device-limit-and-reference-x', 'device-limit-and-reference-z'],
        },
      },
    };
    const loop = planConductors(joined).proposals.filter((p) => p.id.startsWith('circuit-limit-and-reference-x/'));
    expect(loop.map((p) => `${p.from.part}:${p.from.terminal} ${p.to.part}:${p.to.terminal}`)).toEqual([
      'controller:gnd device-limit-and-reference-x:com',
      'device-limit-and-reference-x:nc device-limit-and-reference-z:com',
      'device-limit-and-reference-z:nc controller:in-0',
    ]);
  });
});

describe('motors in series, and coils of eight leads', () => {
  const start = wren();
  const edited = (...commands: Command[]) =>
    commands.reduce((file, c) => {
      const r = applyCommand(file, c, '2026-03-03T10:00:00.000Z');
      if (!r.ok) throw new Error(r.error[0]!.what);
      return r.value.file;
    }, start).design;
  const motor = (drive: number, library: string): Command => ({
    name: 'choose-part',
    args: { slot: { axis: 'x', drive, item: 'motor' }, library },
  });
  const way = (design: Design, phase: 'a' | 'b') =>
    planConductors(design)
      .proposals.filter((p) => p.id.match(`^drive-x-\\d/(phase|link)-${phase}`))
      .map((p) => `${p.from.part}:${p.from.terminal} ${p.to.part}:${p.to.terminal}`);
  it('outputs that pull to 0 V get the drivers’ plus sides in common, those that push get the minus sides', () => {
    const ways = (library: string) =>
      planConductors(edited({ name: 'choose-part', args: { slot: { role: 'controller' }, library } }))
        .proposals.filter((p) => /^drive-x-0\/(step|direction)/.test(p.id))
        .map((p) => `${p.from.terminal} ${p.to.terminal}`);
    expect(ways('controller-sedge-4')).toEqual([
      'step-0 step-plus',
      'gnd step-minus',
      'direction-0 direction-plus',
      'gnd direction-minus',
    ]);
    expect(ways('controller-bryony-5')).toEqual([
      'step-0 step-minus',
      'v5 step-plus',
      'direction-0 direction-minus',
      'v5 direction-plus',
    ]);
  });
  it('one driver: through the first motor, through the second with one phase exchanged, and back; one set of signals', () => {
    const pair = edited(
      motor(0, 'motor-rook-23'),
      { name: 'set-motor-count', args: { axis: 'x', count: 2 } },
      motor(1, 'motor-rook-23'),
      { name: 'share-driver', args: { axis: 'x' } },
    );
    expect(way(pair, 'a')).toEqual([
      'driver-x-0:a-plus motor-x-0:a-plus',
      'motor-x-0:a-minus motor-x-1:a-minus',
      'driver-x-0:a-minus motor-x-1:a-plus',
    ]);
    expect(way(pair, 'b')).toEqual([
      'driver-x-0:b-plus motor-x-0:b-plus',
      'motor-x-0:b-minus motor-x-1:b-plus',
      'driver-x-0:b-minus motor-x-1:b-minus',
    ]);
    expect(
      planConductors(pair)
        .proposals.filter((p) => p.id.endsWith('/step'))
        .map((p) => p.id),
    ).toEqual(['drive-x-0/step', 'drive-y-0/step', 'drive-z-0/step']);
  });
  it.each([
    [
      'parallel',
      [
        'driver-x-0:a-plus motor-x-0:a-plus',
        'motor-x-0:a-plus motor-x-0:a-minus-start',
        'motor-x-0:a-plus-end motor-x-0:a-minus',
        'driver-x-0:a-minus motor-x-0:a-minus',
      ],
    ],
    [
      'series',
      [
        'driver-x-0:a-plus motor-x-0:a-plus',
        'motor-x-0:a-plus-end motor-x-0:a-minus-start',
        'driver-x-0:a-minus motor-x-0:a-minus',
      ],
    ],
    ['half', ['driver-x-0:a-plus motor-x-0:a-plus', 'driver-x-0:a-minus motor-x-0:a-plus-end']],
  ])('half-coils %s', (winding, expected) => {
    const design = edited(motor(0, 'motor-rook-13-eight'), {
      name: 'set-field',
      args: { path: 'parts.motor-x-0.data.winding', value: winding },
    });
    expect(way(design, 'a')).toEqual(expected);
  });
});

describe('the label and the truth', () => {
  it('a pin that is no input on this revision of the board is not given to a switch', () => {
    const file = wren();
    const run = (...commands: Command[]) =>
      commands.reduce((f, c) => {
        const r = applyCommand(f, c, '2026-03-03T10:00:00.000Z');
        if (!r.ok) throw new Error(r.error[0]!.what);
        return r.value.file;
      }, file).design;
    const bryony: Command = {
      name: 'choose-part',
      args: { slot: { role: 'controller' }, library: 'controller-bryony-5' },
    };
    const first: Command = { name: 'set-part', args: { part: 'controller', set: { boardRevision: 'A' } } };
    expect(planConductors(run(bryony)).inputs.alarm).toEqual({ part: 'controller', terminal: 'in-4' });
    const older = planConductors(run(bryony, first));
    expect(older.inputs.alarm).toBeUndefined();
    expect(older.gaps.map((g) => g.field)).toContain('circuits.alarm.input');
  });
  it('a link on a board is part of the nets: open, the two sides of 0 V are apart', () => {
    const { design } = wren();
    const board = partFrom(libraryEntry('controller-bryony-5')!, '-K1');
    const joined = (closed: boolean) => {
      const jumper = board.elements.ground!;
      const part = { ...board, elements: { ...board.elements, ground: { ...jumper, closed } as typeof jumper } };
      const bench = { ...design, parts: { controller: part }, conductors: {} };
      const wires = wiresOf(bench, buildNetwork(bench.parts, bench.conductors));
      return wires.netOf('controller', 'gnd') === wires.netOf('controller', 'supply-minus');
    };
    expect([joined(true), joined(false)]).toEqual([true, false]);
  });
});

describe('planning again', () => {
  const { design } = wren();
  const id = 'circuit-stop/return';
  const changed = (conductor: object): Design => ({
    ...design,
    conductors: { ...design.conductors, [id]: { ...design.conductors[id]!, ...conductor } },
    circuits: {
      ...design.circuits,
      stop: { ...design.circuits.stop!, input: { part: 'controller', terminal: 'in-5' } },
    },
  });
  const again = (d: Design) => replan(d.conductors, planConductors(d));
  it('is idle when nothing has changed', () => {
    const r = again(design);
    expect([r.changes, r.conflicts]).toEqual([[], []]);
    expect(r.conductors).toEqual(design.conductors);
  });
  it('moves a planned conductor and keeps its number and what was set by hand', () => {
    const r = again(changed({ colour: 'VT', setByHand: ['colour'] }));
    // The alarm, which had that input, moves on by itself.
    expect(r.changes).toContainEqual({ conductor: id, kind: 'changed', fields: ['to'] });
    expect(r.conductors[id]).toMatchObject({
      number: design.conductors[id]!.number,
      colour: 'VT',
      to: { terminal: 'in-5' },
    });
  });
  it.each(['cut', 'connected', 'checked', 'temporary'] as const)(
    'never touches one that is %s, but reports it',
    (state) => {
      const r = again(changed({ state }));
      expect(r.conductors[id]!.to.terminal).toBe('in-3');
      expect(r.conflicts).toEqual([{ conductor: id, fields: ['to'], obsolete: false }]);
    },
  );
  it('knows a conductor by the two terminals that it joins, whatever the plan calls it', () => {
    const renamed = Object.fromEntries(Object.entries(design.conductors).map(([id, c]) => [`old-${id}`, c]));
    expect(planChanges(renamed, planConductors(design))).toEqual({ changes: [], conflicts: [] });
    // One that leads elsewhere is not the same.
    const first = Object.keys(renamed)[0]!;
    renamed[first] = { ...renamed[first]!, state: 'planned', to: { part: 'earth-bar', terminal: 'pe' } };
    expect(planChanges(renamed, planConductors(design)).changes.map((c) => c.kind)).toEqual(['removed', 'added']);
  });
  it('removes what nothing asks for, unless pliers or a hand have been at it', () => {
    const { stop: _stop, ...circuits } = design.circuits;
    const gone = (conductor: object) => again({ ...changed(conductor), circuits });
    expect(gone({}).conductors[id]).toBeUndefined();
    expect(gone({ state: 'cut' }).conflicts).toEqual([{ conductor: id, fields: [], obsolete: true }]);
    expect(gone({ setByHand: ['colour'] }).conductors[id]).toBeDefined();
  });
});
