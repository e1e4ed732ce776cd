import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import type { Element, Part, Terminal } from '../machine/parts';
import { quantity } from '../units/quantity';
import type { Situation } from './evaluate';
import { evaluate } from './evaluate';
import { currentPaths } from './currentPaths';
import { buildNetwork } from './network';

/** Parts of every kind with random wires between them: what no planner would draw, and a hand might. */
const terminals = (names: string[]): Record<string, Terminal> =>
  Object.fromEntries(names.map((t): [string, Terminal] => [t, { printed: t, role: 'spare' }]));
const part = (names: string[], elements: Record<string, Element>): Part => ({
  designation: '-X1',
  name: 'random',
  data: { class: 'terminal-strip' },
  terminals: terminals(names),
  elements,
  setup: {},
});
const kinds: (() => Part)[] = [
  () => part(['a', 'b'], { s: { kind: 'source', plus: 'a', minus: 'b', voltage: quantity(24, 'V') } }),
  () => part(['a', 'b'], { k: { kind: 'contact', a: 'a', b: 'b', form: 'NO', actuator: 'hand' } }),
  () => part(['a', 'b'], { k: { kind: 'contact', a: 'a', b: 'b', form: 'NC', actuator: 'hand' } }),
  ...(['NO', 'NC'] as const).map(
    (form) => () =>
      part(['a', 'b', 'p', 'm'], {
        coil: { kind: 'coil', a: 'p', b: 'm' },
        k: { kind: 'contact', a: 'a', b: 'b', form, actuator: 'coil', coil: 'coil' },
      }),
  ),
  () =>
    part(['a', 'b', 'p'], {
      r: { kind: 'resistor', a: 'a', b: 'b' },
      i: { kind: 'level-input', terminal: 'a', minus: 'p' },
    }),
  () => part(['a', 'b'], { i: { kind: 'isolated-input', terminal: 'a', common: 'b', current: 'either-way' } }),
  () =>
    part(['a', 'b', 'p'], { o: { kind: 'sensor-output', type: 'PNP', form: 'NO', plus: 'a', minus: 'b', out: 'p' } }),
  () =>
    part(['a', 'b', 'p'], { o: { kind: 'sensor-output', type: 'NPN', form: 'NC', plus: 'a', minus: 'b', out: 'p' } }),
  () => part(['a', 'b'], { l: { kind: 'load', a: 'a', b: 'b' } }),
];

const machine = fc
  .record({
    parts: fc.array(fc.nat(kinds.length - 1), { minLength: 2, maxLength: 14 }),
    wires: fc.array(fc.tuple(fc.nat(999), fc.nat(999)), { minLength: 1, maxLength: 30 }),
    acts: fc.record({ press: fc.nat(0x3fff), open: fc.nat(0xffff), lost: fc.nat(0x3fff) }),
  })
  .map(({ parts, wires, acts }) => {
    // Supplies first, so that most machines have some life in them.
    const table = Object.fromEntries([0, ...parts].map((k, i): [string, Part] => [`p${i}`, kinds[k]!()]));
    const ends: TerminalRef[] = Object.entries(table).flatMap(([id, p]) =>
      Object.keys(p.terminals).map((terminal) => ({ part: id, terminal })),
    );
    const conductors = Object.fromEntries(
      wires.map(([a, b], i): [string, Design['conductors'][string]] => [
        `w${i}`,
        {
          number: i + 1,
          from: ends[a % ends.length]!,
          to: ends[b % ends.length]!,
          purpose: '',
          origin: 'by-hand',
          setByHand: [],
          state: 'planned',
        },
      ]),
    );
    const bits = (mask: number, ids: string[]) => new Set(ids.filter((_, i) => mask & (1 << (i % 16))));
    const situation: Situation = {
      actuated: bits(acts.press, Object.keys(table)),
      open: bits(acts.open & 0x1111, Object.keys(conductors)),
      lost: bits(acts.lost & 0x0101, Object.keys(table)),
    };
    return { table, conductors, ends, network: buildNetwork(table, conductors), situation };
  });

const seen = (e: ReturnType<typeof evaluate>, ends: readonly TerminalRef[]) => ends.map((t) => e.levelAt(t));

describe('machines wired at random', () => {
  it('always come to an answer: at rest, or a ring by name; and never name a ring that rests', () => {
    fc.assert(
      fc.property(machine, ({ network, situation }) => {
        const e = evaluate(network, situation);
        expect(e.ringing).toBe(e.ring.length > 0);
        expect(() => currentPaths(network, e, situation)).not.toThrow();
      }),
      { numRuns: 400 },
    );
  });
  it('answer the same whichever way round the wires are listed', () => {
    fc.assert(
      fc.property(machine, ({ table, conductors, ends, network, situation }) => {
        const e = evaluate(network, situation);
        fc.pre(!e.ringing);
        const turned = buildNetwork(table, Object.fromEntries(Object.entries(conductors).reverse()));
        expect(seen(evaluate(turned, situation), ends)).toEqual(seen(e, ends));
      }),
      { numRuns: 200 },
    );
  });
  it('are left as they were by an open contact beside any two terminals', () => {
    fc.assert(
      fc.property(machine, fc.nat(999), fc.nat(999), ({ table, conductors, ends, network, situation }, a, b) => {
        const e = evaluate(network, situation);
        fc.pre(!e.ringing);
        const wire = (id: string, from: TerminalRef, terminal: string) => [
          id,
          { ...Object.values(conductors)[0]!, from, to: { part: 'extra', terminal } },
        ];
        const more = buildNetwork(
          { ...table, extra: kinds[1]!() },
          {
            ...conductors,
            ...(Object.fromEntries([
              wire('x1', ends[a % ends.length]!, 'a'),
              wire('x2', ends[b % ends.length]!, 'b'),
            ]) as typeof conductors),
          },
        );
        expect(seen(evaluate(more, situation), ends)).toEqual(seen(e, ends));
      }),
      { numRuns: 200 },
    );
  });
  it('hold no level where no supply lives: floating, never a guess', () => {
    fc.assert(
      fc.property(machine, ({ table, ends, network }) => {
        const e = evaluate(network, { lost: new Set(Object.keys(table)) });
        expect(new Set(seen(e, ends))).toEqual(new Set(['floating']));
        expect(e.energised.size).toBe(0);
      }),
      { numRuns: 100 },
    );
  });
});

describe('a loop of closed contacts', () => {
  it('of any length notices each open contact and each open wire at once', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.nat(99), (n, pick) => {
        const parts: Record<string, Part> = {
          s: kinds[0]!(),
          c: part(['in', 'plus', 'minus'], {
            r: { kind: 'resistor', a: 'in', b: 'plus' },
            i: { kind: 'level-input', terminal: 'in', minus: 'minus' },
          }),
          ...Object.fromEntries(Array.from({ length: n }, (_, i) => [`k${i}`, kinds[2]!()])),
        };
        const stops: [TerminalRef, TerminalRef][] = [];
        let last: TerminalRef = { part: 's', terminal: 'b' };
        for (let i = 0; i < n; i++) {
          stops.push([last, { part: `k${i}`, terminal: 'a' }]);
          last = { part: `k${i}`, terminal: 'b' };
        }
        stops.push([last, { part: 'c', terminal: 'in' }]);
        stops.push([
          { part: 's', terminal: 'a' },
          { part: 'c', terminal: 'plus' },
        ]);
        stops.push([
          { part: 's', terminal: 'b' },
          { part: 'c', terminal: 'minus' },
        ]);
        const conductors = Object.fromEntries(
          stops.map(([from, to], i): [string, Design['conductors'][string]] => [
            `w${i}`,
            { number: i + 1, from, to, purpose: '', origin: 'by-hand', setByHand: [], state: 'planned' },
          ]),
        );
        const network = buildNetwork(parts, conductors);
        const read = (s: Situation) => evaluate(network, s).readingAt({ part: 'c', terminal: 'in' });
        expect(read({})).toBe('low');
        expect(read({ actuated: new Set([`k${pick % n}`]) })).toBe('high');
        expect(read({ open: new Set([`w${pick % (n + 1)}`]) })).toBe('high');
      }),
      { numRuns: 60 },
    );
  });
});
