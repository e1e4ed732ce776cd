import type { Design } from '../machine/design';
import type { Source } from './feeds';
import { portKey, portsOf, type Port, type PortRef } from '../machine/ports';
import { distributionOf, type DistributionTree } from './tree';

/** A part at the place where power comes into it, with all that hangs on it. */
export interface Branch {
  readonly part: string;
  /** The port that is fed; undefined for what feeds all, such as the mains inlet. */
  readonly port?: string;
  /** What feeds it, as decided or as usual. */
  readonly from?: Source;
  /** Somebody decided what feeds it. */
  readonly decided: boolean;
  /** The ports by which it gives power on, from this place. */
  readonly gives: readonly string[];
  /** Strips that fan out what it gives. */
  readonly strips: readonly string[];
  readonly branches: readonly Branch[];
}

/** The distribution as an outline: from each source down, each port at one place. */
export interface Outline {
  readonly roots: readonly Branch[];
  /** Ports that need power and that nothing feeds. */
  readonly open: readonly PortRef[];
  /** Ports that feed each other in a ring, or hang on one: no source reaches them. */
  readonly rings: readonly PortRef[];
  /** Poles that part a circuit of their own, and that nothing feeds and nothing hangs on yet. */
  readonly spare: readonly PortRef[];
}

/** A port whose power a part needs to work at all; what only passes power on needs it where something hangs on it. */
const needed = (port: Port): boolean =>
  port.direction === 'takes' &&
  port.kind !== 'passed-on' &&
  // Not every board has terminals of its own for its field; a drive runs without its torque-off input being used.
  Object.keys(port.terminals).length > 0 &&
  port.id !== 'torque-off' &&
  port.id !== 'field';

/** The port of a part under which what another one gives is drawn: the one that it passes on, else the one that runs the part. */
function under(ports: ReadonlyMap<string, Port>, gives: Port): string | undefined {
  if (gives.passesOn) return gives.passesOn;
  return ['mains', 'supply'].find((id) => ports.get(id)?.direction === 'takes');
}

const outlines = new WeakMap<DistributionTree, { feeds: Design['feeds']; outline: Outline }>();

/** The outline of a machine’s distribution. */
export function outlineOf(design: Design): Outline {
  const tree = distributionOf(design);
  const known = outlines.get(tree);
  if (known && known.feeds === design.feeds) return known.outline;
  const outline = drawnOut(design);
  outlines.set(tree, { feeds: design.feeds, outline });
  return outline;
}
function drawnOut(design: Design): Outline {
  const tree = distributionOf(design);
  const children = childrenOf(tree);
  const reached = new Set<string>();
  const decided = ({ part, port }: PortRef): boolean => design.feeds?.[part]?.[port] !== undefined;

  /** What hangs on some ports of a part that give. */
  const below = (part: string, gives: readonly string[]) => {
    const fed = gives.flatMap((port) => children.get(portKey({ part, port })) ?? []);
    for (const at of fed) reached.add(portKey(at));
    const isStrip = ({ part: id, port }: PortRef) =>
      port === 'feed' && !children.has(portKey({ part: id, port: 'place' }));
    return {
      strips: fed.filter(isStrip).map((x) => x.part),
      branches: fed.filter((x) => !isStrip(x)).map(branch),
    };
  };
  const branch = (at: PortRef): Branch => {
    const ports = portsOf(tree.parts[at.part]!);
    const gives = [...ports.values()]
      .filter((p) => p.direction === 'gives' && under(ports, p) === at.port)
      .map((p) => p.id);
    return { ...at, from: tree.feeds[at.part]![at.port]!, decided: decided(at), gives, ...below(at.part, gives) };
  };

  const roots: Branch[] = [];
  for (const [id, part] of Object.entries(tree.parts)) {
    const ports = portsOf(part);
    const own = [...ports.values()].filter((p) => p.direction === 'gives' && under(ports, p) === undefined);
    // What nothing feeds stands at the head of what hangs on it, so that nothing is out of sight.
    const heads = [...ports.values()].filter(
      (p) => p.direction === 'takes' && !tree.feeds[id]?.[p.id] && given(ports, p).some((g) => has(children, id, g)),
    );
    const gives = own.filter((p) => has(children, id, p)).map((p) => p.id);
    if (own.some((p) => p.id === 'mains') || gives.length)
      roots.push({ part: id, decided: false, gives, ...below(id, gives) });
    for (const head of heads) {
      const on = given(ports, head).map((p) => p.id);
      roots.push({
        part: id,
        port: head.id,
        decided: decided({ part: id, port: head.id }),
        gives: on,
        ...below(id, on),
      });
    }
  }
  const open: PortRef[] = [];
  const rings: PortRef[] = [];
  const spare: PortRef[] = [];
  for (const [part, p] of Object.entries(tree.parts))
    for (const port of portsOf(p).values()) {
      const at = { part, port: port.id };
      if (port.direction !== 'takes') continue;
      const fed = tree.feeds[part]?.[port.id];
      if (fed) {
        if (fed.pole !== 'PE' && !reached.has(portKey(at))) rings.push(at);
      } else if (port.id === 'supply' && tree.feeds[part]?.link) {
        // It lives on its data lead.
        continue;
      } else if (needed(port) || given(portsOf(p), port).some((g) => has(children, part, g))) open.push(at);
      else if (p.setup.poleGroups && port.kind === 'passed-on') spare.push(at);
    }
  return { roots, open, rings, spare };
}

const given = (ports: ReadonlyMap<string, Port>, takes: Port): Port[] =>
  [...ports.values()].filter((p) => p.direction === 'gives' && under(ports, p) === takes.id);
const has = (children: ReadonlyMap<string, readonly PortRef[]>, part: string, gives: Port): boolean =>
  children.has(portKey({ part, port: gives.id }));

/** What hangs on each port that gives, in the order of the feeds. */
function childrenOf({ feeds }: DistributionTree): ReadonlyMap<string, readonly PortRef[]> {
  const children = new Map<string, PortRef[]>();
  for (const [part, ports] of Object.entries(feeds))
    for (const [port, source] of Object.entries(ports)) {
      // The earth bar is no load: the protective earth has a star of its own.
      if (source.pole === 'PE') continue;
      const key = portKey(source);
      const list = children.get(key);
      if (list) list.push({ part, port });
      else children.set(key, [{ part, port }]);
    }
  return children;
}
