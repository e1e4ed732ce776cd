import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import type { Part } from '../machine/parts';
import { portKey, portsOf, type Port, type PortRef } from '../machine/ports';
import { feedsOf, type Feeds, type ReadForFeeds } from './feeds';

/** The way from a port that takes power up to what makes its voltage. */
export interface Way {
  /** Ports of the devices that it passes, nearest first: breakers, switches, filters, contactors, relays, strips. */
  readonly passes: readonly PortRef[];
  /** The port that gives: of a supply, of a board, or where the mains comes in. Undefined where the way is open. */
  readonly source?: PortRef;
  /** Where it ends without a source: a port that nothing feeds, or one that is met again. */
  readonly ends?: { readonly at: PortRef; readonly because: 'open' | 'ring' };
}

/** A part with its id. */
export interface Held {
  readonly id: string;
  readonly part: Part;
}

/** The power distribution of a machine: its feeds, walked up from a load or down from a source. */
export class DistributionTree {
  /** By part, then port: asked so often that a key made of both is not put together each time. */
  private readonly ways = new Map<string, Map<string, Way>>();
  private readonly terminals = new Map<string, Map<string, Port>>();
  private readonly ports = new Map<string, ReadonlyMap<string, Port>>();
  private below: ReadonlyMap<string, readonly PortRef[]> | undefined;

  constructor(
    readonly parts: Design['parts'],
    readonly feeds: Feeds,
  ) {}

  /** A port of a part of this machine. */
  port(ref: PortRef): Port | undefined {
    const part = this.parts[ref.part];
    return part && this.portsOf(ref.part, part).get(ref.port);
  }
  /** The port that a terminal of a part belongs to: the one that takes, where power goes on by the very same terminal. */
  portAt({ part: id, terminal }: TerminalRef): Port | undefined {
    let byTerminal = this.terminals.get(id);
    if (!byTerminal) {
      byTerminal = new Map<string, Port>();
      const part = this.parts[id];
      for (const port of part ? this.portsOf(id, part).values() : [])
        for (const t of Object.values(port.terminals) as string[]) if (!byTerminal.has(t)) byTerminal.set(t, port);
      this.terminals.set(id, byTerminal);
    }
    return byTerminal.get(terminal);
  }
  private portsOf(id: string, part: Part): ReadonlyMap<string, Port> {
    let known = this.ports.get(id);
    if (!known) this.ports.set(id, (known = portsOf(part)));
    return known;
  }

  /** What feeds a port, or the port that a passing one hands on. */
  above(ref: PortRef): PortRef | undefined {
    const port = this.port(ref);
    if (port?.passesOn) return { part: ref.part, port: port.passesOn };
    return this.feeds[ref.part]?.[ref.port];
  }

  /** The way up from a port that takes power. */
  wayTo(part: string, port: string): Way {
    let ofPart = this.ways.get(part);
    if (!ofPart) this.ways.set(part, (ofPart = new Map()));
    let way = ofPart.get(port);
    if (!way) ofPart.set(port, (way = this.walkUp({ part, port })));
    return way;
  }
  private walkUp(from: PortRef): Way {
    const passes: PortRef[] = [];
    const met = new Set([portKey(from)]);
    let way: Way | undefined;
    for (let at = from; !way;) {
      const next = this.above(at);
      if (!next) {
        way = { passes, ends: { at, because: 'open' } };
      } else if (met.has(portKey(next))) {
        way = { passes, ends: { at: next, because: 'ring' } };
      } else {
        met.add(portKey(next));
        const gives = this.port(next);
        if (!gives) way = { passes, ends: { at, because: 'open' } };
        else if (gives.direction === 'gives' && !gives.passesOn) way = { passes, source: next };
        else if (gives.direction === 'gives') passes.push(next);
        at = next;
      }
    }
    return way;
  }

  /** The part that makes the voltage at a port, whatever stands between. */
  sourceOf(part: string | undefined, port: string): Held | undefined {
    const source = part === undefined ? undefined : this.wayTo(part, port).source;
    const of = source && this.parts[source.part];
    return of && { id: source.part, part: of };
  }
  /** The power supply that feeds a port; undefined where nothing does, or something else. */
  supplyOf(part: string | undefined, port: string): Held | undefined {
    const source = this.sourceOf(part, port);
    return source?.part.data.class === 'supply' ? source : undefined;
  }

  /** Ports that live on what a part gives, however many devices stand between, in the order of the parts. */
  loadsOf(source: string): readonly PortRef[] {
    this.below ??= this.walkDown();
    return this.below.get(source) ?? [];
  }
  private walkDown(): Map<string, PortRef[]> {
    const below = new Map<string, PortRef[]>();
    for (const [id, part] of Object.entries(this.parts))
      for (const port of this.portsOf(id, part).values()) {
        if (port.direction !== 'takes' || port.kind === 'passed-on') continue;
        const source = this.wayTo(id, port.id).source?.part;
        if (source === undefined) continue;
        const list = below.get(source);
        if (list) list.push({ part: id, port: port.id });
        else below.set(source, [{ part: id, port: port.id }]);
      }
    return below;
  }
}

interface Kept {
  readonly read: readonly unknown[];
  readonly tree: DistributionTree;
}
const trees = new WeakMap<Design['parts'], Kept>();
/** By the whole design, while it cannot change. */
const byDesign = new WeakMap<ReadForFeeds, DistributionTree>();

/** The distribution of a design; worked out once for what it is read from. */
export function distributionOf(design: ReadForFeeds): DistributionTree {
  const known = byDesign.get(design);
  if (known) return known;
  const tree = treeFor(design);
  if (Object.isFrozen(design)) byDesign.set(design, tree);
  return tree;
}
function treeFor(design: ReadForFeeds): DistributionTree {
  const { parts, roles, rails, axes, axisOrder, circuits, outputs, stopStrategy, stopPole, feeds } = design;
  const read = [
    axisOrder,
    roles,
    rails,
    circuits,
    outputs,
    stopStrategy,
    stopPole,
    feeds,
    ...Object.values(axes).map((a) => a.drives),
  ];
  const kept = trees.get(parts);
  if (kept?.read.length === read.length && kept.read.every((x, i) => x === read[i])) return kept.tree;
  const tree = new DistributionTree(parts, feedsOf(design));
  trees.set(parts, { read, tree });
  return tree;
}
