import { linesOf } from '../distribution/lines';
import { seatContacts, type SeatContact } from '../distribution/seats';
import { conductorList } from '../machine/conductorList';
import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import { loadVolts } from '../machine/loads';
import { roleOf, type Element, type Part } from '../machine/parts';
import { isMainsRole, portOf } from '../machine/ports';
import { baseValue } from '../units/quantity';

export type ElementKind = Element['kind'];

/** An element with its terminals as node numbers. Meaning of `nodes` by kind: see `nodeNames`. */
export interface NetElement {
  kind: ElementKind;
  part: string;
  id: string;
  nodes: number[];
  element: Element;
  /** Index of the coil that acts on a contact, or −1. */
  coil: number;
  volts: number;
  /** A coil that runs on the mains, which has no level. */
  onMains?: boolean;
}

export interface NetConductor {
  id: string;
  a: number;
  b: number;
}

/** A design's terminals, conductors and elements as a graph of numbered nodes: what the evaluator works on. */
export interface Network {
  /** The number of a terminal; none for one that no element and no conductor uses. */
  nodeOf: (t: TerminalRef) => number | undefined;
  terminals: readonly TerminalRef[];
  conductors: readonly NetConductor[];
  elements: readonly NetElement[];
  /** Where the mains comes in, by node; empty where no coil runs on it. */
  mains?: readonly MainsEntry[];
}
export interface MainsEntry {
  part: string;
  l: number;
  n: number;
}

/** The terminal ids of an element, in a fixed order for each kind. */
export function terminalsOf(e: Element): string[] {
  switch (e.kind) {
    case 'join':
      return e.terminals;
    case 'jumper':
    case 'contact':
    case 'coil':
    case 'resistor':
    case 'load':
    case 'suppressor':
      return [e.a, e.b];
    case 'source':
      return [e.plus, e.minus];
    case 'sensor-output':
    case 'digital-output':
      return [e.plus, e.minus, e.out];
    case 'level-input':
      return [e.terminal, e.minus];
    case 'isolated-input':
      return [e.terminal, e.common];
  }
}

/** Volts that a source gives, or that a coil is wound for; 0 where it is not known or makes no difference. */
const voltsOf = (element: Element, part: Part): number =>
  element.kind === 'source' && element.voltage
    ? baseValue(element.voltage)
    : element.kind === 'coil'
      ? (loadVolts(part) ?? 0)
      : 0;

/** The network of a machine: its conductors, and the plug-in drivers in their sockets. */
export const networkOf = (design: Design): Network =>
  buildNetwork(design.parts, design.conductors, seatContacts(design));

/** Builds the network of all parts and conductors, in every state: what is planned counts as connected. */
export function buildNetwork(
  parts: Design['parts'],
  conductors: Design['conductors'],
  seats: readonly SeatContact[] = [],
): Network {
  // By part, then terminal: asked so often that a key made of both is not put together each time.
  const numbers = new Map<string, Map<string, number>>();
  const terminals: TerminalRef[] = [];
  const node = (part: string, terminal: string): number => {
    let ofPart = numbers.get(part);
    if (!ofPart) numbers.set(part, (ofPart = new Map()));
    let n = ofPart.get(terminal);
    if (n === undefined) {
      n = terminals.length;
      ofPart.set(terminal, n);
      terminals.push({ part, terminal });
    }
    return n;
  };
  const elements: NetElement[] = [];
  for (const partId of Object.keys(parts)) {
    const part = parts[partId]!;
    const coils = new Map<string, number>();
    const first = elements.length;
    for (const [id, element] of Object.entries(part.elements)) {
      if (element.kind === 'coil') coils.set(id, elements.length);
      elements.push({
        kind: element.kind,
        part: partId,
        id,
        nodes: terminalsOf(element).map((t) => node(partId, t)),
        element,
        coil: -1,
        volts: voltsOf(element, part),
        ...(runsOnMains(part, element) ? { onMains: true } : {}),
      });
    }
    for (const e of elements.slice(first))
      if (e.element.kind === 'contact' && e.element.coil) e.coil = coils.get(e.element.coil) ?? -1;
  }
  for (const { pin, contact } of seats)
    elements.push({
      kind: 'join',
      part: pin.part,
      id: `seat/${pin.terminal}`,
      nodes: [node(pin.part, pin.terminal), node(contact.part, contact.terminal)],
      element: { kind: 'join', terminals: [pin.terminal, contact.terminal] },
      coil: -1,
      volts: 0,
    });
  const wires = conductorList(conductors).map(([id, { from, to }]) => ({
    id,
    a: node(from.part, from.terminal),
    b: node(to.part, to.terminal),
  }));
  const nodeOf = (t: TerminalRef) => numbers.get(t.part)?.get(t.terminal);
  if (!elements.some((e) => e.onMains)) return { nodeOf, terminals, conductors: wires, elements };
  const mains = Object.entries(parts).flatMap(([id, part]): MainsEntry[] => {
    const port = portOf(part, 'mains');
    const n = port?.terminals.N;
    if (port?.direction !== 'gives' || n === undefined) return [];
    return linesOf(port).map((line) => ({ part: id, l: node(id, port.terminals[line]!), n: node(id, n) }));
  });
  return { nodeOf, terminals, conductors: wires, elements, mains };
}

/** A coil between the poles of the mains. */
function runsOnMains(part: Part, element: Element): boolean {
  const end = element.kind === 'coil' ? part.terminals[element.a] : undefined;
  return end !== undefined && isMainsRole(roleOf(part, end));
}

/** Elements whose inside carries a level from one terminal to another, if only weakly. */
const blocking: ReadonlySet<ElementKind> = new Set(['source', 'coil', 'load', 'suppressor', 'level-input']);
const carries = (kind: ElementKind): boolean => !blocking.has(kind);

const none: readonly never[] = [];

/** By node number; most nodes of a machine touch nothing. */
interface Adjacency {
  wiresAt: readonly (readonly NetConductor[] | undefined)[];
  elementsAt: readonly (readonly NetElement[] | undefined)[];
  /** 1 for the nodes that a source holds. */
  supplied: Uint8Array;
}
const adjacencies = new WeakMap<Network, Adjacency>();

/** What touches each node; worked out once for a network, since every circuit on it asks. */
function adjacencyOf(network: Network): Adjacency {
  const known = adjacencies.get(network);
  if (known) return known;
  const count = network.terminals.length;
  const wiresAt = new Array<NetConductor[] | undefined>(count).fill(undefined);
  const elementsAt = new Array<NetElement[] | undefined>(count).fill(undefined);
  const supplied = new Uint8Array(count);
  const push = <T>(lists: (T[] | undefined)[], n: number, item: T) => {
    const list = lists[n];
    if (list) list.push(item);
    else lists[n] = [item];
  };
  for (const w of network.conductors) {
    push(wiresAt, w.a, w);
    push(wiresAt, w.b, w);
  }
  for (const e of network.elements)
    for (const n of e.nodes) {
      push(elementsAt, n, e);
      if (e.kind === 'source') supplied[n] = 1;
    }
  const adjacency = { wiresAt, elementsAt, supplied };
  adjacencies.set(network, adjacency);
  return adjacency;
}

/**
 * The part of a network that can act on the given nodes. The search goes through conductors and elements, but not
 * beyond a net that a supply holds, since nothing behind it can change that net's level. Readings taken from the part
 * are those of the whole for any switches and any one broken conductor; where a supply is lost or several conductors are
 * broken, levels may creep in from behind that net: evaluate the whole network then.
 */
export function networkAround(network: Network, seeds: readonly number[]): Network {
  const { wiresAt, elementsAt, supplied } = adjacencyOf(network);
  const seen = new Set<number>(seeds);
  const wires = new Set<NetConductor>();
  const elements = new Set<NetElement>();
  const queue = [...seeds];
  const visit = (n: number) => {
    if (!seen.has(n)) {
      seen.add(n);
      queue.push(n);
    }
  };
  // Whole nets are found first, so that one supplied terminal closes its net in all directions.
  while (queue.length) {
    const net = [queue.pop()!];
    const members = new Set(net);
    let held = false;
    while (net.length) {
      const n = net.pop()!;
      held ||= supplied[n] === 1;
      const join = (other: number) => {
        if (!members.has(other)) {
          members.add(other);
          net.push(other);
        }
      };
      for (const w of wiresAt[n] ?? none) {
        wires.add(w);
        join(w.a === n ? w.b : w.a);
      }
      for (const e of elementsAt[n] ?? none)
        if (e.kind === 'join') {
          elements.add(e);
          e.nodes.forEach(join);
        }
    }
    for (const n of members) {
      seen.add(n);
      for (const e of elementsAt[n] ?? none) {
        if (e.kind === 'source') {
          elements.add(e);
          e.nodes.forEach((other) => seen.add(other));
        } else if (!held && carries(e.kind)) {
          elements.add(e);
          e.nodes.forEach(visit);
        } else if (!held) elements.add(e);
      }
    }
  }
  const keep = [...elements];
  // A coil that acts on a kept contact belongs to the part of the network, with what feeds it.
  const coils = keep.flatMap((e) => (e.coil >= 0 ? [network.elements[e.coil]!] : []));
  const missing = coils.filter((c) => !elements.has(c));
  if (missing.length) return networkAround(network, [...seeds, ...missing.flatMap((c) => c.nodes)]);
  const entries = (network.mains ?? []).flatMap(({ l, n }) => [l, n]);
  return compact(network, withoutDeadEnds([...wires], keep, [...seeds, ...entries]), keep, seeds);
}

/** Leaves out wires that lead nowhere: on a supply's net most of them feed other circuits and change nothing here. */
function withoutDeadEnds(
  wires: readonly NetConductor[],
  elements: readonly NetElement[],
  seeds: readonly number[],
): NetConductor[] {
  const held = new Set([...seeds, ...elements.flatMap((e) => e.nodes)]);
  const degree = new Map<number, number>();
  for (const w of wires) for (const n of [w.a, w.b]) degree.set(n, (degree.get(n) ?? 0) + 1);
  const dead = (n: number) => degree.get(n) === 1 && !held.has(n);
  let kept = [...wires];
  for (;;) {
    const next = kept.filter((w) => {
      const drop = dead(w.a) || dead(w.b);
      if (drop) for (const n of [w.a, w.b]) degree.set(n, degree.get(n)! - 1);
      return !drop;
    });
    if (next.length === kept.length) return next;
    kept = next;
  }
}

/** Renumbers a part of a network, so that an evaluation costs no more than that part. */
function compact(network: Network, wires: NetConductor[], elements: NetElement[], seeds: readonly number[]): Network {
  const renumbered = new Map<number, number>();
  const terminals: TerminalRef[] = [];
  const to = (n: number): number => {
    let m = renumbered.get(n);
    if (m === undefined) {
      m = terminals.length;
      renumbered.set(n, m);
      terminals.push(network.terminals[n]!);
    }
    return m;
  };
  seeds.forEach(to);
  const index = new Map(elements.map((e, i) => [e, i]));
  const part = {
    nodeOf: (t: TerminalRef) => {
      const n = network.nodeOf(t);
      return n === undefined ? undefined : renumbered.get(n);
    },
    terminals,
    conductors: wires.map((w) => ({ id: w.id, a: to(w.a), b: to(w.b) })),
    elements: elements.map((e) => ({
      ...e,
      nodes: e.nodes.map(to),
      coil: e.coil >= 0 ? (index.get(network.elements[e.coil]!) ?? -1) : -1,
    })),
  };
  if (!network.mains) return part;
  return { ...part, mains: network.mains.map((m) => ({ part: m.part, l: to(m.l), n: to(m.n) })) };
}
