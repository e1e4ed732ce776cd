import { describe, expect, it } from 'vitest';
import { readMachineFile } from '../machine/reading/read';
import { writeMachineFile } from '../machine/file';
import type { MachineFile } from '../machine/file';
import { dunnock } from '../samples/dunnock';
import { wren } from '../samples/wren';
import { quantity } from '../units/quantity';
import { applyCommand, applyStep } from './apply';
import type { Command } from './command';

const NOW = '2026-03-03T10:00:00.000Z';
const start = wren();
const finished = dunnock();
const edit = (file: MachineFile, command: Command) => {
  const r = applyCommand(file, command, NOW);
  if (!r.ok) throw new Error(`${command.name}: ${r.error.map((f) => f.what).join()}`);
  return r.value;
};
const run = (file: MachineFile, ...commands: Command[]) => commands.reduce((f, c) => edit(f, c).file, file);
const refusal = (file: MachineFile, command: Command) => {
  const r = applyCommand(file, command, NOW);
  return r.ok ? 'was carried out' : `${r.error[0]!.what} ${r.error[0]!.fix}`;
};
const end = (part: string, terminal: string) => ({ part, terminal });
const setOf = (ids: string[], set: Extract<Command, { name: 'set-conductors' }>['args']['set']): Command => ({
  name: 'set-conductors',
  args: { ids, set },
});

describe('conductors by hand', () => {
  const bond: Command = { name: 'add-conductor', args: { from: end('earth-bar', 'pe'), to: end('controller', 'gnd') } };
  it('get the next free number of their sheet, and are no part of the plan', () => {
    const file = run(start, bond, bond);
    const own = Object.entries(file.design.conductors).filter(([, c]) => c.origin === 'by-hand');
    expect(own.map(([id]) => id)).toEqual(['own-18', 'own-19']);
    const again = run(file, { name: 'plan-wiring', args: {} });
    expect(again.design.conductors['own-18']).toEqual(file.design.conductors['own-18']);
    expect(run(file, { name: 'remove-conductors', args: { ids: ['own-18', 'own-19'] } }).design).toEqual(start.design);
  });
  it.each<[string, Command, RegExp]>([
    ['a number that is taken', { ...bond, args: { ...bond.args, number: 1 } } as Command, /Number 1 is taken/],
    [
      'one terminal at both ends',
      { name: 'add-conductor', args: { from: end('controller', 'gnd'), to: end('controller', 'gnd') } },
      /two different terminals/,
    ],
    [
      'a terminal that is not there',
      { name: 'add-conductor', args: { from: end('controller', 'gnd'), to: end('controller', 'gone') } },
      /no terminal "gone"/,
    ],
    ['an end moved onto the other', setOf(['drive-x-0/step'], { to: end('controller', 'step-0') }), /begin and end/],
    ['one that is not there', { name: 'remove-conductors', args: { ids: ['gone'] } }, /There is no conductor gone/],
    ['a colour that is none', setOf(['drive-x-0/step'], { colour: 'RDD' as never }), /colour|option|Invalid|not/i],
  ])('%s is refused, and nothing is changed', (_what, command, words) => {
    expect(refusal(start, command)).toMatch(words);
  });
  it('an emptied field is gone, and remembered as set by hand; what is temporary waits until it is not', () => {
    const id = 'drive-x-0/step';
    const file = run(start, setOf([id], { cable: null, core: null, state: 'temporary', waitsFor: 'the chain' }));
    expect(file.design.conductors[id]).not.toHaveProperty('cable');
    expect(file.design.conductors[id]!.setByHand).toEqual(['cable', 'core']);
    expect(file.design.conductors[id]!.waitsFor).toBe('the chain');
    const done = run(file, setOf([id], { state: 'connected' }));
    expect(done.design.conductors[id]).not.toHaveProperty('waitsFor');
    // Each tick is dated in the journal, also after going back.
    const back = edit(file, setOf([id], { state: 'connected' }));
    expect(
      applyStep(back.file, back.inverse, 'Undone', NOW).file.journal.map((e) => e.kind === 'tick' && e.state),
    ).toEqual(['temporary', 'connected', 'temporary']);
  });
});

describe('cables, chains and plugs', () => {
  const chain: Command = {
    name: 'set-chain',
    args: {
      chain: {
        name: 'Y chain',
        innerWidth: quantity(40, 'mm'),
        innerHeight: quantity(20, 'mm'),
        bendRadius: quantity(100, 'mm'),
      },
    },
  };
  it('a chain that is renamed takes its conductors along; one that is removed lets them go', () => {
    const file = run(start, chain, {
      name: 'route-cable',
      args: { cable: 'Motor X', chain: 'Y chain', route: 'duct 2' },
    });
    const inside = (f: MachineFile) => Object.values(f.design.conductors).filter((c) => c.cable === 'Motor X');
    expect(inside(file).every((c) => c.chain === 'Y chain' && c.route === 'duct 2')).toBe(true);
    const renamed = run(file, {
      name: 'set-chain',
      args: { id: 'chain-1', chain: { ...file.design.chains!['chain-1']!, name: 'Gantry' } },
    });
    expect(inside(renamed).every((c) => c.chain === 'Gantry')).toBe(true);
    const gone = run(renamed, { name: 'set-chain', args: { id: 'chain-1', chain: null } });
    expect(inside(gone).some((c) => c.chain)).toBe(false);
    expect(refusal(file, chain)).toContain('There is a chain "Y chain" already');
    expect(refusal(file, { name: 'route-cable', args: { cable: 'No such', chain: null } })).toContain(
      'No conductor is in No such',
    );
  });
  it('a plug goes into no cable that is made, and comes out of none', () => {
    const into = (cable: string): Command => ({
      name: 'insert-connector',
      args: { cable, library: 'connector-burr-6', at: 'near' },
    });
    expect(refusal(finished, into('Motor X'))).toMatch(
      /is checked: the plan would have to cut it\. Set the conductors/,
    );
    expect(
      refusal(start, { name: 'insert-connector', args: { cable: 'Motor X', library: 'lamp-wick-24', at: 'near' } }),
    ).toContain('is no connector');
    const file = run(
      start,
      into('Motor X'),
      { name: 'plan-wiring', args: {} },
      setOf(['drive-x-0/phase-a-plus'], { state: 'connected' }),
    );
    expect(refusal(file, { name: 'remove-connector', args: { part: 'connector-1' } })).toContain('is connected at -X6');
  });
  it('a part that does something is not removed behind its back', () => {
    expect(refusal(start, { name: 'remove-part', args: { part: 'motor-x-0' } })).toContain(
      'does something on this machine',
    );
    const file = run(start, { name: 'add-part', args: { library: 'connector-hod-9', notes: 'Old plug' } });
    expect(file.design.parts.connector).toMatchObject({ designation: '-X6', notes: 'Old plug' });
    expect(run(file, { name: 'remove-part', args: { part: 'connector' } }).design).toEqual(start.design);
  });
});

describe('outputs and alarms', () => {
  it('an output goes with its relay and its lamp; the brake’s motor stays', () => {
    const lamp: Command = {
      name: 'add-output',
      args: { function: 'lamp', library: 'lamp-wick-24', relay: 'relay-latch-5' },
    };
    const file = run(start, lamp, lamp);
    expect(Object.keys(file.design.outputs)).toEqual(['brake', 'spindle-speed', 'lamp', 'lamp-2']);
    expect(
      run(
        file,
        { name: 'remove-output', args: { output: 'lamp' } },
        { name: 'remove-output', args: { output: 'lamp-2' } },
      ).design,
    ).toEqual(start.design);
    const braked = run(start, { name: 'remove-output', args: { output: 'brake' } });
    expect(braked.design.parts['motor-z-0']).toBeDefined();
    expect(braked.design.parts['relay-brake']).toBeUndefined();
  });
  it('taking the motor or the drive away ends what hung on it', () => {
    const gone = run(start, {
      name: 'choose-part',
      args: { slot: { axis: 'z', drive: 0, item: 'motor' }, library: null },
    });
    expect(gone.design.outputs.brake).toBeUndefined();
    const swapped = run(start, {
      name: 'choose-part',
      args: { slot: { axis: 'x', drive: 0, item: 'driver' }, library: 'driver-heron-50' },
    });
    expect(swapped.design.circuits.alarm!.devices).toEqual(['driver-y-0', 'driver-z-0']);
  });
  it.each<[string, Command, string]>([
    ['nothing to act on', { name: 'add-output', args: { function: 'lamp' } }, 'needs something to act on'],
    [
      'a part that is not there',
      { name: 'add-output', args: { function: 'brake', device: 'gone' } },
      'There is no part gone',
    ],
    [
      'a relay nobody knows',
      { name: 'set-output', args: { output: 'brake', relay: 'gone' } },
      'The library holds no "gone"',
    ],
    ['a drive without a contact', { name: 'watch-alarms', args: { devices: ['motor-x-0'] } }, 'has no alarm contact'],
    [
      'a coil that is none',
      { name: 'fit-suppressor', args: { part: 'motor-x-0', coil: 'brake', type: 'diode' } },
      'There is no coil brake',
    ],
    [
      'a link that is none',
      { name: 'set-jumper', args: { part: 'controller', jumper: 'rail', closed: false } },
      'There is no jumper rail',
    ],
  ])('%s is refused', (_what, command, words) => expect(refusal(start, command)).toContain(words));
});

it('whatever was done to the wiring, the file reads back as it was written', () => {
  const file = run(
    start,
    { name: 'insert-connector', args: { cable: 'Motor X', library: 'connector-hod-15h', at: 'far' } },
    { name: 'plan-wiring', args: {} },
    { name: 'set-colour-rule', args: { of: 'control', colour: 'OG' } },
    {
      name: 'set-terminal',
      args: { part: 'controller', terminal: 'in-0', set: { printed: 'X1', notes: 'rubbed off' } },
    },
    { name: 'set-part', args: { part: 'controller', set: { boardRevision: 'C', notes: 'second board' } } },
    setOf(['drive-y-0/step'], { terminations: { from: { kind: 'ferrule', pullTested: true } }, route: 'duct 1' }),
  );
  expect(readMachineFile(writeMachineFile(file))).toEqual({ ok: true, value: { file, told: [] } });
});
