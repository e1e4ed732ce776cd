import type { TerminalRef } from '../machine/ids';
import { terminalKey } from '../machine/ids';
import type { Element } from '../machine/parts';
import { stateKey } from '../machine/trips';
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
  /** The net of each terminal when nothing is broken: joined by conductors, links and closed jumpers. */
  netOf: Int32Array;
  nets: number;
  joins: readonly (Pair & { part: string })[];
  contacts: readonly (Pair & {
    part: string;
    /** What of its part trips it. */
    trip: string;
    key: string;
    normallyOpen: boolean;
    byHand: boolean;
    /** Which coil acts on it, by its place among the coils; −1 for none. */
    coil: number;
  })[];
  /** Where a contact or an output stands in its list, by key. */
  contactPlace: ReadonlyMap<string, number>;
  outputPlace: ReadonlyMap<string, number>;
  /** `volts`: for which it is wound; 0 where that is not known. */
  coils: readonly (Pair & { part: string; key: string; volts: number; onMains: boolean })[];
  mains: NonNullable<Network['mains']>;
  loads: ReadonlyMap<string, Pair>;
  sources: readonly { part: string; plus: number; minus: number; volts: number }[];
  /** Sensor outputs, which follow their target, and switched outputs, which follow the controller. */
  outputs: readonly {
    part: string;
    trip: string;
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
  const joins: (Pair & { part: string })[] = [];
  const coils: Circuitry['coils'][number][] = [];
  const coilPlace = new Map<number, number>();
  network.elements.forEach((e, i) => {
    if (e.kind !== 'coil') return;
    coilPlace.set(i, coils.length);
    const [a, b] = e.nodes as [number, number];
    coils.push({ a, b, part: e.part, key: keyOf(e), volts: e.volts, onMains: e.onMains === true });
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
          trip: stateKey(e.part, element.at),
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
          trip: element.kind === 'sensor-output' ? stateKey(e.part, element.at) : e.part,
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
  const { netOf, nets } = netsOf(network.terminals.length, [...network.conductors, ...joins]);
  const places = (list: readonly { key: string }[]) => new Map(list.map(({ key }, i) => [key, i]));
  return {
    netOf,
    nets,
    joins,
    contacts,
    contactPlace: places(contacts),
    outputPlace: places(outputs),
    coils,
    mains: network.mains ?? [],
    loads,
    sources,
    outputs,
    weak,
    inputs,
  };
}

/** Numbers the nets of terminals that are joined in pairs, from 0, in the order of their first terminals. */
function netsOf(terminals: number, pairs: readonly Pair[]): { netOf: Int32Array; nets: number } {
  const parent = Int32Array.from({ length: terminals }, (_, n) => n);
  for (const { a, b } of pairs) parent[rootOf(parent, a)] = rootOf(parent, b);
  const netOf = new Int32Array(terminals).fill(-1);
  let nets = 0;
  const number = new Map<number, number>();
  for (let n = 0; n < terminals; n++) {
    const root = rootOf(parent, n);
    let net = number.get(root);
    if (net === undefined) number.set(root, (net = nets++));
    netOf[n] = net;
  }
  return { netOf, nets };
}

/** The root of a tree in a forest of parents; shortens the way for the next who asks. */
export function rootOf(parent: Int32Array, n: number): number {
  while (parent[n] !== n) n = parent[n] = parent[parent[n]!]!;
  return n;
}

/** The net of each terminal once some conductors are broken, some plugs pulled, some terminals touching. */
export interface Joined {
  netOf: Int32Array;
  nets: number;
}
/** What breaks and what touches, as far as the nets hang on it. */
export interface Damage {
  open?: ReadonlySet<string>;
  pulled?: ReadonlySet<string>;
  shorts?: readonly (readonly [TerminalRef, TerminalRef])[];
}

const lastDamage = new WeakMap<Circuitry, { damage: Damage; joined: Joined }>();

/**
 * Nets under damage. Only the nets that a break touches are put together anew: the piece with the net's first terminal
 * keeps its number, others get new ones. The last answer is kept, since a broken machine is looked at in many situations.
 */
export function joinedUnder(c: Circuitry, network: Network, damage: Damage): Joined {
  const { open, pulled, shorts } = damage;
  if (!open?.size && !pulled?.size && !shorts?.length) return c;
  const last = lastDamage.get(c);
  if (last && last.damage.open === open && last.damage.pulled === pulled && last.damage.shorts === shorts)
    return last.joined;
  const joined = breakUp(c, network, open, pulled);
  for (const [p, q] of shorts ?? []) {
    const [a, b] = [network.nodeOf(p), network.nodeOf(q)];
    if (a === undefined || b === undefined) continue;
    const [from, to] = [joined.netOf[a]!, joined.netOf[b]!];
    if (from === to) continue;
    for (let n = 0; n < joined.netOf.length; n++) if (joined.netOf[n] === from) joined.netOf[n] = to;
  }
  lastDamage.set(c, { damage: { ...damage }, joined });
  return joined;
}

function breakUp(c: Circuitry, network: Network, open?: ReadonlySet<string>, pulled?: ReadonlySet<string>): Joined {
  const netOf = c.netOf.slice();
  let { nets } = c;
  const broken = new Set<number>();
  if (open?.size) for (const w of network.conductors) if (open.has(w.id)) broken.add(netOf[w.a]!);
  if (pulled?.size) for (const j of c.joins) if (pulled.has(j.part)) broken.add(netOf[j.a]!);
  if (!broken.size) return { netOf, nets };
  const parent = Int32Array.from(netOf, (_, n) => n);
  const join = ({ a, b }: Pair) => (parent[rootOf(parent, a)] = rootOf(parent, b));
  for (const w of network.conductors) if (broken.has(netOf[w.a]!) && !open?.has(w.id)) join(w);
  for (const j of c.joins) if (broken.has(netOf[j.a]!) && !pulled?.has(j.part)) join(j);
  const pieces = new Map<number, number>();
  const kept = new Set<number>();
  for (let n = 0; n < netOf.length; n++) {
    const net = netOf[n]!;
    if (!broken.has(net)) continue;
    const root = rootOf(parent, n);
    let piece = pieces.get(root);
    if (piece === undefined) {
      piece = kept.has(net) ? nets++ : net;
      kept.add(net);
      pieces.set(root, piece);
    }
    netOf[n] = piece;
  }
  return { netOf, nets };
}
