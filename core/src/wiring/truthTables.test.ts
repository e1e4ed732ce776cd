import { describe, expect, it } from 'vitest';
import type { Design } from '../machine/design';
import type { Element, Part, Terminal } from '../machine/parts';
import { quantity } from '../units/quantity';
import type { Situation } from './evaluate';
import { evaluate } from './evaluate';
import type { Reading } from './levels';
import { buildNetwork } from './network';

/**
 * Truth tables from circuit theory, written by hand before anything was evaluated: each contact, on each kind of input,
 * alone, in series and in parallel; at rest, tripped, and with each fault that a wire can have.
 */
const part = (terminals: string, elements: Record<string, Element>): Part => ({
  designation: '-X1',
  name: 'bench part',
  data: { class: 'terminal-strip' },
  terminals: Object.fromEntries(
    terminals.split(' ').map((t): [string, Terminal] => [t, { printed: t, role: 'spare' }]),
  ),
  elements,
  setup: {},
});
const ref = (text: string) => ({ part: text.split('.')[0]!, terminal: text.split('.')[1]! });
const net = (parts: Record<string, Part>, wires: Record<string, [string, string]>) =>
  buildNetwork(
    parts,
    Object.fromEntries(
      Object.entries(wires).map(([id, [from, to]]): [string, Design['conductors'][string]] => [
        id,
        { number: 1, from: ref(from), to: ref(to), purpose: '', origin: 'by-hand', setByHand: [], state: 'planned' },
      ]),
    ),
  );
const supply = part('plus minus', { s: { kind: 'source', plus: 'plus', minus: 'minus', voltage: quantity(24, 'V') } });
const pulled = (to: 'plus' | 'minus') =>
  part('in plus minus', {
    r: { kind: 'resistor', a: 'in', b: to },
    i: { kind: 'level-input', terminal: 'in', minus: 'minus' },
  });
const isolated = part('in common', {
  i: { kind: 'isolated-input', terminal: 'in', common: 'common', current: 'either-way' },
});
const contact = (form: 'NO' | 'NC') => part('a b', { k: { kind: 'contact', a: 'a', b: 'b', form, actuator: 'hand' } });
const sensor = (type: 'NPN' | 'PNP', form: 'NO' | 'NC') =>
  part('plus minus out', { o: { kind: 'sensor-output', type, form, plus: 'plus', minus: 'minus', out: 'out' } });

/** The inputs: pulled up and switched to 0 V, pulled down and switched to +, isolated on either side. */
const circuits = {
  'pull-up, to 0 V': {
    board: pulled('plus'),
    feed: 's.minus',
    board2: { p: ['s.plus', 'c.plus'], m: ['s.minus', 'c.minus'] },
  },
  'pull-down, to +': {
    board: pulled('minus'),
    feed: 's.plus',
    board2: { p: ['s.plus', 'c.plus'], m: ['s.minus', 'c.minus'] },
  },
  'isolated, to 0 V': { board: isolated, feed: 's.minus', board2: { p: ['s.plus', 'c.common'] } },
  'isolated, to +': { board: isolated, feed: 's.plus', board2: { p: ['s.minus', 'c.common'] } },
} as const;
type Circuit = keyof typeof circuits;

type Wires = Record<string, [string, string]>;
/** Two contacts on one input, alone (the second left out), in series or in parallel. */
function rig(circuit: Circuit, form: 'NO' | 'NC', arrangement: 'single' | 'series' | 'parallel') {
  const { board, feed, board2 } = circuits[circuit];
  const parts: Record<string, Part> = { s: supply, c: board, k1: contact(form), k2: contact(form) };
  const wires: Wires =
    arrangement === 'single'
      ? { feed: [feed, 'k1.a'], back: ['k1.b', 'c.in'] }
      : arrangement === 'series'
        ? { feed: [feed, 'k1.a'], mid: ['k1.b', 'k2.a'], back: ['k2.b', 'c.in'] }
        : { feed: [feed, 'k1.a'], back: ['k1.b', 'c.in'], feed2: [feed, 'k2.a'], back2: ['k2.b', 'c.in'] };
  return net(parts, { ...wires, ...(board2 as unknown as Wires) });
}
const input = ref('c.in');
const press = (...ids: string[]): Situation => ({ actuated: new Set(ids) });
const H = 'high';
const L = 'low';

describe('contact × circuit × arrangement', () => {
  // columns: at rest, first tripped, second tripped, both; then the wire back open, the feed open
  const table: [Circuit, 'NO' | 'NC', 'single' | 'series' | 'parallel', ...Reading[]][] = [
    ['pull-up, to 0 V', 'NO', 'single', H, L, H, L, H, H],
    ['pull-up, to 0 V', 'NC', 'single', L, H, L, H, H, H],
    ['pull-up, to 0 V', 'NO', 'series', H, H, H, L, H, H],
    ['pull-up, to 0 V', 'NC', 'series', L, H, H, H, H, H],
    ['pull-up, to 0 V', 'NO', 'parallel', H, L, L, L, H, H],
    ['pull-up, to 0 V', 'NC', 'parallel', L, L, L, H, L, L],
    ['pull-down, to +', 'NO', 'single', L, H, L, H, L, L],
    ['pull-down, to +', 'NC', 'single', H, L, H, L, L, L],
    ['pull-down, to +', 'NO', 'series', L, L, L, H, L, L],
    ['pull-down, to +', 'NC', 'series', H, L, L, L, L, L],
    ['pull-down, to +', 'NO', 'parallel', L, H, H, H, L, L],
    ['pull-down, to +', 'NC', 'parallel', H, H, H, L, H, H],
    // an isolated input reads high while current flows, whichever way
    ['isolated, to 0 V', 'NO', 'single', L, H, L, H, L, L],
    ['isolated, to 0 V', 'NC', 'single', H, L, H, L, L, L],
    ['isolated, to 0 V', 'NO', 'series', L, L, L, H, L, L],
    ['isolated, to 0 V', 'NC', 'series', H, L, L, L, L, L],
    ['isolated, to 0 V', 'NO', 'parallel', L, H, H, H, L, L],
    ['isolated, to 0 V', 'NC', 'parallel', H, H, H, L, H, H],
    ['isolated, to +', 'NO', 'single', L, H, L, H, L, L],
    ['isolated, to +', 'NC', 'single', H, L, H, L, L, L],
    ['isolated, to +', 'NO', 'series', L, L, L, H, L, L],
    ['isolated, to +', 'NC', 'series', H, L, L, L, L, L],
    ['isolated, to +', 'NO', 'parallel', L, H, H, H, L, L],
    ['isolated, to +', 'NC', 'parallel', H, H, H, L, H, H],
  ];
  it.each(table)('%s, %s, %s', (circuit, form, arrangement, ...expected) => {
    const n = rig(circuit, form, arrangement);
    const read = (s: Situation) => evaluate(n, s).readingAt(input);
    const open = (id: string): Situation => ({ open: new Set([id]) });
    expect([
      read({}),
      read(press('k1')),
      read(press('k2')),
      read(press('k1', 'k2')),
      read(open('back')),
      read(open('feed')),
    ]).toEqual(expected);
  });
});

describe('three-wire sensors', () => {
  // columns: at rest, target seen, signal open, + of the sensor open, signal on 0 V, signal on +
  const table: [Circuit, 'NPN' | 'PNP', 'NO' | 'NC', ...Reading[]][] = [
    ['pull-up, to 0 V', 'NPN', 'NO', H, L, H, H, L, H],
    ['pull-up, to 0 V', 'NPN', 'NC', L, H, H, H, L, H],
    // a PNP output on a pulled-up input changes nothing: + on +
    ['pull-up, to 0 V', 'PNP', 'NO', H, H, H, H, L, H],
    ['pull-down, to +', 'PNP', 'NO', L, H, L, L, L, H],
    ['pull-down, to +', 'PNP', 'NC', H, L, L, L, L, H],
    ['pull-down, to +', 'NPN', 'NO', L, L, L, L, L, H],
    ['isolated, to 0 V', 'NPN', 'NO', L, H, L, L, H, L],
    ['isolated, to 0 V', 'NPN', 'NC', H, L, L, L, H, L],
    ['isolated, to +', 'PNP', 'NO', L, H, L, L, L, H],
    ['isolated, to +', 'PNP', 'NC', H, L, L, L, L, H],
    ['isolated, to +', 'NPN', 'NO', L, L, L, L, L, H],
  ];
  it.each(table)('%s, %s %s', (circuit, type, form, ...expected) => {
    const { board, board2 } = circuits[circuit];
    const n = net(
      { s: supply, c: board, b: sensor(type, form) },
      {
        power: ['s.plus', 'b.plus'],
        zero: ['s.minus', 'b.minus'],
        signal: ['b.out', 'c.in'],
        ...(board2 as unknown as Wires),
      },
    );
    const read = (s: Situation) => evaluate(n, s).readingAt(input);
    // The signal touches a rail while its output is off: what conducts against it would be a short circuit.
    const off = form === 'NC' ? press('b') : {};
    expect([
      read({}),
      read(press('b')),
      read({ open: new Set(['signal']) }),
      read({ open: new Set(['power']) }),
      read({ ...off, shorts: [[ref('b.out'), ref('s.minus')]] }),
      read({ ...off, shorts: [[ref('b.out'), ref('s.plus')]] }),
    ]).toEqual(expected);
  });

  it('two outputs that pull to different sides make no level: undefined, never a guess', () => {
    const n = net(
      { s: supply, c: pulled('plus'), p: sensor('PNP', 'NC'), q: sensor('NPN', 'NC') },
      {
        a: ['s.plus', 'p.plus'],
        b: ['s.minus', 'p.minus'],
        d: ['s.plus', 'q.plus'],
        e: ['s.minus', 'q.minus'],
        f: ['p.out', 'c.in'],
        g: ['q.out', 'c.in'],
        h: ['s.plus', 'c.plus'],
        i: ['s.minus', 'c.minus'],
      },
    );
    const e = evaluate(n);
    expect([e.levelAt(input), e.readingAt(input)]).toEqual(['conflict', 'uncertain']);
  });
});
