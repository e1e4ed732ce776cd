import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import { findingsOf } from '../findings/findings';
import { defaultDisplay } from '../units/print';
import type { MachineFile } from '../machine/file';
import { libraryEntry } from '../machine/library/index';
import { edited } from '../motion/testing/rig';
import { wheatear } from '../samples/wheatear';
import { terminalName } from '../wiring/wires';
import { networkOf } from '../wiring/network';
import { circuitryOf } from '../wiring/circuitry';
import { seatOf, seatContacts, sharesChannel } from './seats';

const machine = wheatear();
const drivers = ['driver-x-0', 'driver-y-0', 'driver-y-1', 'driver-z-0'];
const sockets = (file: MachineFile) => drivers.map((d) => seatOf(file.design, d)?.socket);
const channels = (file: MachineFile) => deriveFigures(file.design).drives.map((d) => d.channel);
const board = (library: string) => ({
  name: 'choose-part' as const,
  args: { slot: { role: 'controller' as const }, library },
});

it('drivers take the sockets in the order of the axes; the second motor the one that follows the first', () => {
  // Tansy 5: A to D have channels 0 to 3, E only follows.
  expect(sockets(machine)).toEqual([0, 1, 4, 2]);
  expect(channels(machine)).toEqual([0, 1, 1, 2]);
  expect(sharesChannel(machine.design, 'y', 1)).toBe(true);
});
it('a socket that somebody has decided upon is kept for its driver, the others move on', () => {
  const moved = edited(machine, {
    name: 'set-feed',
    args: { part: 'driver-z-0', port: 'supply', from: { part: 'controller', port: 'socket-0' } },
  });
  expect(sockets(moved)).toEqual([1, 2, 4, 0]);
  expect(channels(moved)).toEqual([1, 2, 2, 0]);
});
it('two drivers never sit in one socket: the second one finds none', () => {
  // No command does this; a file may say it.
  const both = structuredClone(machine);
  both.design.feeds = {
    ...both.design.feeds,
    ...Object.fromEntries(
      ['driver-x-0', 'driver-z-0'].map((id) => [id, { supply: { part: 'controller', port: 'socket-3' } }]),
    ),
  };
  expect(sockets(both).filter((s) => s === 3)).toHaveLength(1);
  expect(deriveFigures(both.design).drives).toHaveLength(4);
});
it('on a board that references each motor on its own the second motor has a channel of its own', () => {
  const entry = structuredClone(libraryEntry('controller-tansy-5')!);
  if (entry.data.class === 'controller') entry.data.independentSlaves = true;
  const each = edited(machine, {
    name: 'choose-part',
    args: { slot: { role: 'controller' }, library: entry.key, entry },
  });
  expect(sockets(each)).toEqual([0, 1, 2, 3]);
  expect(sharesChannel(each.design, 'y', 1)).toBe(false);
});
it('a driver on terminals of its own takes a channel that no socket has', () => {
  const mixed = edited(machine, {
    name: 'choose-part',
    args: { slot: { axis: 'x', drive: 0, item: 'driver' }, library: 'driver-heron-30' },
  });
  // Y sits in A and E, Z in B; X takes the first channel left.
  expect(sockets(mixed)).toEqual([undefined, 0, 4, 1]);
  expect(channels(mixed)).toEqual([2, 0, 0, 1]);
});

describe('what a socket joins', () => {
  const network = networkOf(machine.design);
  const at = (part: string, terminal: string) => circuitryOf(network).netOf[network.nodeOf({ part, terminal })!];
  it.each([
    // The pins of the right motor’s driver: motor supply, common, the step of the left one, its own motor terminals.
    ['driver-y-1', 'supply-plus', 'motor-plus'],
    ['driver-y-1', 'supply-minus', 'motor-minus'],
    ['driver-y-1', 'common', 'gnd'],
    ['driver-y-1', 'step-plus', 'step-1'],
    ['driver-y-1', 'direction-plus', 'direction-1'],
    ['driver-y-1', 'a-plus', 'motor-4-a-plus'],
    ['driver-z-0', 'step-plus', 'step-2'],
    ['driver-z-0', 'b-minus', 'motor-2-b-minus'],
  ])('%s %s meets %s of the board', (driver, pin, contact) => {
    expect(at(driver, pin)).toBe(at('controller', contact));
  });
  it('the two sides of the gantry share their step and nothing of their windings', () => {
    expect(at('driver-y-0', 'step-plus')).toBe(at('driver-y-1', 'step-plus'));
    expect(at('driver-y-0', 'a-plus')).not.toBe(at('driver-y-1', 'a-plus'));
    expect(at('driver-x-0', 'step-plus')).not.toBe(at('driver-y-0', 'step-plus'));
  });
  it('no contact is joined twice, and every pin of a seated driver meets one', () => {
    const contacts = seatContacts(machine.design);
    expect(new Set(contacts.map((c) => `${c.pin.part}/${c.pin.terminal}`)).size).toBe(contacts.length);
    // Ten pins each: two of supply, three signals, the common, four of the motor.
    expect(contacts).toHaveLength(40);
  });
});

it('motors are connected at the board, drivers by nothing but their sockets', () => {
  const { design } = machine;
  const ends = Object.values(design.conductors).flatMap((c) => [c.from.part, c.to.part]);
  for (const d of drivers) expect(ends).not.toContain(d);
  // To the gantry by way of the plug: contacts 6 to 9 are those of the right motor.
  const named = (from: string, to: string) =>
    Object.values(design.conductors)
      .filter((c) => c.from.part === from && c.to.part === to)
      .map((c) => `${terminalName(design, c.from)} ${terminalName(design, c.to)}`);
  expect(named('controller', 'connector-1').slice(4, 8)).toEqual([
    '-K1:E1 -X3:6a',
    '-K1:E2 -X3:7a',
    '-K1:E3 -X3:8a',
    '-K1:E4 -X3:9a',
  ]);
  // Turned round in its wiring: the ends of its first winding are exchanged.
  expect(named('connector-1', 'motor-y-1').slice(0, 4)).toEqual([
    '-X3:6b -M4:A′',
    '-X3:7b -M4:A',
    '-X3:8b -M4:B',
    '-X3:9b -M4:B′',
  ]);
});
it('a board without sockets leaves plug-in drivers without supply, step and motor', () => {
  const bare = edited(machine, board('controller-sedge-4'));
  expect(sockets(bare)).toEqual([undefined, undefined, undefined, undefined]);
  expect(seatContacts(bare.design)).toEqual([]);
  const ends = deriveFigures(bare.design).plan.proposals.flatMap((p) => [p.from.part, p.to.part]);
  for (const d of drivers) expect(ends).not.toContain(d);
  // The first way out is the smallest board that seats all four: three channels and one that follows.
  const found = findingsOf(deriveFigures(bare.design)).filter((f) => f.code === 'no-socket');
  expect(found).toHaveLength(4);
  const [remedy] = found[0]!.remedies;
  expect(remedy!.label(defaultDisplay)).toContain('Tansy 4');
  const seated = edited(bare, remedy!.command);
  expect(sockets(seated)).toEqual([0, 1, 3, 2]);
  expect(findingsOf(deriveFigures(seated.design)).map((f) => f.code)).not.toContain('no-socket');
});
