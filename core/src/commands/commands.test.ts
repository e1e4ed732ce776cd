import type { Patch } from 'immer';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { MachineFile } from '../machine/file';
import { lastTicks } from '../machine/journal';
import { readMachineFile } from '../machine/reading/read';
import { newDesign } from '../machine/create';
import { newMachineFile, revisionOf, writeMachineFile } from '../machine/file';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { quantity } from '../units/quantity';
import { applyCommand, applyStep } from './apply';
import type { Command } from './command';

const NOW = '2026-03-03T10:00:00.000Z';
const run = (file: MachineFile, command: Command) => {
  const r = applyCommand(file, command, NOW);
  if (!r.ok) throw new Error(r.error.map((f) => f.what).join());
  return r.value;
};
const set = (path: string, value: never | unknown): Command => ({
  name: 'set-field',
  args: { path, value: value as never },
});

describe('the one door for edits', () => {
  it('writes a readable line, a revision, and a way back', () => {
    const file = dunnock();
    const edit = run(file, set('axes.x.travel', { entered: '25 1/2', unit: 'in', source: 'entered' }));
    expect(edit.title).toBe('X · Hard travel: 640\u00a0mm → 25 1/2\u00a0in');
    expect(revisionOf(edit.file)).toBe(revisionOf(file) + 1);
    const back = applyStep(edit.file, edit.inverse, `Undone: ${edit.title}`, NOW);
    expect(back.file.design).toEqual(file.design);
    expect(revisionOf(back.file)).toBe(revisionOf(file) + 2);
  });
  it('an edit that changes nothing makes no revision', () => {
    const file = dunnock();
    expect(run(file, set('axes.x.plus', 'right')).file).toBe(file);
  });
  it.each<[string, Command, string]>([
    ['a wrong unit', set('axes.x.travel', quantity(3, 'kg')), 'axes.x.travel'],
    ['a word that is no choice', set('axes.x.plus', 'sideways'), 'axes.x.plus'],
    ['a path that is no field', set('axes.x.constructor', 1), 'axes.x.constructor'],
    ['a path into nowhere', set('axes.q.travel', quantity(1, 'mm')), 'axes.q.travel'],
    ['a structural field', set('roles.controller', 'motor-x-0'), 'roles.controller'],
    [
      'an unknown part',
      { name: 'choose-part', args: { slot: { role: 'controller' }, library: 'nothing' } },
      'roles.controller',
    ],
    [
      'a rotary gear on a slide',
      { name: 'set-transmission', args: { axis: 'x', kind: 'rotary' } },
      'axes.x.transmission.kind',
    ],
  ])('refuses %s and leaves the file as it was', (_name, command, where) => {
    const file = dunnock();
    const kept = writeMachineFile(file);
    const r = applyCommand(file, command, NOW);
    expect(r.ok).toBe(false);
    if (!r.ok) expect(r.error[0]!.where).toContain(where);
    expect(writeMachineFile(file)).toBe(kept);
  });
});

it('the voltage on a supply’s data sheet is the one that the nets see', () => {
  const { design } = run(dunnock(), set('parts.field-supply.data.outputVoltage', quantity(12, 'V'))).file;
  const source = Object.values(design.parts['field-supply']!.elements).find((e) => e.kind === 'source');
  expect(source).toMatchObject({ voltage: { entered: 12, unit: 'V' } });
});
it('a switch table is kept with its driver and sets what it offers; two motors share a driver only where there are two', () => {
  const table = {
    count: 6,
    steps: [
      { stepsPerRevolution: 800, on: [2] },
      { stepsPerRevolution: 400, on: [] },
    ],
    currents: [],
  };
  const { design } = run(wren(), { name: 'set-switch-table', args: { part: 'driver-x-0', table } }).file;
  expect(design.parts['driver-x-0']!.data).toMatchObject({ switches: table, stepsPerRevolutionChoices: [400, 800] });
  const refused = (c: Command) => {
    const r = applyCommand(wren(), c, NOW);
    return r.ok ? '' : r.error[0]!.fix;
  };
  expect(refused({ name: 'set-switch-table', args: { part: 'motor-x-0', table } })).toContain('Pick a driver');
  expect(refused({ name: 'share-driver', args: { axis: 'x' } })).not.toBe('');
  expect(refused({ name: 'set-switch-table', args: { part: 'driver-x-0', table: { ...table, count: 99 } } })).not.toBe(
    '',
  );
});

it('several edits are one: one line, one way back, and none of them where one is refused', () => {
  const file = dunnock();
  const both = (a: Command, b: Command): Command => ({
    name: 'several',
    args: { title: 'Two things', commands: [a, b] },
  });
  const edit = run(file, both(set('axes.x.travel', quantity(600, 'mm')), set('axes.y.travel', quantity(900, 'mm'))));
  expect([revisionOf(edit.file) - revisionOf(file), edit.title]).toEqual([1, 'Two things']);
  expect(applyStep(edit.file, edit.inverse, 'back', NOW).file.design).toEqual(file.design);
  const r = applyCommand(
    file,
    both(set('axes.x.travel', quantity(600, 'mm')), set('axes.x.travel', quantity(0, 'mm'))),
    NOW,
  );
  expect(r.ok ? '' : r.error[0]!.fix).toContain('between 1 mm and 20000 mm');
});

describe('parts and axes', () => {
  it('removing an axis leaves nothing of it behind, and a valid file', () => {
    const file = plover();
    const planned = run(file, {
      name: 'set-conductors',
      args: { ids: Object.keys(file.design.conductors), set: { state: 'planned' } },
    }).file;
    const { design } = run(planned, { name: 'remove-axis', args: { axis: 'z' } }).file;
    expect(JSON.stringify(design)).not.toMatch(/"z"|(driver|motor|drive)-z-\d|limit-z/);
  });
  it('a swapped part keeps its id, designation and the conductors that still fit', () => {
    const file = dunnock();
    const swapped = run(file, {
      name: 'choose-part',
      args: { slot: { axis: 'x', drive: 0, item: 'driver' }, library: 'driver-heron-80' },
    }).file.design;
    expect(swapped.parts['driver-x-0']).toMatchObject({
      designation: file.design.parts['driver-x-0']!.designation,
      setup: { stepsPerRevolution: 1600 },
    });
    expect(Object.keys(swapped.conductors)).toEqual(Object.keys(file.design.conductors));
  });
  it('a part is not swapped away from under a connected conductor', () => {
    const r = applyCommand(
      dunnock(),
      { name: 'choose-part', args: { slot: { role: 'controller' }, library: 'controller-sedge-4' } },
      NOW,
    );
    expect(r.ok ? '' : r.error[0]!.what).toMatch(/Conductor \d+ is checked/);
  });
});

it('any sequence of edits and undos leads back to the start, and every state on the way is a valid file', () => {
  const start = newMachineFile(newDesign('mill-knee', 'Bench'), 'bench', NOW);
  const axis = fc.constantFrom('x', 'y', 'z', 'w');
  const command: fc.Arbitrary<Command> = fc.oneof(
    fc
      .tuple(axis, fc.double({ min: 1, max: 900, noNaN: true }))
      .map(([a, n]) => set(`axes.${a}.travel`, quantity(n, 'mm'))),
    fc
      .tuple(axis, fc.constantFrom('screw' as const, 'belt' as const, 'rack' as const))
      .map(([a, kind]): Command => ({ name: 'set-transmission', args: { axis: a, kind } })),
    fc
      .tuple(axis, fc.constantFrom(1 as const, 2 as const))
      .map(([a, count]): Command => ({ name: 'set-motor-count', args: { axis: a, count } })),
    fc.tuple(axis, fc.constantFrom('motor-rook-23', null)).map(([a, library]): Command => ({
      name: 'choose-part',
      args: { slot: { axis: a, drive: 0, item: 'motor' }, library },
    })),
    fc.tuple(axis, fc.constantFrom('minus' as const, 'plus' as const)).map(([a, end]): Command => ({
      name: 'add-input',
      args: { function: 'limit', library: 'switch-finch', mount: { axis: a, end } },
    })),
    fc
      .constantFrom('controller-sedge-4', 'controller-teasel-6', null)
      .map((library): Command => ({ name: 'choose-part', args: { slot: { role: 'controller' }, library } })),
    fc.constant<Command>({ name: 'plan-wiring', args: {} }),
    axis.map((a): Command => ({ name: 'remove-axis', args: { axis: a } })),
  );
  fc.assert(
    fc.property(fc.array(command, { maxLength: 12 }), (commands) => {
      let file = start;
      const undo: Patch[][] = [];
      for (const c of commands) {
        const r = applyCommand(file, c, NOW);
        if (!r.ok || r.value.file === file) continue;
        file = r.value.file;
        undo.push(r.value.inverse);
        expect(readMachineFile(writeMachineFile(file)).ok).toBe(true);
      }
      for (const patches of undo.reverse()) file = applyStep(file, patches, 'back', NOW).file;
      expect(file.design).toEqual(start.design);
    }),
    { numRuns: 40 },
  );
});

describe('inputs', () => {
  const mount = { axis: 'z', end: 'minus' } as const;
  const added = (file: MachineFile, library: string, id = 'limit-z-minus') =>
    run(file, { name: 'add-input', args: { function: 'limit', library, mount } }).file.design.circuits[id]!;
  it('a sensor is fed by its output, a contact by what the inputs allow and by what shows a chafed wire', () => {
    expect(added(dunnock(), 'sensor-lichen-npn-no')).toMatchObject({ feed: '0V', arrangement: 'parallel' });
    expect(added(dunnock(), 'sensor-lichen-pnp-nc').feed).toBe('plus');
    // Isolated inputs allow either side: the fused + side is taken. A pulled-up board input allows 0 V only.
    expect(added(dunnock(), 'switch-finch')).toMatchObject({ feed: 'plus', arrangement: 'series' });
    expect(added(wren(), 'switch-finch').feed).toBe('0V');
  });
  it('two can share an input and be separated again, each with an id from its role', () => {
    const joined = run(wren(), {
      name: 'join-inputs',
      args: { into: 'limit-and-reference-x', from: 'limit-and-reference-z' },
    });
    expect(joined.title).toBe('Z plus limit + reference shares the input of X plus limit + reference');
    expect(joined.file.design.circuits['limit-and-reference-x']!.devices).toHaveLength(2);
    const apart = run(joined.file, { name: 'split-input', args: { circuit: 'limit-and-reference-x' } }).file.design
      .circuits;
    expect(apart['limit-and-reference-z']!.devices).toEqual(['device-limit-and-reference-z']);
  });
  it('a stop never shares an input with a limit', () => {
    const r = applyCommand(wren(), { name: 'join-inputs', args: { into: 'limit-and-reference-x', from: 'stop' } }, NOW);
    expect(r.ok ? '' : r.error[0]!.fix).toContain('Only limits and references');
  });
  it('removing one takes its switch and its planned conductors along, but nothing that is made', () => {
    const gone = run(wren(), { name: 'remove-input', args: { circuit: 'stop' } }).file.design;
    expect(JSON.stringify(gone.parts)).not.toContain('device-stop');
    const made = run(dunnock(), { name: 'remove-input', args: { circuit: 'stop' } }).file.design;
    expect(made.parts['device-stop']).toBeDefined();
    expect(made.conductors['circuit-stop/return']).toBeDefined();
  });
  it('a terminal chosen by hand is kept by the planner, and must exist', () => {
    const choose = (terminal: string): Command => ({
      name: 'set-input-terminal',
      args: { circuit: 'stop', input: { part: 'controller', terminal } },
    });
    const file = run(run(wren(), choose('in-5')).file, { name: 'plan-wiring', args: {} }).file;
    expect(file.design.conductors['circuit-stop/return']!.to.terminal).toBe('in-5');
    expect(applyCommand(wren(), choose('in-99'), NOW).ok).toBe(false);
  });
});

describe('the datum corner', () => {
  const corner = (file: MachineFile, axis: string, end: 'minus' | 'plus') =>
    run(file, { name: 'set-datum-corner', args: { ends: { [axis]: end } } }).file.design;
  it('hands the reference to the switch at the other end: no switch moves', () => {
    const d = corner(dunnock(), 'x', 'plus');
    expect(d.axes.x!.reference.end).toBe('plus');
    expect(d.circuits['limit-x-plus']!.function).toBe('limit-and-reference');
    expect(d.circuits['limit-and-reference-x']!.function).toBe('limit');
    expect(d.parts['device-limit-x-plus']!.mount!.end).toBe('plus');
  });
  it('takes the reference switch along where none sits at the other end', () => {
    const d = corner(wren(), 'x', 'minus');
    expect(d.parts['device-limit-and-reference-x']!.mount!.end).toBe('minus');
  });
});

describe('motors, masses, conductors', () => {
  it('a second motor faces the first and turns the other way; taking it away leaves nothing of it', () => {
    const two = run(wren(), { name: 'set-motor-count', args: { axis: 'x', count: 2 } }).file;
    expect(two.design.axes.x!.drives.map((d) => [d.side, d.turnsForPlus])).toEqual([
      ['left', 'clockwise'],
      ['right', 'counter-clockwise'],
    ]);
    expect(run(two, { name: 'set-motor-count', args: { axis: 'x', count: 1 } }).file.design).toEqual(wren().design);
  });
  it('a mass is listed with what moves it', () => {
    const edit = run(wren(), {
      name: 'add-mass',
      args: { name: 'Vice', mass: quantity(6, 'kg', 'measured'), movedBy: ['x', 'y'] },
    });
    expect(edit.title).toBe('Mass added: Vice');
    expect(Object.values(edit.file.design.masses).at(-1)).toMatchObject({ name: 'Vice', movedBy: ['x', 'y'] });
    expect(
      applyCommand(wren(), { name: 'add-mass', args: { name: 'Vice', mass: quantity(6, 'kg'), movedBy: ['q'] } }, NOW)
        .ok,
    ).toBe(false);
  });
  it('several conductors at once: what a hand sets is remembered field by field, a state is not', () => {
    const ids = ['drive-x-0/step', 'drive-x-0/direction'];
    const { file, title } = run(wren(), { name: 'set-conductors', args: { ids, set: { state: 'cut', colour: 'VT' } } });
    expect(title).toMatch(/^Conductor \d+, \d+: cut, colour$/);
    for (const id of ids)
      expect(file.design.conductors[id]).toMatchObject({ state: 'cut', colour: 'VT', setByHand: ['colour'] });
  });
  it('what is done at the bench is dated in the journal; an undo adds to it and takes nothing away', () => {
    const id = 'drive-x-0/step';
    const { file, inverse } = run(wren(), { name: 'set-conductors', args: { ids: [id], set: { state: 'cut' } } });
    const back = applyStep(file, inverse, 'Undone', '2026-03-04T10:00:00.000Z').file;
    expect(back.journal.map((e) => (e.kind === 'tick' ? [e.at, e.subject, e.state] : e))).toEqual([
      [NOW, `conductors.${id}`, 'cut'],
      ['2026-03-04T10:00:00.000Z', `conductors.${id}`, 'planned'],
    ]);
    expect(lastTicks(back.journal).get(`conductors.${id}`)).toBe('2026-03-04T10:00:00.000Z');
    expect(readMachineFile(writeMachineFile(back)).ok).toBe(true);
  });
});
