import type { TerminalRef } from '../machine/ids';
import { terminalKey } from '../machine/ids';
import type { Circuitry } from './circuitry';
import { circuitryOf, levelCode, levelNames } from './circuitry';
import type { Level, Reading } from './levels';
import { strength } from './levels';
import type { Network } from './network';

/** What is done to the wiring: which switches are acted on, what is broken, lost, pulled or driven. */
export interface Situation {
  /** Ids of parts whose contact is pressed or whose sensor sees its target. */
  actuated?: ReadonlySet<string>;
  /** Ids of conductors that are broken or unplugged. */
  open?: ReadonlySet<string>;
  /** Ids of parts whose source gives nothing. */
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
  /** Whether two terminals are on one net, as the contacts stand. */
  joined(a: TerminalRef, b: TerminalRef): boolean;
  /** What the input element at this terminal makes of its net. */
  readingAt(terminal: TerminalRef): Reading;
  /** Coils that draw, by `part/element`. */
  energised: ReadonlySet<string>;
  /** Whether a load between two terminals (a lamp, a brake, a fan) has its supply. */
  fed(part: string, element: string): boolean;
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

/** Nets as a forest over the terminals, each with a level, the strength that holds it, and its volts. */
class Nets {
  readonly parent: Int32Array;
  readonly force: Uint8Array;
  readonly level: Uint8Array;
  readonly volts: Float64Array;

  constructor(base: Int32Array) {
    this.parent = base.slice();
    this.force = new Uint8Array(base.length);
    this.level = new Uint8Array(base.length);
    this.volts = new Float64Array(base.length);
  }
  find(n: number): number {
    const { parent } = this;
    let root = n;
    while (parent[root] !== root) root = parent[root]!;
    while (parent[n] !== root) {
      const next = parent[n]!;
      parent[n] = root;
      n = next;
    }
    return root;
  }
  union(a: number, b: number): void {
    this.parent[this.find(a)] = this.find(b);
  }
  /** Lets a part hold a net. Of equal strength, a different level or voltage makes a conflict. */
  drive(n: number, level: number, force: number, volts = 0): void {
    const r = this.find(n);
    const has = this.force[r]!;
    if (force > has) {
      this.force[r] = force;
      this.level[r] = level;
      this.volts[r] = volts;
    } else if (force === has && (this.level[r] !== level || (level === HIGH && this.volts[r] !== volts)))
      this.level[r] = CONFLICT;
  }
  /** Whether two nets hold against each other firmly enough to drive a current: one low, one high. */
  drives(a: number, b: number): boolean {
    const [p, q] = [this.find(a), this.find(b)];
    if (Math.min(this.force[p]!, this.force[q]!) < strength.output) return false;
    const [l, m] = [this.level[p]!, this.level[q]!];
    return (l === LOW && m === HIGH) || (l === HIGH && m === LOW);
  }
}

/** The forest of what is joined whatever the contacts do, with what is broken or pulled left out and shorts put in. */
function joined(c: Circuitry, network: Network, s: Situation): Int32Array {
  if (!s.open?.size && !s.pulled?.size && !s.shorts?.length) return c.whole;
  const nets = new Nets(c.separate);
  for (const w of network.conductors) if (!s.open?.has(w.id)) nets.union(w.a, w.b);
  for (const j of c.joins) if (!s.pulled?.has(j.part)) nets.union(j.a, j.b);
  for (const [p, q] of s.shorts ?? []) {
    const [a, b] = [network.nodeOf.get(terminalKey(p)), network.nodeOf.get(terminalKey(q))];
    if (a !== undefined && b !== undefined) nets.union(a, b);
  }
  return nets.parent;
}

/**
 * Levels that reach nets only through resistors or input diodes: equal neighbours pass theirs on, unequal ones conflict.
 * Weak nets that hang together get one level.
 */
function spreadWeak(nets: Nets, c: Circuitry): void {
  const groups = new Nets(nets.parent);
  const seen = new Uint8Array(nets.parent.length);
  const weak = (r: number) => nets.force[r]! <= strength.resistor;
  for (const { a, b } of c.weak) {
    const [p, q] = [nets.find(a), nets.find(b)];
    if (p !== q && weak(p) && weak(q)) groups.union(p, q);
  }
  for (const { a, b } of c.weak) {
    const [p, q] = [nets.find(a), nets.find(b)];
    if (p === q || weak(p) === weak(q)) continue;
    const [from, to] = weak(p) ? [q, p] : [p, q];
    seen[groups.find(to)]! |= 1 << nets.level[from]!;
  }
  for (const { a, b } of c.weak)
    for (const n of [a, b]) {
      const r = nets.find(n);
      const mask = seen[groups.find(r)]!;
      if (!weak(r) || mask === 0) continue;
      // One bit alone is one level; several are at odds.
      nets.level[r] = (mask & (mask - 1)) === 0 ? 31 - Math.clz32(mask) : CONFLICT;
      nets.force[r] = strength.resistor;
    }
}

/**
 * Switch-level evaluation of a network in one situation. Closed elements join nets; supplies hold them hardest, then
 * outputs, then resistors; relays are followed round after round until nothing changes, or reported as ringing.
 */
export function evaluate(network: Network, situation: Situation = {}): Evaluation {
  const c = circuitryOf(network);
  const { actuated, lost, stuck, driven, held } = situation;
  const base = joined(c, network, situation);
  let on = Uint8Array.from(c.coils, (coil) => (held?.has(coil.key) ? 1 : 0));
  const restless = new Uint8Array(c.coils.length);
  let nets = new Nets(base);
  let ringing = c.coils.length > 0;
  for (let round = 0; round < MAX_ROUNDS; round++) {
    nets = new Nets(base);
    for (const k of c.contacts) {
      const fixed = stuck?.get(k.key);
      const acted = k.coil >= 0 ? on[k.coil] === 1 : k.byHand && actuated?.has(k.part) === true;
      if (fixed ? fixed === 'closed' : k.normallyOpen === acted) nets.union(k.a, k.b);
    }
    for (const s of c.sources)
      if (!lost?.has(s.part)) {
        nets.drive(s.plus, HIGH, strength.supply, s.volts);
        nets.drive(s.minus, LOW, strength.supply);
      }
    for (const o of c.outputs) {
      const [plus, minus] = [nets.find(o.plus), nets.find(o.minus)];
      if (nets.level[plus] !== HIGH || nets.level[minus] !== LOW) continue;
      const fixed = stuck?.get(o.key);
      const conducts = fixed
        ? fixed === 'closed'
        : o.sensor
          ? o.normallyOpen === (actuated?.has(o.part) === true)
          : driven?.has(o.terminal) === true;
      if (conducts) nets.drive(o.out, o.pullsLow ? LOW : HIGH, strength.output, o.pullsLow ? 0 : nets.volts[plus]);
      else if (o.pushPull) nets.drive(o.out, LOW, strength.output);
    }
    spreadWeak(nets, c);
    let changed = false;
    const now = Uint8Array.from(c.coils, (coil) => (nets.drives(coil.a, coil.b) ? 1 : 0));
    now.forEach((is, i) => {
      if (is === on[i]) return;
      changed = true;
      if (round >= MAX_ROUNDS - WATCHED_ROUNDS) restless[i] = 1;
    });
    on = now;
    if (!changed) {
      ringing = false;
      break;
    }
  }
  const settled = nets;
  const node = (t: TerminalRef) => network.nodeOf.get(terminalKey(t));
  const levelOf = (n: number): Level => levelNames[settled.level[settled.find(n)]!]!;
  return {
    ringing,
    ring: ringing ? c.coils.flatMap((coil, i) => (restless[i] ? [coil.key] : [])) : [],
    energised: new Set(c.coils.flatMap((coil, i) => (on[i] ? [coil.key] : []))),
    fed(part, element) {
      const load = c.loads.get(`${part}/${element}`);
      return load !== undefined && settled.drives(load.a, load.b);
    },
    joined(p, q) {
      const [a, b] = [node(p), node(q)];
      return a !== undefined && b !== undefined && settled.find(a) === settled.find(b);
    },
    levelAt(t) {
      const n = node(t);
      return n === undefined ? 'floating' : levelOf(n);
    },
    readingAt(t) {
      const n = node(t);
      const input = n === undefined ? undefined : c.inputs.get(n);
      return input ? readingOf(settled, input) : 'uncertain';
    },
  };
}

function readingOf(nets: Nets, input: Circuitry['inputs'] extends ReadonlyMap<number, infer I> ? I : never): Reading {
  const terminal = nets.find(input.terminal);
  const other = nets.find(input.other);
  const [level, against] = [nets.level[terminal]!, nets.level[other]!];
  if (!input.isolated) return level === HIGH ? 'high' : level === LOW ? 'low' : 'uncertain';
  if (level === CONFLICT || against === CONFLICT) return 'uncertain';
  const firm = Math.min(nets.force[terminal]!, nets.force[other]!) >= strength.output;
  if (!firm || level === against || level === FLOATING || against === FLOATING) return 'low';
  return input.way === 'either-way' || (input.way === 'into-terminal') === (level === HIGH) ? 'high' : 'low';
}
