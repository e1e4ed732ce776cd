import { terminalKey } from '../machine/ids';
import type { Element } from '../machine/parts';
import type { Level } from './levels';
import type { NetElement, Network } from './network';

/** Levels as numbers, for arrays of them. */
export const levelCode = { floating: 0, low: 1, high: 2, conflict: 3 } as const satisfies Record<Level, number>;
export const levelNames: readonly Level[] = ['floating', 'low', 'high', 'conflict'];

interface Pair {
  a: number;
  b: number;
}
/**
 * A network sorted by what its elements do, with node numbers only: worked out once, since a network is evaluated again
 * and again. Keys are `part/element`.
 */
export interface Circuitry {
  /** Each terminal for itself, and joined by all conductors, links and closed jumpers: forests of parents. */
  separate: Int32Array;
  whole: Int32Array;
  joins: readonly (Pair & { part: string })[];
  contacts: readonly (Pair & {
    part: string;
    key: string;
    normallyOpen: boolean;
    byHand: boolean;
    /** Which coil acts on it, by its place among the coils; −1 for none. */
    coil: number;
  })[];
  coils: readonly (Pair & { part: string; key: string })[];
  loads: ReadonlyMap<string, Pair>;
  sources: readonly { part: string; plus: number; minus: number; volts: number }[];
  /** Sensor outputs, which follow their target, and switched outputs, which follow the controller. */
  outputs: readonly {
    part: string;
    key: string;
    terminal: string;
    plus: number;
    minus: number;
    out: number;
    sensor: boolean;
    normallyOpen: boolean;
    pullsLow: boolean;
    pushPull: boolean;
  }[];
  /** What carries a level weakly: resistors, and the diodes of isolated inputs. */
  weak: readonly Pair[];
  inputs: ReadonlyMap<
    number,
    {
      terminal: number;
      other: number;
      isolated: boolean;
      way: Extract<Element, { kind: 'isolated-input' }>['current'];
    }
  >;
}

const known = new WeakMap<Network, Circuitry>();

export function circuitryOf(network: Network): Circuitry {
  let c = known.get(network);
  if (!c) known.set(network, (c = sorted(network)));
  return c;
}

const keyOf = (e: NetElement): string => `${e.part}/${e.id}`;

function sorted(network: Network): Circuitry {
  const separate = Int32Array.from(network.terminals, (_, i) => i);
  const joins: (Pair & { part: string })[] = [];
  const coils: (Pair & { part: string; key: string })[] = [];
  const coilPlace = new Map<number, number>();
  network.elements.forEach((e, i) => {
    if (e.kind !== 'coil') return;
    coilPlace.set(i, coils.length);
    coils.push({ a: e.nodes[0]!, b: e.nodes[1]!, part: e.part, key: keyOf(e) });
  });
  const contacts: Circuitry['contacts'][number][] = [];
  const sources: Circuitry['sources'][number][] = [];
  const outputs: Circuitry['outputs'][number][] = [];
  const weak: Pair[] = [];
  const loads = new Map<string, Pair>();
  const inputs = new Map<
    number,
    { terminal: number; other: number; isolated: boolean; way: 'either-way' | 'into-terminal' | 'out-of-terminal' }
  >();
  for (const e of network.elements) {
    const [p, q, r] = e.nodes as [number, number, number];
    const { element } = e;
    switch (element.kind) {
      case 'join':
        for (const n of e.nodes.slice(1)) joins.push({ a: p, b: n, part: e.part });
        break;
      case 'jumper':
        if (element.closed) joins.push({ a: p, b: q, part: e.part });
        break;
      case 'contact':
        contacts.push({
          a: p,
          b: q,
          part: e.part,
          key: keyOf(e),
          normallyOpen: element.form === 'NO',
          byHand: element.actuator === 'hand',
          coil: element.actuator === 'coil' ? (coilPlace.get(e.coil) ?? -1) : -1,
        });
        break;
      case 'load':
        loads.set(keyOf(e), { a: p, b: q });
        break;
      case 'source':
        sources.push({ part: e.part, plus: p, minus: q, volts: e.volts });
        break;
      case 'sensor-output':
      case 'digital-output':
        outputs.push({
          part: e.part,
          key: keyOf(e),
          terminal: terminalKey({ part: e.part, terminal: element.out }),
          plus: p,
          minus: q,
          out: r,
          sensor: element.kind === 'sensor-output',
          normallyOpen: element.kind === 'sensor-output' && element.form === 'NO',
          pullsLow: element.type === 'NPN' || element.type === 'sinking',
          pushPull: element.type === 'push-pull',
        });
        break;
      case 'resistor':
        weak.push({ a: p, b: q });
        break;
      case 'level-input':
        inputs.set(p, { terminal: p, other: q, isolated: false, way: 'either-way' });
        break;
      case 'isolated-input':
        weak.push({ a: p, b: q });
        inputs.set(p, { terminal: p, other: q, isolated: true, way: element.current });
        break;
      case 'coil':
      case 'suppressor':
        break;
    }
  }
  const whole = separate.slice();
  const find = (n: number): number => {
    while (whole[n] !== n) n = whole[n] = whole[whole[n]!]!;
    return n;
  };
  for (const { a, b } of [...network.conductors, ...joins]) whole[find(a)] = find(b);
  // Flat, so that a copy of it is quick to search.
  for (let n = 0; n < whole.length; n++) whole[n] = find(n);
  return { separate, whole, joins, contacts, coils, loads, sources, outputs, weak, inputs };
}
