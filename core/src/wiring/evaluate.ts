import type { TerminalRef } from '../machine/ids';
import { terminalKey } from '../machine/ids';
import type { Level, Reading } from './levels';
import { strength } from './levels';
import type { NetElement, Network } from './network';

/** What is done to the wiring: which switches are acted on, which wires are open, which supplies are lost. */
export interface Situation {
  /** Ids of parts whose contact is pressed or whose sensor sees its target. */
  actuated?: ReadonlySet<string>;
  /** Ids of conductors that are broken or unplugged. */
  open?: ReadonlySet<string>;
  /** Ids of parts whose source gives nothing. */
  lost?: ReadonlySet<string>;
}

export interface Evaluation {
  levelAt(terminal: TerminalRef): Level;
  /** What the input element at this terminal makes of its net. */
  readingAt(terminal: TerminalRef): Reading;
  /** Relays that chase each other and never come to rest. */
  ringing: boolean;
}

const nothing: ReadonlySet<string> = new Set();
/** More rounds than any chain of relays here needs; beyond it, the relays chase each other. */
const MAX_ROUNDS = 24;

class Nets {
  private readonly parent: Int32Array;
  readonly force: Int8Array;
  readonly level: Level[];
  readonly volts: Float64Array;

  constructor(size: number) {
    this.parent = Int32Array.from({ length: size }, (_, i) => i);
    this.force = new Int8Array(size);
    this.volts = new Float64Array(size);
    this.level = new Array<Level>(size).fill('floating');
  }
  find(n: number): number {
    let root = n;
    while (this.parent[root] !== root) root = this.parent[root]!;
    while (this.parent[n] !== root) {
      const next = this.parent[n]!;
      this.parent[n] = root;
      n = next;
    }
    return root;
  }
  union(a: number, b: number): void {
    this.parent[this.find(a)] = this.find(b);
  }
  /** Lets a part hold a net. Of equal strength, a different level or voltage makes a conflict. */
  drive(n: number, level: Level, force: number, volts = 0): void {
    const r = this.find(n);
    const has = this.force[r]!;
    if (force > has) {
      this.force[r] = force;
      this.level[r] = level;
      this.volts[r] = volts;
    } else if (force === has && (this.level[r] !== level || (level === 'high' && this.volts[r] !== volts)))
      this.level[r] = 'conflict';
  }
}

const conducts = (e: NetElement, actuated: ReadonlySet<string>, energised: ReadonlySet<number>): boolean => {
  if (e.element.kind === 'jumper') return e.element.closed;
  if (e.element.kind !== 'contact') return false;
  const acted = e.element.actuator === 'hand' ? actuated.has(e.part) : energised.has(e.coil);
  return (e.element.form === 'NO') === acted;
};

const inputMaps = new WeakMap<Network, ReadonlyMap<number, NetElement>>();
/** The input elements by the node of their terminal; worked out once, since a network is evaluated again and again. */
function inputsOf(network: Network): ReadonlyMap<number, NetElement> {
  const known = inputMaps.get(network);
  if (known) return known;
  const inputs = new Map<number, NetElement>();
  for (const e of network.elements)
    if (e.kind === 'level-input' || e.kind === 'isolated-input') inputs.set(e.nodes[0]!, e);
  inputMaps.set(network, inputs);
  return inputs;
}

/** Levels that reach nets only through resistors or input diodes: equal neighbours pass theirs on, unequal ones conflict. */
function spreadWeak(nets: Nets, network: Network): void {
  const neighbours = new Map<number, number[]>();
  const link = (from: number, to: number) => {
    const list = neighbours.get(from);
    if (list) list.push(to);
    else neighbours.set(from, [to]);
  };
  for (const e of network.elements)
    if (e.kind === 'resistor' || e.kind === 'isolated-input') {
      const a = nets.find(e.nodes[0]!);
      const b = nets.find(e.nodes[1]!);
      if (a === b) continue;
      link(a, b);
      link(b, a);
    }
  const done = new Set<number>();
  for (const start of neighbours.keys()) {
    if (done.has(start) || nets.force[start]! > strength.resistor) continue;
    const group = [start];
    const members = new Set(group);
    const levels = new Set<Level>();
    while (group.length) {
      for (const other of neighbours.get(group.pop()!) ?? []) {
        if (nets.force[other]! > strength.resistor) levels.add(nets.level[other]!);
        else if (!members.has(other)) {
          members.add(other);
          group.push(other);
        }
      }
    }
    const level: Level = levels.size === 0 ? 'floating' : levels.size === 1 ? [...levels][0]! : 'conflict';
    for (const n of members) {
      done.add(n);
      if (levels.size) {
        nets.level[n] = level;
        nets.force[n] = strength.resistor;
      }
    }
  }
}

/**
 * Switch-level evaluation of a network in one situation. Closed elements join nets; supplies hold them hardest, then
 * outputs, then resistors; relays are followed round after round until nothing changes, or reported as ringing.
 */
export function evaluate(network: Network, situation: Situation = {}): Evaluation {
  const actuated = situation.actuated ?? nothing;
  const open = situation.open ?? nothing;
  const lost = situation.lost ?? nothing;
  let energised: ReadonlySet<number> = new Set<number>();
  let nets = new Nets(network.terminals.length);
  let ringing = true;
  for (let round = 0; round < MAX_ROUNDS; round++) {
    nets = new Nets(network.terminals.length);
    for (const w of network.conductors) if (!open.has(w.id)) nets.union(w.a, w.b);
    for (const e of network.elements) {
      if (e.kind === 'join') for (const n of e.nodes) nets.union(n, e.nodes[0]!);
      else if (conducts(e, actuated, energised)) nets.union(e.nodes[0]!, e.nodes[1]!);
    }
    for (const e of network.elements)
      if (e.kind === 'source' && !lost.has(e.part)) {
        nets.drive(e.nodes[0]!, 'high', strength.supply, e.volts);
        nets.drive(e.nodes[1]!, 'low', strength.supply);
      }
    for (const e of network.elements) {
      if (e.element.kind !== 'sensor-output') continue;
      const [plus, minus, out] = e.nodes.map((n) => nets.find(n)) as [number, number, number];
      const powered = nets.level[plus] === 'high' && nets.level[minus] === 'low';
      const seesTarget = actuated.has(e.part);
      if (powered && (e.element.form === 'NO') === seesTarget)
        nets.drive(out, e.element.type === 'NPN' ? 'low' : 'high', strength.output, nets.volts[plus]);
    }
    spreadWeak(nets, network);
    const now = new Set<number>();
    network.elements.forEach((e, i) => {
      if (e.kind !== 'coil') return;
      const [a, b] = e.nodes.map((n) => nets.find(n)) as [number, number];
      const firm = Math.min(nets.force[a]!, nets.force[b]!) >= strength.output;
      if (
        firm &&
        new Set([nets.level[a], nets.level[b]]).size === 2 &&
        isLogic(nets.level[a]) &&
        isLogic(nets.level[b])
      )
        now.add(i);
    });
    const settled = now.size === energised.size && [...now].every((i) => energised.has(i));
    energised = now;
    if (settled) {
      ringing = false;
      break;
    }
  }
  const inputs = inputsOf(network);
  const node = (t: TerminalRef) => network.nodeOf.get(terminalKey(t));
  return {
    ringing,
    levelAt(t) {
      const n = node(t);
      return n === undefined ? 'floating' : nets.level[nets.find(n)]!;
    },
    readingAt(t) {
      const n = node(t);
      const input = n === undefined ? undefined : inputs.get(n);
      return input ? readingOf(nets, input) : 'uncertain';
    },
  };
}

const isLogic = (level: Level | undefined): boolean => level === 'high' || level === 'low';

function readingOf(nets: Nets, input: NetElement): Reading {
  const terminal = nets.find(input.nodes[0]!);
  const other = nets.find(input.nodes[1]!);
  const level = nets.level[terminal]!;
  if (input.kind === 'level-input') return level === 'high' || level === 'low' ? level : 'uncertain';
  if (level === 'conflict' || nets.level[other] === 'conflict') return 'uncertain';
  const firm = Math.min(nets.force[terminal]!, nets.force[other]!) >= strength.output;
  if (!firm || level === nets.level[other] || level === 'floating' || nets.level[other] === 'floating') return 'low';
  const into = level === 'high';
  const way = input.element.kind === 'isolated-input' ? input.element.current : 'either-way';
  return way === 'either-way' || (way === 'into-terminal') === into ? 'high' : 'low';
}
