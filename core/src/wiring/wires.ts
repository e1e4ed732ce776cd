import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import { terminalKey } from '../machine/ids';
import type { Part, TerminalRole } from '../machine/parts';
import { roleOf } from '../machine/parts';
import type { Network } from './network';
import type { Sheet } from './sheets';
import { sheetsOfConductors } from './sheets';

/** One end of a conductor with all that is asked about it again and again. */
export interface End extends TerminalRef {
  node: number;
  of: Part;
  role: TerminalRole;
  printed: string;
}

/** A conductor with its two ends resolved. */
export interface Wire {
  id: string;
  conductor: Design['conductors'][string];
  ends: readonly [End, End];
  /** Number of its net: what conductors, links and closed jumpers join, whatever contacts do. */
  net: number;
}

/** Conductors, their ends and their nets, worked out once for a design. */
export interface Wires {
  all: readonly Wire[];
  sheets: ReadonlyMap<string, Sheet>;
  at(part: string, terminal: string): readonly Wire[];
  /** Whether any conductor touches a terminal. */
  wired(part: string, terminal: string): boolean;
  netOf(part: string, terminal: string): number | undefined;
  /** All terminals of a net that a conductor or an element touches. */
  terminalsOf(net: number): readonly End[];
}

/** `-T4:V+`: a terminal as it is written on drawings and labels. */
export function terminalName(design: Pick<Design, 'parts'>, t: TerminalRef): string {
  const part = design.parts[t.part];
  return `${part?.designation ?? t.part}:${part?.terminals[t.terminal]?.printed ?? t.terminal}`;
}

const none: readonly never[] = [];

/** Resolves the conductors of a design over its network. A conductor with an end that does not exist is left out. */
export function wiresOf(design: Design, network: Network): Wires {
  const parent = Int32Array.from({ length: network.terminals.length }, (_, i) => i);
  const find = (n: number): number => {
    while (parent[n] !== n) n = parent[n] = parent[parent[n]!]!;
    return n;
  };
  const union = (a: number, b: number) => (parent[find(a)] = find(b));
  for (const c of network.conductors) union(c.a, c.b);
  for (const e of network.elements)
    if (e.kind === 'join' || (e.element.kind === 'jumper' && e.element.closed))
      for (const n of e.nodes) union(n, e.nodes[0]!);

  const ends: (End | undefined)[] = network.terminals.map((t, node) => {
    const of = design.parts[t.part];
    const terminal = of?.terminals[t.terminal];
    return of && terminal ? { ...t, node, of, role: roleOf(of, terminal), printed: terminal.printed } : undefined;
  });
  const all: Wire[] = [];
  const touching: Wire[][] = network.terminals.map(() => []);
  for (const c of network.conductors) {
    const [a, b] = [ends[c.a], ends[c.b]];
    const conductor = design.conductors[c.id];
    if (!a || !b || !conductor) continue;
    const wire: Wire = { id: c.id, conductor, ends: [a, b], net: find(c.a) };
    all.push(wire);
    touching[c.a]!.push(wire);
    touching[c.b]!.push(wire);
  }
  const members = new Map<number, End[]>();
  for (const e of ends) {
    if (!e) continue;
    const net = find(e.node);
    const list = members.get(net);
    if (list) list.push(e);
    else members.set(net, [e]);
  }
  const node = (part: string, terminal: string) => network.nodeOf.get(terminalKey({ part, terminal }));
  const at = (part: string, terminal: string): readonly Wire[] => {
    const n = node(part, terminal);
    return n === undefined ? none : touching[n]!;
  };
  return {
    all,
    sheets: sheetsOfConductors(design),
    at,
    wired: (part, terminal) => at(part, terminal).length > 0,
    netOf: (part, terminal) => {
      const n = node(part, terminal);
      return n === undefined ? undefined : find(n);
    },
    terminalsOf: (net) => members.get(net) ?? none,
  };
}
