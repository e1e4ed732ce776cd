import type { TerminalRef } from '../machine/ids';
import type { Circuitry, Joined } from './circuitry';
import { circuitryOf, joinedUnder, levelCode, levelNames, rootOf } from './circuitry';
import type { Level, Reading, Strength } from './levels';
import { strength } from './levels';
import type { Network } from './network';

/** What is done to the wiring: which switches are acted on, what is broken, lost, pulled or driven. */
export interface Situation {
  /** Ids of parts whose contact is pressed or whose sensor sees its target. */
  actuated?: ReadonlySet<string>;
  /** Ids of conductors that are broken or unplugged. */
  open?: ReadonlySet<string>;
  /** Ids of parts whose source gives nothing; of an inlet, whose mains is off. */
  lost?: ReadonlySet<string>;
  /** Ids of connectors that are pulled: their two sides are apart. */
  pulled?: ReadonlySet<string>;
  /** Contacts and sensor outputs that stay as they are whatever acts on them, by `part/element`. */
  stuck?: ReadonlyMap<string, 'open' | 'closed'>;
  /** Terminals that touch and should not. */
  shorts?: readonly (readonly [TerminalRef, TerminalRef])[];
  /** Output terminals that the controller has switched on, by their key. */
  driven?: ReadonlySet<string>;
  /** Coils that were energised before, by `part/element`: what holds itself goes on holding. */
  held?: ReadonlySet<string>;
}

export interface Evaluation {
  levelAt(terminal: TerminalRef): Level;
  /** Volts of the net of a terminal against its own 0 V; 0 where it is low, floating, or not known. */
  voltsAt(terminal: TerminalRef): number;
  /** Whether two terminals are on one net, as the contacts stand. */
  joined(a: TerminalRef, b: TerminalRef): boolean;
  /** What the input element at this terminal makes of its net. */
  readingAt(terminal: TerminalRef): Reading;
  /** How firmly the net of a terminal is held. */
  heldAt(terminal: TerminalRef): Strength;
  /** Whether a contact is closed or an output conducts, by `part/element`. */
  closed(key: string): boolean;
  /** Coils that draw, by `part/element`. */
  energised: ReadonlySet<string>;
  /** Whether a supply drives current from one terminal to another: from its plus to its own 0 V, not to that of another one. */
  driven(plus: TerminalRef, minus: TerminalRef): boolean;
  /** Whether a load between two terminals (a lamp, a brake, a fan) has its supply. */
  fed(part: string, element: string): boolean;
  /** Whether a load has its supply the other way round: a motor then turns the other way. */
  fedBackwards(part: string, element: string): boolean;
  /** A pole of a supply is joined to something that holds against it: a short circuit, and its fuse goes. */
  shorted: boolean;
  /** Relays that chase each other and never come to rest. */
  ringing: boolean;
  /** The coils that chase each other, by `part/element`; empty where all come to rest. */
  ring: readonly string[];
}

/** More rounds than any chain of relays here needs; beyond it, the relays chase each other. */
const MAX_ROUNDS = 24;
/** Rounds over which a ring is watched: a ring of relays changes in each of them. */
const WATCHED_ROUNDS = 8;

const { floating: FLOATING, low: LOW, high: HIGH, conflict: CONFLICT } = levelCode;

/** A coil moves its armature from this share of its voltage on: a 230 V coil on 24 V does nothing at all. */
export const PULL_IN = 0.7;

/** Nets as contacts join them: a forest over the wired nets, each with a level, the strength that holds it, and its volts. */
class Nets {
  private readonly netOf: Int32Array;
  private readonly parent: Int32Array;
  readonly force: Uint8Array;
  readonly level: Uint8Array;
  readonly volts: Float64Array;
  /** Which supply holds a net, by the first one of those that share a pole; −1 where that is not told. */
  readonly island: Int16Array;

  constructor({ netOf, nets }: Joined) {
    this.netOf = netOf;
    this.parent = new Int32Array(nets);
    this.force = new Uint8Array(nets);
    this.level = new Uint8Array(nets);
    this.volts = new Float64Array(nets);
    this.island = new Int16Array(nets);
    this.clear();
  }
  clear(): void {
    for (let n = 0; n < this.parent.length; n++) this.parent[n] = n;
    this.force.fill(0);
    this.level.fill(FLOATING);
    this.volts.fill(0);
    this.island.fill(-1);
  }
  get count(): number {
    return this.parent.length;
  }
  /** The net of a terminal, as the contacts stand. */
  of(terminal: number): number {
    return rootOf(this.parent, this.netOf[terminal]!);
  }
  union(a: number, b: number): void {
    this.parent[this.of(a)] = this.of(b);
  }
  /** Lets a part hold a net. Of equal strength, a different level or voltage makes a conflict. */
  drive(terminal: number, level: number, force: number, volts: number, island: number): void {
    const n = this.of(terminal);
    const has = this.force[n]!;
    if (force > has) {
      this.force[n] = force;
      this.level[n] = level;
      this.volts[n] = volts;
      this.island[n] = island;
    } else if (force === has && (this.level[n] !== level || (level === HIGH && this.volts[n] !== volts)))
      this.level[n] = CONFLICT;
  }
  /** Whether two terminals are held against each other firmly enough to drive a current: one low, one high. */
  drives(a: number, b: number): boolean {
    const [p, q] = [this.of(a), this.of(b)];
    if (Math.min(this.force[p]!, this.force[q]!) < strength.output) return false;
    // Between the plus of one supply and the 0 V of another no current flows, unless the two share a pole.
    const [i, j] = [this.island[p]!, this.island[q]!];
    if (i !== j && i >= 0 && j >= 0) return false;
    const [l, m] = [this.level[p]!, this.level[q]!];
    return (l === LOW && m === HIGH) || (l === HIGH && m === LOW);
  }
  /** Whether a coil lies between the two conductors of the mains, either way round. */
  across({ a, b }: { a: number; b: number }, { l, n }: { l: number; n: number }): boolean {
    const [p, q, line, neutral] = [this.of(a), this.of(b), this.of(l), this.of(n)];
    return line !== neutral && ((p === line && q === neutral) || (p === neutral && q === line));
  }
  /** Whether the volts between two terminals move a coil that is wound for `volts`; what is not known is no hindrance. */
  pullsIn(a: number, b: number, volts: number): boolean {
    const has = Math.max(this.volts[this.of(a)]!, this.volts[this.of(b)]!);
    return volts <= 0 || has <= 0 || has >= PULL_IN * volts;
  }
}

/**
 * Levels that reach nets only through resistors or input diodes: equal neighbours pass theirs on, unequal ones conflict.
 * Weak nets that hang together get one level.
 */
function spreadWeak(nets: Nets, c: Circuitry): void {
  const group = new Int32Array(nets.count);
  for (let n = 0; n < group.length; n++) group[n] = n;
  const seen = new Uint8Array(nets.count);
  const weak = (n: number) => nets.force[n]! <= strength.resistor;
  for (const { a, b } of c.weak) {
    const [p, q] = [nets.of(a), nets.of(b)];
    if (p !== q && weak(p) && weak(q)) group[rootOf(group, p)] = rootOf(group, q);
  }
  for (const { a, b } of c.weak) {
    const [p, q] = [nets.of(a), nets.of(b)];
    if (p === q || weak(p) === weak(q)) continue;
    const [from, to] = weak(p) ? [q, p] : [p, q];
    seen[rootOf(group, to)]! |= 1 << nets.level[from]!;
  }
  for (const { a, b } of c.weak)
    for (const n of [nets.of(a), nets.of(b)]) {
      const mask = seen[rootOf(group, n)]!;
      if (!weak(n) || mask === 0) continue;
      // One bit alone is one level; several are at odds.
      nets.level[n] = (mask & (mask - 1)) === 0 ? 31 - Math.clz32(mask) : CONFLICT;
      nets.force[n] = strength.resistor;
    }
}

/** For each supply the first one that it shares a pole with, directly or by way of others: only among these does current flow. */
function islandsOf(nets: Nets, sources: Circuitry['sources']): Int16Array {
  const first = Int16Array.from(sources, (_, i) => i);
  const poles = sources.map((s) => [nets.of(s.plus), nets.of(s.minus)] as const);
  for (let i = 1; i < sources.length; i++)
    for (let j = 0; j < i; j++) {
      const [[a, b], [c, d]] = [poles[i]!, poles[j]!];
      if (first[i] === first[j] || (a !== c && a !== d && b !== c && b !== d)) continue;
      const [from, to] = [Math.max(first[i]!, first[j]!), Math.min(first[i]!, first[j]!)];
      for (let k = 0; k <= i; k++) if (first[k] === from) first[k] = to;
    }
  return first;
}

/**
 * Switch-level evaluation of a network in one situation. Closed elements join nets; supplies hold them hardest, then
 * outputs, then resistors; relays are followed round after round until nothing changes, or reported as ringing.
 */
export function evaluate(network: Network, situation: Situation = {}): Evaluation {
  const c = circuitryOf(network);
  const { actuated, lost, stuck, driven, held } = situation;
  const nets = new Nets(joinedUnder(c, network, situation));
  const on = Uint8Array.from(c.coils, (coil) => (held?.has(coil.key) ? 1 : 0));
  const restless = new Uint8Array(c.coils.length);
  const contactClosed = new Uint8Array(c.contacts.length);
  const outputOn = new Uint8Array(c.outputs.length);
  let ringing = c.coils.length > 0;
  for (let round = 0; round < MAX_ROUNDS; round++) {
    if (round > 0) nets.clear();
    c.contacts.forEach((k, i) => {
      const fixed = stuck?.get(k.key);
      const acted = k.coil >= 0 ? on[k.coil] === 1 : k.byHand && actuated?.has(k.trip) === true;
      const closed = fixed ? fixed === 'closed' : k.normallyOpen === acted;
      contactClosed[i] = closed ? 1 : 0;
      if (closed) nets.union(k.a, k.b);
    });
    const live = c.sources.filter((s) => !lost?.has(s.part));
    const islands = islandsOf(nets, live);
    live.forEach((s, i) => {
      nets.drive(s.plus, HIGH, strength.supply, s.volts, islands[i]!);
      nets.drive(s.minus, LOW, strength.supply, 0, islands[i]!);
    });
    c.outputs.forEach((o, i) => {
      outputOn[i] = 0;
      const [plus, minus] = [nets.of(o.plus), nets.of(o.minus)];
      if (nets.level[plus] !== HIGH || nets.level[minus] !== LOW) return;
      const fixed = stuck?.get(o.key);
      const conducts = fixed
        ? fixed === 'closed'
        : o.sensor
          ? o.normallyOpen === (actuated?.has(o.trip) === true)
          : driven?.has(o.terminal) === true;
      if (conducts) {
        outputOn[i] = 1;
        const pole = o.pullsLow ? minus : plus;
        nets.drive(
          o.out,
          o.pullsLow ? LOW : HIGH,
          strength.output,
          o.pullsLow ? 0 : nets.volts[plus]!,
          nets.island[pole]!,
        );
      } else if (o.pushPull) nets.drive(o.out, LOW, strength.output, 0, nets.island[minus]!);
    });
    spreadWeak(nets, c);
    let changed = false;
    c.coils.forEach((coil, i) => {
      const draws = coil.onMains
        ? c.mains.some((m) => !lost?.has(m.part) && nets.across(coil, m))
        : nets.drives(coil.a, coil.b) && nets.pullsIn(coil.a, coil.b, coil.volts);
      const is = draws ? 1 : 0;
      if (is === on[i]) return;
      on[i] = is;
      changed = true;
      if (round >= MAX_ROUNDS - WATCHED_ROUNDS) restless[i] = 1;
    });
    if (!changed) {
      ringing = false;
      break;
    }
  }
  const node = (t: TerminalRef) => network.nodeOf(t);
  return {
    ringing,
    ring: ringing ? c.coils.flatMap((coil, i) => (restless[i] ? [coil.key] : [])) : [],
    energised: new Set(c.coils.flatMap((coil, i) => (on[i] ? [coil.key] : []))),
    shorted: c.sources.some((s) => [s.plus, s.minus].some((pole) => nets.level[nets.of(pole)] === CONFLICT)),
    closed: (key) => {
      const [contact, output] = [c.contactPlace.get(key), c.outputPlace.get(key)];
      return contact !== undefined ? contactClosed[contact] === 1 : output !== undefined && outputOn[output] === 1;
    },
    driven(plus, minus) {
      const [a, b] = [node(plus), node(minus)];
      return a !== undefined && b !== undefined && nets.level[nets.of(a)] === HIGH && nets.drives(a, b);
    },
    fed(part, element) {
      const load = c.loads.get(`${part}/${element}`);
      return load !== undefined && nets.drives(load.a, load.b);
    },
    fedBackwards(part, element) {
      const load = c.loads.get(`${part}/${element}`);
      return load !== undefined && nets.level[nets.of(load.b)] === HIGH && nets.drives(load.a, load.b);
    },
    joined(p, q) {
      const [a, b] = [node(p), node(q)];
      return a !== undefined && b !== undefined && nets.of(a) === nets.of(b);
    },
    levelAt(t) {
      const n = node(t);
      return n === undefined ? 'floating' : levelNames[nets.level[nets.of(n)]!]!;
    },
    voltsAt(t) {
      const n = node(t);
      if (n === undefined) return 0;
      const net = nets.of(n);
      return nets.level[net] === HIGH ? nets.volts[net]! : 0;
    },
    heldAt(t) {
      const n = node(t);
      return n === undefined ? 0 : (nets.force[nets.of(n)]! as Strength);
    },
    readingAt(t) {
      const n = node(t);
      const input = n === undefined ? undefined : c.inputs.get(n);
      return input ? readingOf(nets, input) : 'uncertain';
    },
  };
}

function readingOf(nets: Nets, input: Circuitry['inputs'] extends ReadonlyMap<number, infer I> ? I : never): Reading {
  const terminal = nets.of(input.terminal);
  const other = nets.of(input.other);
  const [level, against] = [nets.level[terminal]!, nets.level[other]!];
  if (!input.isolated) return level === HIGH ? 'high' : level === LOW ? 'low' : 'uncertain';
  if (level === CONFLICT || against === CONFLICT) return 'uncertain';
  const firm = Math.min(nets.force[terminal]!, nets.force[other]!) >= strength.output;
  if (!firm || level === against || level === FLOATING || against === FLOATING) return 'low';
  return input.way === 'either-way' || (input.way === 'into-terminal') === (level === HIGH) ? 'high' : 'low';
}
