import type { Situation } from './evaluate';
import type { Evaluation } from './evaluate';
import { circuitryOf } from './circuitry';
import { strength } from './levels';
import type { Network } from './network';
import type { TerminalRef } from '../machine/ids';

/** The way of the current in one situation: what of the wiring carries any. */
export interface CurrentPaths {
  /** Ids of conductors that carry current. */
  conductors: ReadonlySet<string>;
  /** Closed contacts, outputs, coils, loads, inputs and resistors that carry current, by `part/element`. */
  elements: ReadonlySet<string>;
}

interface Edge {
  to: number;
  conductor?: string;
  element?: string;
}

/**
 * Follows the current from the supplies to all that draws it, and back: coils and loads that are fed, inputs that conduct,
 * resistors with unequal ends, and the `consumers` that the caller names (a driver with its motor power). `ways` carry
 * current from one terminal to another without a level of their own: the mains up to a supply. Where a net
 * offers several ways, the one over the fewest conductors is taken, as the current of a fault-free machine does not tell.
 */
export function currentPaths(
  network: Network,
  e: Evaluation,
  situation: Situation,
  consumers: readonly (readonly [TerminalRef, TerminalRef])[] = [],
  ways: readonly (readonly [TerminalRef, TerminalRef])[] = [],
): CurrentPaths {
  const c = circuitryOf(network);
  const edges = edgesOf(network, e, situation);
  const poles = { high: new Set<number>(), low: new Set<number>() };
  for (const s of c.sources)
    if (!situation.lost?.has(s.part)) {
      poles.high.add(s.plus);
      poles.low.add(s.minus);
    }
  const conductors = new Set<string>();
  const elements = new Set<string>();
  const level = (n: number) => e.levelAt(network.terminals[n]!);
  const firm = (n: number) => e.heldAt(network.terminals[n]!) >= strength.output;
  const draws = (a: number, b: number, element?: string) => {
    const [p, q] = [level(a), level(b)];
    if (!(p === 'high' && q === 'low') && !(p === 'low' && q === 'high')) return;
    if (!firm(a) || !firm(b)) return;
    const ways = [follow(edges, a, poles[p]), follow(edges, b, poles[q as 'high' | 'low'])];
    if (ways.some((w) => !w)) return;
    if (element) elements.add(element);
    for (const edge of ways.flatMap((w) => w!)) {
      if (edge.conductor) conductors.add(edge.conductor);
      if (edge.element) elements.add(edge.element);
    }
  };
  for (const el of network.elements) {
    const [a, b] = el.nodes as [number, number];
    if (el.kind === 'coil' || el.kind === 'load' || el.kind === 'resistor') draws(a, b, `${el.part}/${el.id}`);
    if (el.kind === 'isolated-input' && e.readingAt(network.terminals[a]!) === 'high')
      draws(a, b, `${el.part}/${el.id}`);
  }
  for (const pair of ways) {
    const [a, b] = pair.map((t) => network.nodeOf(t));
    for (const edge of (a !== undefined && b !== undefined && follow(edges, a, new Set([b]))) || []) {
      if (edge.conductor) conductors.add(edge.conductor);
      if (edge.element) elements.add(edge.element);
    }
  }
  for (const pair of consumers) {
    const [a, b] = pair.map((t) => network.nodeOf(t));
    if (a !== undefined && b !== undefined) draws(a, b);
  }
  return { conductors, elements };
}

function edgesOf(network: Network, e: Evaluation, situation: Situation): ReadonlyMap<number, readonly Edge[]> {
  const c = circuitryOf(network);
  const edges = new Map<number, Edge[]>();
  const link = (a: number, b: number, by: Omit<Edge, 'to'> = {}) => {
    for (const [from, to] of [
      [a, b],
      [b, a],
    ] as const) {
      const list = edges.get(from);
      if (list) list.push({ to, ...by });
      else edges.set(from, [{ to, ...by }]);
    }
  };
  for (const w of network.conductors) if (!situation.open?.has(w.id)) link(w.a, w.b, { conductor: w.id });
  for (const j of c.joins) if (!situation.pulled?.has(j.part)) link(j.a, j.b);
  for (const k of c.contacts) if (e.closed(k.key)) link(k.a, k.b, { element: k.key });
  for (const o of c.outputs) if (e.closed(o.key)) link(o.out, o.pullsLow ? o.minus : o.plus, { element: o.key });
  for (const [p, q] of situation.shorts ?? []) {
    const [a, b] = [p, q].map((t) => network.nodeOf(t));
    if (a !== undefined && b !== undefined) link(a, b);
  }
  return edges;
}

/** The way over the fewest edges from a terminal to any of some poles; undefined where there is none. */
function follow(
  edges: ReadonlyMap<number, readonly Edge[]>,
  from: number,
  poles: ReadonlySet<number>,
): Edge[] | undefined {
  if (poles.has(from)) return [];
  const cameBy = new Map<number, { before: number; edge: Edge }>();
  const queue = [from];
  for (let i = 0; i < queue.length; i++) {
    const n = queue[i]!;
    for (const edge of edges.get(n) ?? []) {
      if (edge.to === from || cameBy.has(edge.to)) continue;
      cameBy.set(edge.to, { before: n, edge });
      if (poles.has(edge.to)) {
        const way: Edge[] = [];
        for (let at = edge.to; at !== from;) {
          const step = cameBy.get(at)!;
          way.push(step.edge);
          at = step.before;
        }
        return way;
      }
      queue.push(edge.to);
    }
  }
  return undefined;
}
