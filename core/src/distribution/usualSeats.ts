import type { Design } from '../machine/design';
import { axesOf } from '../machine/design';
import { isPlugIn, socketsOf } from '../machine/parts';
import { portOf } from '../machine/ports';

/** The socket of a board that a plug-in driver sits in. */
export interface Seat {
  readonly board: string;
  /** Its place among the sockets of the board, from 0. */
  readonly socket: number;
}

/**
 * The sockets that the plug-in drivers of a machine usually take, by driver: one after the other in the order of the axes.
 * The second motor of an axis sits where a jumper copies the channel of the first to it, unless the board can reference
 * the two each on its own. Sockets that somebody has decided upon are kept free for whom they are decided.
 */
export function usualSeats(
  design: Pick<Design, 'parts' | 'roles' | 'axes' | 'axisOrder' | 'feeds'>,
): Map<string, Seat> {
  const seats = new Map<string, Seat>();
  const board = design.roles.controller;
  const part = board ? design.parts[board] : undefined;
  const sockets = socketsOf(part);
  if (!board || !sockets.length) return seats;
  const each = part?.data.class === 'controller' && part.data.independentSlaves;
  const decided = (driver: string): number | undefined => {
    const from = design.feeds?.[driver]?.supply;
    return from?.part === board ? portOf(part, from.port)?.socket : undefined;
  };
  const taken = new Set<number>();
  for (const driver of Object.keys(design.feeds ?? {})) {
    const socket = isPlugIn(design.parts[driver]) ? decided(driver) : undefined;
    if (socket !== undefined) taken.add(socket);
  }
  for (const [, axis] of axesOf(design)) {
    let first: number | undefined;
    for (const [index, { driver }] of axis.drives.entries()) {
      if (!driver || !isPlugIn(design.parts[driver])) continue;
      const own = sockets.findIndex((s, n) => !taken.has(n) && s.channel !== undefined);
      const copies = sockets.findIndex((s, n) => !taken.has(n) && first !== undefined && s.follows?.includes(first));
      const usual = index > 0 && copies >= 0 && !(each && own >= 0) ? copies : own;
      const socket = seats.get(driver)?.socket ?? decided(driver) ?? (usual < 0 ? undefined : usual);
      if (index === 0) first = socket === undefined ? undefined : sockets[socket]!.channel;
      if (socket === undefined) continue;
      taken.add(socket);
      seats.set(driver, { board, socket });
    }
  }
  return seats;
}
