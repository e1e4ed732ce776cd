import type { TerminalRef } from '../machine/ids';
import type { Situation } from '../wiring/evaluate';
import { circuitryOf, joinedUnder, rootOf } from '../wiring/circuitry';
import type { Network } from '../wiring/network';

/** Zones that a fault reaches, or `all` where it touches what everything hangs on. */
export type Reached = ReadonlySet<number> | 'all';

/**
 * A network parted into zones: nets that can act on one another through contacts, coils, outputs, resistors and inputs.
 * A net that a supply holds parts two zones, as long as nothing happens to it. So whatever goes on in one zone leaves the
 * others as they are, and a sweep need not ask them again.
 */
export class Zones {
  private readonly network: Network;
  private readonly zoneOf: Int32Array;
  private readonly held: ReadonlySet<number>;
  /** For each terminal, the zones that change with its level, also where its own net is held by a supply. */
  private readonly actsOn: ReadonlyMap<number, ReadonlySet<number>>;
  private readonly elementZones: ReadonlyMap<string, ReadonlySet<number>>;
  private readonly partZones: ReadonlyMap<string, ReadonlySet<number>>;

  constructor(network: Network) {
    this.network = network;
    const { netOf, nets, sources } = circuitryOf(network);
    this.held = new Set(sources.flatMap((s) => [netOf[s.plus]!, netOf[s.minus]!]));
    const zone = Int32Array.from({ length: nets }, (_, n) => n);
    /** The nets of an element that may change their level, those of the coil that acts on it included. */
    const freeNets = (e: Network['elements'][number]): number[] => {
      const own = e.kind === 'source' || e.kind === 'suppressor' || e.kind === 'join' ? [] : e.nodes;
      const coil = e.coil >= 0 ? network.elements[e.coil]!.nodes : [];
      return [...own, ...coil].map((n) => netOf[n]!).filter((n) => !this.held.has(n));
    };
    for (const e of network.elements) {
      const [first, ...rest] = freeNets(e);
      for (const n of rest) zone[rootOf(zone, first!)] = rootOf(zone, n);
    }
    this.zoneOf = zone.map((_, n) => rootOf(zone, n));
    const actsOn = new Map<number, Set<number>>();
    const elementZones = new Map<string, Set<number>>();
    const partZones = new Map<string, Set<number>>();
    const put = <K>(map: Map<K, Set<number>>, key: K, zones: Iterable<number>) => {
      const has = map.get(key) ?? map.set(key, new Set()).get(key)!;
      for (const z of zones) has.add(z);
    };
    network.elements.forEach((e, i) => {
      // A coil across two rails changes what its contacts do.
      const worked = e.kind === 'coil' ? network.elements.filter((k) => k.coil === i) : [];
      const zones = [e, ...worked].flatMap(freeNets).map((n) => this.zoneOf[n]!);
      put(elementZones, `${e.part}/${e.id}`, zones);
      put(partZones, e.part, zones);
      for (const n of e.nodes) put(actsOn, n, zones);
    });
    this.actsOn = actsOn;
    this.elementZones = elementZones;
    this.partZones = partZones;
  }

  /** Zones with an element of a part. */
  ofPart = (part: string): ReadonlySet<number> => this.partZones.get(part) ?? new Set();
  ofElement = (key: string): ReadonlySet<number> => this.elementZones.get(key) ?? new Set();
  /** The zone of a terminal's net; none where a supply holds it or nothing hangs on it. */
  ofTerminal(t: TerminalRef): ReadonlySet<number> {
    const n = this.network.nodeOf(t);
    const net = n === undefined ? -1 : circuitryOf(this.network).netOf[n]!;
    return net < 0 || this.held.has(net) ? new Set() : new Set([this.zoneOf[net]!]);
  }

  /** Zones in which a fault can change anything. What is out of reach answers as on the whole machine. */
  reachedBy(fault: Situation): Reached {
    if (fault.lost?.size) return 'all';
    const reached = new Set<number>();
    for (const key of fault.stuck?.keys() ?? []) {
      const zones = this.elementZones.get(key);
      // Between two rails: whatever it does, it does to all.
      if (!zones?.size) return 'all';
      for (const z of zones) reached.add(z);
    }
    const { netOf } = circuitryOf(this.network);
    if (fault.open?.size || fault.pulled?.size) {
      const { open, pulled } = fault;
      const cut = joinedUnder(circuitryOf(this.network), this.network, {
        ...(open ? { open } : {}),
        ...(pulled ? { pulled } : {}),
      });
      const polesIn = new Set(
        circuitryOf(this.network).sources.flatMap((s) => [cut.netOf[s.plus]!, cut.netOf[s.minus]!]),
      );
      const changed = new Set<number>();
      for (let n = 0; n < netOf.length; n++) if (cut.netOf[n] !== netOf[n]) changed.add(netOf[n]!);
      for (const net of changed) if (this.held.has(net) && this.piecesHeld(net, cut.netOf, polesIn) !== 1) return 'all';
      for (let n = 0; n < netOf.length; n++) {
        const net = netOf[n]!;
        if (!changed.has(net)) continue;
        if (!this.held.has(net)) reached.add(this.zoneOf[net]!);
        else if (!polesIn.has(cut.netOf[n]!)) for (const z of this.actsOn.get(n) ?? []) reached.add(z);
      }
    }
    for (const [p, q] of fault.shorts ?? []) {
      const [a, b] = [p, q].map((t) => {
        const n = this.network.nodeOf(t);
        return n === undefined ? -1 : netOf[n]!;
      }) as [number, number];
      if (a === b || a < 0 || b < 0) continue;
      if (this.held.has(a) && this.held.has(b)) return 'all';
      for (const n of [a, b]) if (!this.held.has(n)) reached.add(this.zoneOf[n]!);
    }
    return reached;
  }

  /** Into how many pieces a net was cut that still have a pole of a supply. */
  private piecesHeld(net: number, cutNetOf: Int32Array, polesIn: ReadonlySet<number>): number {
    const { netOf } = circuitryOf(this.network);
    const pieces = new Set<number>();
    for (let n = 0; n < netOf.length; n++) if (netOf[n] === net && polesIn.has(cutNetOf[n]!)) pieces.add(cutNetOf[n]!);
    return pieces.size;
  }
}

/** Whether a fault reaches any of some zones. */
export const reaches = (reached: Reached, zones: ReadonlySet<number>): boolean => {
  if (reached === 'all') return true;
  for (const z of zones) if (reached.has(z)) return true;
  return false;
};
