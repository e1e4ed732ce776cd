import { socketsOf, type DriverSocket, type Element, type Terminal } from '../parts';
import { terminal, type LibraryEntry } from './entry';
import { completed } from './inside';

/** Sockets of the largest board. */
export const MOST_SOCKETS = 16;

const motorPins = [
  ['a-plus', '1', 'phase-a-plus'],
  ['a-minus', '2', 'phase-a-minus'],
  ['b-plus', '3', 'phase-b-plus'],
  ['b-minus', '4', 'phase-b-minus'],
] as const;
const label = (n: number): string => String.fromCharCode('A'.charCodeAt(0) + n);

/**
 * Sockets for plug-in drivers on a board, with the terminals beside them for their motors, and those for their motor supply.
 * `own` of them have a channel each; each of the `following` ones copies one of those by a jumper.
 */
export function socketPlaces(
  own: number,
  following: number,
): { sockets: DriverSocket[]; terminals: Record<string, Terminal> } {
  const places = Array.from({ length: own + following }, (_, i) => i);
  return {
    sockets: places.map((i) =>
      i < own
        ? { printed: label(i), channel: i }
        : { printed: label(i), follows: Array.from({ length: own }, (_, c) => c) },
    ),
    terminals: places.length
      ? {
          'motor-plus': terminal('M+', 'motor-supply-plus'),
          'motor-minus': terminal('M−', 'motor-supply-minus'),
          ...Object.fromEntries(
            places.flatMap((i) =>
              motorPins.map(([id, pin, role]) => [`motor-${i}-${id}`, terminal(`${label(i)}${pin}`, role, i)]),
            ),
          ),
        }
      : {},
  };
}

/** How many sockets of a board have a channel of their own, and how many only follow another one. */
export function socketCounts(part: Pick<LibraryEntry, 'data'>): { own: number; following: number } {
  const sockets = socketsOf(part);
  const own = sockets.filter((s) => s.channel !== undefined).length;
  return { own, following: sockets.length - own };
}

/** A board with so many sockets; its other terminals stay, and so do sockets that it keeps. */
export function withSockets(part: LibraryEntry, own: number, following: number): LibraryEntry {
  if (part.data.class !== 'controller') return part;
  const places = socketPlaces(own, own ? following : 0);
  const { sockets: _old, ...rest } = part.data;
  const ofSocket = (t: Terminal) => t.role.startsWith('phase-') || t.role.startsWith('motor-supply-');
  const kept = Object.entries(part.terminals).filter(([id, t]) => !ofSocket(t) || Object.hasOwn(places.terminals, id));
  const terminals = { ...places.terminals, ...Object.fromEntries(kept) };
  const elements = Object.fromEntries(
    Object.entries(part.elements).flatMap(([id, e]): [string, Element][] => {
      if (e.kind !== 'join') return [[id, e]];
      const ends = e.terminals.filter((t) => Object.hasOwn(terminals, t));
      return ends.length > 1 ? [[id, { ...e, terminals: ends }]] : [];
    }),
  );
  const data = {
    ...rest,
    channels: Math.max(rest.channels, own),
    ...(places.sockets.length ? { sockets: places.sockets } : {}),
  };
  return completed({ ...part, data, terminals, elements });
}
