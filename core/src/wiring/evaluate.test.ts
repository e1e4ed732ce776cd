import { describe, expect, it } from 'vitest';
import type { Design } from '../machine/design';
import type { Element, Part, Terminal } from '../machine/parts';
import { quantity } from '../units/quantity';
import { evaluate } from './evaluate';
import { buildNetwork, networkAround } from './network';

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
const wire = (from: string, to: string): Design['conductors'][string] => {
  const ref = (text: string) => ({ part: text.split('.')[0]!, terminal: text.split('.')[1]! });
  return { number: 1, from: ref(from), to: ref(to), purpose: '', origin: 'by-hand', setByHand: [], state: 'planned' };
};
const bench = (parts: Record<string, Part>, wires: [string, string][]) =>
  buildNetwork(parts, Object.fromEntries(wires.map(([a, b], i) => [`w${i}`, wire(a, b)])));
const contact = (form: 'NO' | 'NC', coil?: string): Element =>
  coil
    ? { kind: 'contact', a: 'a', b: 'b', form, actuator: 'coil', coil }
    : { kind: 'contact', a: 'a', b: 'b', form, actuator: 'hand' };
const source = (volts: number): Part =>
  part('plus minus', { s: { kind: 'source', plus: 'plus', minus: 'minus', voltage: quantity(volts, 'V') } });
const pulled = (to: 'plus' | 'minus'): Part =>
  part('in plus minus', {
    r: { kind: 'resistor', a: 'in', b: to },
    i: { kind: 'level-input', terminal: 'in', minus: 'minus' },
  });
const input = { part: 'c', terminal: 'in' };

describe('one contact on one input', () => {
  const cases: ['NO' | 'NC', 'plus' | 'minus', string, string, string][] = [
    // contact, pull resistor to, reading idle, tripped, wire open
    ['NO', 'plus', 'high', 'low', 'high'],
    ['NC', 'plus', 'low', 'high', 'high'],
    ['NO', 'minus', 'low', 'high', 'low'],
    ['NC', 'minus', 'high', 'low', 'low'],
  ];
  it.each(cases)('%s against a resistor to %s', (form, to, idle, tripped, broken) => {
    const feed = to === 'plus' ? 's.minus' : 's.plus';
    const net = bench({ s: source(24), c: pulled(to), k: part('a b', { k: contact(form) }) }, [
      ['s.plus', 'c.plus'],
      ['s.minus', 'c.minus'],
      [feed, 'k.a'],
      ['k.b', 'c.in'],
    ]);
    const read = (situation = {}) => evaluate(net, situation).readingAt(input);
    expect(read()).toBe(idle);
    expect(read({ actuated: new Set(['k']) })).toBe(tripped);
    expect(read({ open: new Set(['w3']) })).toBe(broken);
    expect(read({ lost: new Set(['s']) })).toBe('uncertain');
    const local = networkAround(net, [net.nodeOf({ part: 'c', terminal: 'in' })!]);
    expect(evaluate(local, { actuated: new Set(['k']) }).readingAt(input)).toBe(tripped);
  });
});

describe('sensors, isolated inputs and mistakes', () => {
  const sensor = (type: 'NPN' | 'PNP', form: 'NO' | 'NC') =>
    part('plus minus out', { o: { kind: 'sensor-output', type, form, plus: 'plus', minus: 'minus', out: 'out' } });
  const isolated = part('in com', {
    i: { kind: 'isolated-input', terminal: 'in', common: 'com', current: 'either-way' },
  });
  const rig = (b: Part, common: 's.plus' | 's.minus') =>
    bench({ s: source(24), c: isolated, b }, [
      ['s.plus', 'b.plus'],
      ['s.minus', 'b.minus'],
      [common, 'c.com'],
      ['b.out', 'c.in'],
    ]);
  it('an NPN sensor sinks from a common at +, a PNP one feeds a common at 0 V; the wrong way round nothing flows', () => {
    const sees = { actuated: new Set(['b']) };
    expect(evaluate(rig(sensor('NPN', 'NO'), 's.plus'), sees).readingAt(input)).toBe('high');
    expect(evaluate(rig(sensor('PNP', 'NO'), 's.minus'), sees).readingAt(input)).toBe('high');
    expect(evaluate(rig(sensor('PNP', 'NO'), 's.plus'), sees).readingAt(input)).toBe('low');
    expect(evaluate(rig(sensor('NPN', 'NC'), 's.plus'), sees).readingAt(input)).toBe('low');
  });
  it('two supplies of different voltage on one net are a conflict, two of the same are not', () => {
    const both = (v: number) =>
      evaluate(bench({ s: source(24), t: source(v) }, [['s.plus', 't.plus']])).levelAt({ part: 's', terminal: 'plus' });
    expect(both(5)).toBe('conflict');
    expect(both(24)).toBe('high');
  });
  it('a supply shorted on itself is a conflict; an unwired terminal floats', () => {
    const net = bench({ s: source(24), c: pulled('plus') }, [['s.plus', 's.minus']]);
    expect(evaluate(net).levelAt({ part: 's', terminal: 'plus' })).toBe('conflict');
    expect(evaluate(net).levelAt(input)).toBe('floating');
  });
  it('a relay follows its coil, and one that breaks its own coil is reported as ringing', () => {
    const relay = (form: 'NO' | 'NC') =>
      part('a b p m', { coil: { kind: 'coil', a: 'p', b: 'm' }, k: contact(form, 'coil') });
    const held = bench({ s: source(24), q: relay('NO') }, [
      ['s.plus', 'q.p'],
      ['s.minus', 'q.m'],
      ['s.plus', 'q.a'],
    ]);
    expect(evaluate(held).levelAt({ part: 'q', terminal: 'b' })).toBe('high');
    const buzzer = bench({ s: source(24), q: relay('NC') }, [
      ['s.plus', 'q.a'],
      ['q.b', 'q.p'],
      ['s.minus', 'q.m'],
    ]);
    expect(evaluate(buzzer).ringing).toBe(true);
    expect(evaluate(buzzer).ring).toEqual(['q/coil']);
    expect(evaluate(held).ringing).toBe(false);
  });
});

describe('what goes wrong in one place', () => {
  const chain = () =>
    bench(
      {
        s: source(24),
        c: pulled('minus'),
        k: part('a b', { k: contact('NC') }),
        j: part('a b', { k: contact('NC') }),
        x: part('p q', { j: { kind: 'join', terminals: ['p', 'q'] } }),
      },
      [
        ['s.plus', 'k.a'],
        ['k.b', 'x.p'],
        ['x.q', 'j.a'],
        ['j.b', 'c.in'],
        ['s.minus', 'c.minus'],
      ],
    );
  const read = (situation = {}) => evaluate(chain(), situation).readingAt(input);
  const at = (text: string) => ({ part: text.split('.')[0]!, terminal: text.split('.')[1]! });
  it.each([
    ['at rest', {}, 'high'],
    ['a pulled plug opens the loop', { pulled: new Set(['x']) }, 'low'],
    ['a welded contact hides its trip', { stuck: new Map([['k/k', 'closed']]), actuated: new Set(['k']) }, 'high'],
    ['but not that of the other', { stuck: new Map([['k/k', 'closed']]), actuated: new Set(['j']) }, 'low'],
    ['a contact that never closes trips for ever', { stuck: new Map([['j/k', 'open']]) }, 'low'],
    [
      'cores that touch bridge both contacts',
      { shorts: [[at('k.a'), at('j.b')]], actuated: new Set(['k', 'j']) },
      'high',
    ],
    ['the loop on 0 V shorts the supply: contested', { shorts: [[at('k.b'), at('s.minus')]] }, 'uncertain'],
    [
      'behind an open contact, 0 V is what the input sees',
      { shorts: [[at('j.a'), at('s.minus')]], actuated: new Set(['k']) },
      'low',
    ],
    ['a conductor broken and its way bridged', { open: new Set(['w1']), shorts: [[at('k.b'), at('x.p')]] }, 'high'],
  ])('%s', (_what, situation, reading) => expect(read(situation)).toBe(reading));
});

describe('outputs, loads, and a contactor that holds itself', () => {
  const board = (type: 'sourcing' | 'sinking' | 'push-pull') =>
    part('plus minus out', { o: { kind: 'digital-output', type, plus: 'plus', minus: 'minus', out: 'out' } });
  const lamp = part('a b', { l: { kind: 'load', a: 'a', b: 'b' } });
  const on = { driven: new Set(['c#out']) };
  it.each([
    ['sourcing', 's.minus', true, false],
    ['sourcing', 's.plus', false, false],
    ['sinking', 's.plus', true, false],
    ['sinking', 's.minus', false, false],
    ['push-pull', 's.minus', true, false],
    ['push-pull', 's.plus', false, true],
  ] as const)('a lamp from a %s output to %s: lit when on %s, when off %s', (type, other, whenOn, whenOff) => {
    const net = bench({ s: source(24), c: board(type), l: lamp }, [
      ['s.plus', 'c.plus'],
      ['s.minus', 'c.minus'],
      ['c.out', 'l.a'],
      [other, 'l.b'],
    ]);
    expect([evaluate(net, on).fed('l', 'l'), evaluate(net).fed('l', 'l')]).toEqual([whenOn, whenOff]);
    expect(evaluate(net, { ...on, lost: new Set(['s']) }).fed('l', 'l')).toBe(false);
  });
  it('start pulls it in, release keeps it, stop drops it, and it stays out', () => {
    const net = bench(
      {
        s: source(24),
        stop: part('a b', { k: contact('NC') }),
        start: part('a b', { k: contact('NO') }),
        q: part('a b p m', { coil: { kind: 'coil', a: 'p', b: 'm' }, k: contact('NO', 'coil') }),
      },
      [
        ['s.plus', 'stop.a'],
        ['stop.b', 'start.a'],
        ['start.b', 'q.p'],
        ['stop.b', 'q.a'],
        ['q.b', 'q.p'],
        ['q.m', 's.minus'],
      ],
    );
    let held: ReadonlySet<string> = new Set();
    const step = (...actuated: string[]) => {
      const e = evaluate(net, { actuated: new Set(actuated), held });
      held = e.energised;
      return [...held];
    };
    expect([step(), step('start'), step(), step('stop'), step()]).toEqual([[], ['q/coil'], ['q/coil'], [], []]);
    // Both pressed at once: the stop wins.
    expect(step('start', 'stop')).toEqual([]);
  });
  it('two relays that unlatch each other are named as the ring that they are', () => {
    const relay = (form: 'NO' | 'NC') =>
      part('a b p m', { coil: { kind: 'coil', a: 'p', b: 'm' }, k: contact(form, 'coil') });
    const net = bench({ s: source(24), q: relay('NC'), r: relay('NO'), t: relay('NO') }, [
      ['s.plus', 'q.a'],
      ['q.b', 'r.p'],
      ['s.minus', 'r.m'],
      ['s.plus', 'r.a'],
      ['r.b', 'q.p'],
      ['s.minus', 'q.m'],
      ['s.plus', 't.p'],
      ['s.minus', 't.m'],
    ]);
    const e = evaluate(net);
    expect(e.ringing).toBe(true);
    expect([...e.ring].sort()).toEqual(['q/coil', 'r/coil']);
  });
});
