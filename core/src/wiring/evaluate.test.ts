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
    const local = networkAround(net, [net.nodeOf.get('c#in')!]);
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
    expect(evaluate(held).ringing).toBe(false);
  });
});
