import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
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
  const parent = new Int32Array(network.terminals.length);
  for (let n = 0; n < parent.length; n++) parent[n] = n;
  const find = (n: number): number => {
    while (parent[n] !== n) n = parent[n] = parent[parent[n]!]!;
    return n;
  };
  const lonely = new Uint8Array(network.terminals.length).fill(1);
  const union = (a: number, b: number) => {
    lonely[a] = lonely[b] = 0;
    parent[find(a)] = find(b);
  };
  let sheets: ReadonlyMap<string, Sheet> | undefined;
  for (const c of network.conductors) union(c.a, c.b);
  for (const e of network.elements)
    if (e.kind === 'join' || (e.element.kind === 'jumper' && e.element.closed))
      for (const n of e.nodes) union(n, e.nodes[0]!);

  const known = new Array<End | undefined>(network.terminals.length);
  /** The end at a node, made when it is first asked for: most terminals of a machine carry nothing. */
  const endAt = (n: number): End | undefined => {
    const there = known[n];
    if (there) return there;
    const { part, terminal } = network.terminals[n]!;
    const of = design.parts[part];
    const t = of?.terminals[terminal];
    if (!of || !t) return undefined;
    return (known[n] = { part, terminal, node: n, of, role: roleOf(of, t), printed: t.printed });
  };
  const all: Wire[] = [];
  // By part, then terminal: asked so often that a key made of both is not put together each time.
  const touching = new Map<string, Map<string, Wire[]>>();
  const touch = ({ part, terminal }: End, w: Wire) => {
    let at = touching.get(part);
    if (!at) touching.set(part, (at = new Map()));
    const list = at.get(terminal);
    if (list) list.push(w);
    else at.set(terminal, [w]);
  };
  for (const c of network.conductors) {
    const a = endAt(c.a);
    const b = endAt(c.b);
    const conductor = design.conductors[c.id];
    if (!a || !b || !conductor) continue;
    const wire: Wire = { id: c.id, conductor, ends: [a, b], net: find(c.a) };
    all.push(wire);
    touch(a, wire);
    touch(b, wire);
  }
  let members: Map<number, End[]> | undefined;
  const membersOf = (): Map<number, End[]> => {
    if (members) return members;
    members = new Map();
    for (let n = 0; n < network.terminals.length; n++) {
      const net = find(n);
      // A terminal on its own, which no conductor touches, is no net that anyone asks for.
      if (lonely[n]) continue;
      const e = endAt(n);
      if (!e) continue;
      const list = members.get(net);
      if (list) list.push(e);
      else members.set(net, [e]);
    }
    return members;
  };
  const node = (part: string, terminal: string) => network.nodeOf({ part, terminal });
  const at = (part: string, terminal: string): readonly Wire[] => touching.get(part)?.get(terminal) ?? none;
  return {
    all,
    get sheets() {
      return (sheets ??= sheetsOfConductors(design));
    },
    at,
    wired: (part, terminal) => at(part, terminal).length > 0,
    netOf: (part, terminal) => {
      const n = node(part, terminal);
      return n === undefined ? undefined : find(n);
    },
    terminalsOf: (net) => membersOf().get(net) ?? none,
  };
}
