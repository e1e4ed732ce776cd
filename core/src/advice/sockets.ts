import { seatOf } from '../distribution/seats';
import type { Design } from '../machine/design';
import type { LibraryEntry } from '../machine/library/entry';
import { isPlugIn, socketsOf, type DriverSocket } from '../machine/parts';
import { socketPort } from '../machine/ports';
import { drivesOf } from '../wiring/planner/plannedDrives';

/** A socket for a plug-in driver, with who sits in it and what steps it. */
export interface SocketPlace {
  readonly socket: DriverSocket;
  /** The port by which a driver is put there. */
  readonly port: string;
  readonly driver: string | undefined;
  /** What it drives, as `Y right`. */
  readonly drive: string | undefined;
  /** The channel that steps it, from 0; undefined where nothing sits in it that is stepped. */
  readonly channel: number | undefined;
  /** Label of the socket that its jumper has to copy; undefined where it has a channel of its own. */
  readonly copies: string | undefined;
  /** Somebody has decided that this very driver sits here, so that no other one takes the place. */
  readonly decided: boolean;
}

/**
 * The sockets of the controller, in the order of the board, and all drivers that plug in, with the drive that each serves;
 * undefined for a board without sockets.
 */
export function socketPlacesOf(
  design: Design,
): { board: string; places: SocketPlace[]; drivers: { driver: string; drive: string }[] } | undefined {
  const board = design.roles.controller;
  const sockets = socketsOf(board ? design.parts[board] : undefined);
  if (!board || !sockets.length) return undefined;
  const drives = drivesOf(design);
  const places = sockets.map((socket, n): SocketPlace => {
    const of = drives.find(({ drive }) => {
      const seat = seatOf(design, drive.driver);
      return seat?.board === board && seat.socket === n;
    });
    const copied = of && socket.channel !== of.channel ? sockets.find((s) => s.channel === of.channel) : undefined;
    const driver = of?.drive.driver;
    return {
      socket,
      port: socketPort(n),
      driver,
      drive: of?.name,
      channel: of?.channel,
      copies: copied?.printed,
      decided: driver !== undefined && design.feeds?.[driver]?.supply !== undefined,
    };
  });
  const drivers = drives.flatMap(({ name, drive: { driver } }) =>
    driver && isPlugIn(design.parts[driver]) ? [{ driver, drive: name }] : [],
  );
  return { board, places, drivers };
}

/** Whether a driver can be put to use on this machine: one that plugs in needs a board with sockets. */
export function canDrive(design: Design, entry: Pick<LibraryEntry, 'data'>): boolean {
  const { controller } = design.roles;
  return !isPlugIn(entry) || !controller || socketsOf(design.parts[controller]).length > 0;
}
