import { describe, expect, it } from 'vitest';
import { feedChoices } from '../distribution/choices';
import { distributionOf } from '../distribution/tree';
import { portKey } from '../machine/ports';
import { readMachineFile } from '../machine/reading/read';
import { writeMachineFile, type MachineFile } from '../machine/file';
import { dunnock } from '../samples/dunnock';
import { wheatear } from '../samples/wheatear';
import { planConductors } from '../wiring/planner/plan';
import { applyCommand } from './apply';
import type { Command } from './command';

const AT = '2026-03-03T10:00:00.000Z';
const edited = (file: MachineFile, ...commands: Command[]): MachineFile =>
  commands.reduce((f, c) => {
    const r = applyCommand(f, c, AT);
    if (!r.ok) throw new Error(r.error.map((x) => `${x.where}: ${x.what}`).join('; '));
    return r.value.file;
  }, file);
const refusal = (file: MachineFile, c: Command): string | undefined => {
  const r = applyCommand(file, c, AT);
  return r.ok ? undefined : r.error[0]!.what;
};
const add = (library: string): Command => ({ name: 'add-part', args: { library } });
const feed = (part: string, port: string, from?: { part: string; port: string } | null): Command => ({
  name: 'set-feed',
  args: { part, port, ...(from === undefined ? {} : { from }) },
});
const ahead = (library: string, ...aheadOf: [part: string, port: string][]): Command => ({
  name: 'insert-device',
  args: { library, aheadOf: aheadOf.map(([part, port]) => ({ part, port })) },
});
const way = ({ design }: MachineFile, part: string, port: string): string => {
  const { passes, source } = distributionOf(design).wayTo(part, port);
  return [...passes, ...(source ? [source] : [])].map(portKey).join(' < ');
};
/** Where the planned conductors of a terminal lead. */
const leadsTo = ({ design }: MachineFile, part: string, terminal: string): string[] =>
  planConductors(design).proposals.flatMap(({ from, to }) =>
    from.part === part && from.terminal === terminal
      ? [`${to.part}:${to.terminal}`]
      : to.part === part && to.terminal === terminal
        ? [`${from.part}:${from.terminal}`]
        : [],
  );
const MAINS = 'mains-filter/out < mains-breaker/out < main-switch/out < mains-inlet/mains';

describe('a second supply behind a breaker of its own', () => {
  const file = edited(dunnock(), add('supply-marl-24'), ahead('breaker-hurdle-6', ['supply', 'mains']));
  it('hangs on the mains of the cabinet as it is added; the breaker stands between', () => {
    expect(way(edited(dunnock(), add('supply-marl-24')), 'supply', 'mains')).toBe(MAINS);
    expect(way(file, 'supply', 'mains')).toBe(`breaker/out < ${MAINS}`);
    // The others stay where they were.
    expect(way(file, 'motor-supply', 'mains')).toBe(MAINS);
  });
  it('is led so: filter, both poles of the breaker, supply; and it is earthed', () => {
    expect(leadsTo(file, 'breaker', 'p1-in')).toEqual(['mains-filter:p1-out']);
    expect(leadsTo(file, 'breaker', 'p2-in')).toEqual(['mains-filter:p2-out']);
    expect(leadsTo(file, 'supply', 'l')).toEqual(['breaker:p1-out']);
    expect(leadsTo(file, 'supply', 'n')).toEqual(['breaker:p2-out']);
    expect(leadsTo(file, 'supply', 'pe')).toEqual(['earth-bar:pe']);
  });
  it('feeds what is put on it: the fan moves over with both its leads', () => {
    const moved = edited(file, feed('output-fan', 'load', { part: 'supply', port: 'out' }));
    expect(way(moved, 'output-fan', 'load')).toBe('supply/out');
    expect(leadsTo(moved, 'output-fan', 'plus')).toEqual(['supply:plus']);
    expect(leadsTo(moved, 'output-fan', 'minus')).toEqual(['supply:minus']);
    expect(distributionOf(moved.design).loadsOf('field-supply').map(portKey)).not.toContain('output-fan/load');
    // As usual again: back on the field supply.
    expect(way(edited(moved, feed('output-fan', 'load')), 'output-fan', 'load')).toBe('field-supply/out');
  });
  it('a device that goes hands what hung on it to what fed it; a supply that goes leaves its loads to the usual one', () => {
    const moved = edited(file, feed('output-fan', 'load', { part: 'supply', port: 'out' }));
    const without = edited(moved, { name: 'remove-part', args: { part: 'breaker' } });
    expect(way(without, 'supply', 'mains')).toBe(MAINS);
    const none = edited(without, { name: 'remove-part', args: { part: 'supply' } });
    expect(way(none, 'output-fan', 'load')).toBe('field-supply/out');
    expect(none.design.feeds).toBeUndefined();
  });
  it('is written, and read again as it was', () => {
    expect(readMachineFile(writeMachineFile(file))).toEqual({ ok: true, value: { file, told: [] } });
  });
});

it('a lamp is put where it belongs: it hangs on that supply, and on none of another voltage', () => {
  const lamp = (from: string): Command => ({
    name: 'add-part',
    args: { library: 'lamp-wick-24', from: { part: from, port: 'out' } },
  });
  const file = edited(dunnock(), lamp('field-supply'));
  expect(way(file, 'lamp', 'load')).toBe('field-supply/out');
  // The fused strip fans out the plus.
  expect(leadsTo(file, 'lamp', 'plus')).toEqual(['field-plus-strip:place']);
  expect(refusal(dunnock(), lamp('motor-supply'))).toContain('cannot be fed from -T1');
  const choices = feedChoices(file.design, { part: 'lamp', port: 'load' }).map((s) => s.part);
  expect(choices).toContain('field-supply');
  expect(choices).not.toContain('motor-supply');
  expect(choices).not.toContain('mains-filter');
  // What lives on a device cannot feed it.
  const breaker = feedChoices(file.design, { part: 'mains-breaker', port: 'in' }).map((s) => s.part);
  expect(breaker).toEqual(['mains-inlet', 'main-switch']);
});

it('one breaker ahead of two supplies: both hang on it, looped from one to the next', () => {
  const file = edited(dunnock(), ahead('breaker-hurdle-10', ['field-supply', 'mains'], ['logic-supply', 'mains']));
  expect(way(file, 'logic-supply', 'mains')).toBe(`breaker/out < ${MAINS}`);
  expect(leadsTo(file, 'field-supply', 'l')).toEqual(['breaker:p1-out', 'logic-supply:l']);
  expect(leadsTo(file, 'motor-supply', 'l')).not.toContain('field-supply:l');
});

it('nothing that is made is touched: leads that would go now are reported, and new ones are planned', () => {
  const file = edited(dunnock(), ahead('breaker-hurdle-6', ['motor-supply', 'mains']), {
    name: 'plan-wiring',
    args: {},
  });
  const before = dunnock().design.conductors;
  for (const [id, c] of Object.entries(before)) expect(file.design.conductors[id]).toEqual(c);
  expect(Object.values(file.design.conductors).filter((c) => c.to.part === 'breaker')).toHaveLength(2);
});

it.each([
  ['a port that gives', feed('motor-supply', 'out', { part: 'field-supply', port: 'out' }), 'takes no power there'],
  ['itself', feed('mains-breaker', 'in', { part: 'mains-breaker', port: 'out' }), 'cannot feed itself'],
  ['a port that takes', feed('motor-supply', 'mains', { part: 'field-supply', port: 'mains' }), 'gives no power there'],
  ['a part that is not there', feed('motor-supply', 'mains', { part: 'nobody', port: 'out' }), 'gives no power there'],
  ['a lamp as a breaker', ahead('lamp-wick-24', ['motor-supply', 'mains']), 'passes no power on'],
  ['unlike sources', ahead('breaker-hurdle-6', ['motor-supply', 'mains'], ['driver-x-0', 'supply']), 'one source'],
])('is refused in words: %s', (_, command, words) => {
  expect(refusal(dunnock(), command)).toContain(words);
});

describe('sockets of a board', () => {
  const socket = (n: number) => ({ part: 'controller', port: `socket-${n}` });
  const seated = edited(wheatear(), feed('driver-z-0', 'supply', socket(0)));
  it('a driver that plugs in is offered sockets and nothing else; one decided for another is not free', () => {
    const offered = (part: string) => feedChoices(seated.design, { part, port: 'supply' }).map((s) => s.port);
    expect(offered('driver-x-0')).toEqual(['socket-1', 'socket-2', 'socket-3', 'socket-4']);
    expect(offered('driver-z-0')).toContain('socket-0');
  });
  it.each([
    ['a socket that another driver has', feed('driver-x-0', 'supply', socket(0)), '-T6 sits in this socket'],
    [
      'a supply for what plugs in',
      feed('driver-x-0', 'supply', { part: 'motor-supply', port: 'out' }),
      'no power there',
    ],
    ['a socket for a fan', feed('fan', 'load', socket(3)), 'no power there'],
    [
      'a lamp in a socket',
      { name: 'add-part', args: { library: 'lamp-glim-24', from: socket(3) } } as Command,
      'cannot be fed',
    ],
    ['a fuse between socket and driver', ahead('breaker-hurdle-6', ['driver-z-0', 'supply']), 'sits in a socket'],
  ])('is refused in words: %s', (_, command, words) => {
    expect(refusal(seated, command)).toContain(words);
  });
  it('a driver on terminals, or a board without sockets, drops the decision and keeps the rest', () => {
    const terminals = edited(seated, {
      name: 'choose-part',
      args: { slot: { axis: 'z', drive: 0, item: 'driver' }, library: 'driver-heron-30' },
    });
    expect(way(terminals, 'driver-z-0', 'supply')).toBe('motor-supply/out');
    expect(terminals.design.feeds?.['driver-z-0']).toBeUndefined();
    const bare = edited(seated, {
      name: 'choose-part',
      args: { slot: { role: 'controller' }, library: 'controller-sedge-4' },
    });
    expect(bare.design.feeds?.['driver-z-0']).toBeUndefined();
    expect(readMachineFile(writeMachineFile(bare)).ok).toBe(true);
  });
});

it('a device moves ahead of the one before it, and the mains passes them in that order; the first one cannot', () => {
  const moved = edited(dunnock(), { name: 'move-ahead', args: { device: 'mains-filter' } });
  expect(moved.design.rails.mains!.devices).toEqual(['main-switch', 'mains-filter', 'mains-breaker']);
  expect(way(moved, 'mains-breaker', 'in')).toBe('mains-filter/out < main-switch/out < mains-inlet/mains');
  expect(refusal(moved, { name: 'move-ahead', args: { device: 'main-switch' } })).toContain(
    'No device of the mains stands before',
  );
});

it('a file that names a port nobody has says where', () => {
  const file = structuredClone(dunnock());
  (file.design as { feeds?: unknown }).feeds = { 'motor-supply': { mains: { part: 'mains-breaker', port: 'gone' } } };
  const read = readMachineFile(writeMachineFile(file));
  expect(!read.ok && read.error.map((f) => f.where)).toEqual(['design.feeds.motor-supply.mains.port']);
});
