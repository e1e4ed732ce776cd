import { isFeed } from './feeds';
import { linesFrom, takesAllLines } from './lines';
import { distributionOf } from './tree';
import type { Design } from '../machine/design';
import type { FeedSource } from '../machine/feeds';
import type { LibraryEntry } from '../machine/library/entry';
import type { Part, PartClass } from '../machine/parts';
import { portOf, portsOf, type Port, type PortRef } from '../machine/ports';

/** A load lives and works within this share of its voltage. */
export const LOAD_TOLERANCE = 0.2;

/** What a port gives in the end: mains, or direct current of a voltage; undefined where nothing reaches it. */
export function givenAt(design: Design, source: PortRef): { kind: 'mains' | 'direct'; volts?: number } | undefined {
  const tree = distributionOf(design);
  const port = tree.port(source);
  if (port?.direction !== 'gives') return undefined;
  const from = port.passesOn ? tree.wayTo(source.part, port.passesOn).source : source;
  const gives = from && tree.port(from);
  if (!gives || gives.kind === 'passed-on') return undefined;
  const volts = gives.volts?.most;
  return { kind: gives.kind, ...(volts === undefined || volts === Infinity ? {} : { volts }) };
}

const suits = (port: Port, given: { kind: 'mains' | 'direct'; volts?: number } | undefined): boolean => {
  if (port.kind === 'passed-on' || !given) return true;
  if (port.kind !== given.kind) return false;
  const { volts } = given;
  if (given.kind === 'mains' || volts === undefined || !port.volts) return true;
  return volts >= port.volts.least * (1 - LOAD_TOLERANCE) && volts <= port.volts.most * (1 + LOAD_TOLERANCE);
};

/**
 * What may feed a port: whatever gives power of its kind and voltage and does not live on it itself. What feeds it now stays
 * in the list, however it suits. A strip takes one pole of direct current, or one conductor of the mains; what takes one phase of
 * three has the choice of them, the first one without saying so.
 */
export function feedChoices(design: Design, at: PortRef): FeedSource[] {
  const tree = distributionOf(design);
  const port = tree.port(at);
  if (port?.direction !== 'takes') return [];
  const now = tree.feeds[at.part]?.[at.port];
  const below = livingOn(design, at.part);
  return Object.entries(design.parts).flatMap(([part, of]) =>
    [...portsOf(of).values()].flatMap((gives): FeedSource[] => {
      const source = { part, port: gives.id };
      const here = now?.part === part && now.port === gives.id;
      const usable =
        gives.direction === 'gives' &&
        gives.id !== 'switched' &&
        (gives.id !== 'motor' || here) &&
        (gives.id === 'link') === (at.port === 'link');
      // A button gives power on only where it cuts it.
      if (of.data.class === 'button' && !here && !tree.feeds[part]?.in) return [];
      // The earth bar feeds nothing.
      const earth = gives.id === 'place' && gives.terminals.PE !== undefined;
      if (!here && !isFeed(design.parts, at.part, at.port, source)) return [];
      // A socket that is decided for another driver is not free.
      if (!here && gives.socket !== undefined && decidedFor(design, source, at.part)) return [];
      if (!usable || part === at.part || earth) return here ? [now] : [];
      if (!here && (below.has(part) || !suits(port, givenAt(design, source)))) return [];
      if (at.port === 'feed') {
        const mains = givenAt(design, source)?.kind === 'mains';
        const poles = mains ? ([...linesFrom(tree, source), 'N'] as const) : (['plus', 'minus'] as const);
        return poles.map((pole) => ({ ...source, pole }));
      }
      // What parts one pole of direct current parts plus, or 0 V where somebody wants that.
      if (
        port.kind === 'passed-on' &&
        design.parts[at.part]!.data.class !== 'filter' &&
        givenAt(design, source)?.kind === 'direct'
      )
        return [source, { ...source, pole: 'minus' }];
      return takesAllLines(port) || linesFrom(tree, source).length < 2
        ? [source]
        : [source, { ...source, pole: 'L2' }, { ...source, pole: 'L3' }];
    }),
  );
}

/** The driver, other than one itself, that somebody has decided to sit in a socket. */
export const decidedFor = (design: Pick<Design, 'feeds'>, socket: PortRef, but: string): string | undefined =>
  Object.entries(design.feeds ?? {}).find(
    ([id, { supply }]) => id !== but && supply?.part === socket.part && supply.port === socket.port,
  )?.[0];

/** The parts that live on what a part gives, however many devices and supplies stand between. */
function livingOn(design: Design, part: string): ReadonlySet<string> {
  const { feeds } = distributionOf(design);
  const below = new Set<string>();
  for (let grown = true; grown;) {
    grown = false;
    for (const [id, ports] of Object.entries(feeds))
      if (!below.has(id) && Object.values(ports).some((s) => s.part === part || below.has(s.part))) {
        below.add(id);
        grown = true;
      }
  }
  return below;
}

type Drawn = Pick<Part, 'data' | 'terminals' | 'elements'>;
const asPart = (entry: LibraryEntry): Part => ({ designation: '', name: entry.name, ...(entry as Drawn), setup: {} });

/** Whether a part of the library passes power on, so that it can be put ahead of others. */
export const canGoAhead = (entry: LibraryEntry): boolean => {
  const ports = portsOf(asPart(entry));
  return ports.has('in') && ports.has('out') && entry.data.class !== 'relay';
};

/** The ports by which a new part is fed, the one that counts first. */
const ways = ['mains', 'supply', 'load', 'in', 'feed', 'coil'] as const;

/** The port by which a part hangs on a source; undefined where it cannot. */
export function portFor(design: Design, part: Part, source: PortRef): string | undefined {
  const given = givenAt(design, source);
  return ways.find((id) => {
    const port = portOf(part, id);
    return port?.direction === 'takes' && suits(port, given);
  });
}
/**
 * What a new strip holds of a source unless somebody says: plus; of the mains N, which breakers do not always pass, but a line
 * where it has fuses, since N is never fused by itself.
 */
export const usualPole = (design: Design, strip: Part, source: FeedSource): FeedSource => {
  const fused = strip.data.class === 'terminal-strip' && strip.data.ratedCurrent !== undefined;
  const mains = givenAt(design, source)?.kind === 'mains';
  const pole = !mains ? 'plus' : fused ? linesFrom(distributionOf(design), source)[0]! : 'N';
  return { pole, ...source };
};
/** What passes power on and can be put ahead of something. */
export const passingClasses: readonly PartClass[] = ['breaker', 'fuse', 'filter', 'contactor'];
/** What can be hung on a source by itself. */
export const hangingClasses: readonly PartClass[] = [
  'supply',
  ...passingClasses,
  'lamp',
  'fan',
  'pump',
  'vacuum',
  'heater',
  'laser',
  'gear-motor',
  'valve',
  'terminal-strip',
  'connector',
];
/** Whether a part of the library can hang on a source, and does anything there. */
export const canHangOn = (design: Design, source: PortRef, entry: LibraryEntry): boolean => {
  const { data } = entry;
  // A socket takes a driver, which is chosen with its axis.
  if (portOf(design.parts[source.part], source.port)?.socket !== undefined) return false;
  // What moves an axis, reads or is switched is chosen where it does that.
  if (!hangingClasses.includes(data.class)) return false;
  const port = portFor(design, asPart(entry), source);
  return port !== undefined && port !== 'coil' && (port !== 'feed' || givenAt(design, source) !== undefined);
};
