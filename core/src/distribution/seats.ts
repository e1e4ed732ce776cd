import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import type { Drive } from '../machine/mechanics';
import { isPlugIn, socketsOf, terminalsWithRole, type DriverSocket, type TerminalRole } from '../machine/parts';
import { portOf, socketPort, type PortRef } from '../machine/ports';
import { distributionOf } from './tree';
import type { Seat } from './usualSeats';

type Read = Parameters<typeof distributionOf>[0];

/** The socket that a driver sits in; undefined for one on terminals of its own, or one that finds no place. */
export function seatOf(design: Read, driver: string | undefined): Seat | undefined {
  if (driver === undefined || !isPlugIn(design.parts[driver])) return undefined;
  const from = distributionOf(design).feeds[driver]?.supply;
  const socket = from && portOf(design.parts[from.part], from.port)?.socket;
  return from && socket !== undefined ? { board: from.part, socket } : undefined;
}
/** The socket itself, as the board has it. */
export const socketAt = (design: Pick<Design, 'parts'>, { board, socket }: Seat): DriverSocket | undefined =>
  socketsOf(design.parts[board])[socket];

/** The socket that a source is; undefined for any other one. */
export const socketOf = (design: Pick<Design, 'parts'>, { part, port }: PortRef): DriverSocket | undefined => {
  const socket = portOf(design.parts[part], port)?.socket;
  return socket === undefined ? undefined : socketAt(design, { board: part, socket });
};

/** The drivers that sit on a board, by socket. */
export function seatedOn(design: Read, board: string): ReadonlyMap<number, string> {
  const seated = new Map<number, string>();
  const { feeds } = distributionOf(design);
  socketsOf(design.parts[board]).forEach((_, n) => {
    const driver = Object.keys(feeds).find((id) => {
      const from = feeds[id]!.supply;
      return from?.part === board && from.port === socketPort(n) && isPlugIn(design.parts[id]);
    });
    if (driver) seated.set(n, driver);
  });
  return seated;
}

/**
 * The channel that steps a drive of an axis whose driver sits in a socket: that of the socket, or for a second motor that of the
 * first, where a jumper copies it. Undefined where the driver sits nowhere, or nothing steps its socket.
 */
export function seatedChannel(design: Read, drives: readonly Drive[], index: number): number | undefined {
  const seat = seatOf(design, drives[index]?.driver);
  const socket = seat && socketAt(design, seat);
  if (!seat || !socket) return undefined;
  const leads =
    index > 0 && drives[0]!.driver !== drives[index]!.driver ? seatOf(design, drives[0]!.driver) : undefined;
  const first = leads?.board === seat.board ? seatedChannel(design, drives, 0) : undefined;
  const board = design.parts[seat.board]?.data;
  const each = board?.class === 'controller' && board.independentSlaves;
  const copies = first !== undefined && socket.follows?.includes(first) && !(each && socket.channel !== undefined);
  return copies ? first : socket.channel;
}

/** Whether the second motor of an axis is stepped by the very channel of the first: one driver for both, or a jumper. */
export function sharesChannel(design: Read, axis: string, index: number): boolean {
  const drives = design.axes[axis]?.drives ?? [];
  const [first, second] = [drives[0]?.driver, drives[index]?.driver];
  if (index === 0 || !first || !second) return false;
  if (first === second) return true;
  const channel = seatedChannel(design, drives, index);
  return (
    channel !== undefined &&
    channel === seatedChannel(design, drives, 0) &&
    seatOf(design, first)?.board === seatOf(design, second)?.board
  );
}

/** Whether an axis has a second motor on the channel of its first one: both get one direction signal. */
export const pairedOnOneChannel = (design: Read, axis: string): boolean =>
  (design.axes[axis]?.drives ?? []).some((_, i) => sharesChannel(design, axis, i));

/** Which terminal of its board a pin of a plug-in driver meets, by their functions. */
const meets: Partial<Record<TerminalRole, [role: TerminalRole, of: 'board' | 'channel' | 'socket']>> = {
  'supply-plus': ['motor-supply-plus', 'board'],
  'supply-minus': ['motor-supply-minus', 'board'],
  'step-plus': ['step-out', 'channel'],
  'direction-plus': ['direction-out', 'channel'],
  'enable-plus': ['enable-out', 'board'],
  'step-minus': ['supply-out-minus', 'board'],
  'direction-minus': ['supply-out-minus', 'board'],
  'enable-minus': ['supply-out-minus', 'board'],
  'signal-common': ['supply-out-minus', 'board'],
  'phase-a-plus': ['phase-a-plus', 'socket'],
  'phase-a-minus': ['phase-a-minus', 'socket'],
  'phase-b-plus': ['phase-b-plus', 'socket'],
  'phase-b-minus': ['phase-b-minus', 'socket'],
};

/** A pin of a driver in the contact of its socket. */
export interface SeatContact {
  readonly pin: TerminalRef;
  readonly contact: TerminalRef;
}
/** Every pin that sits in a socket: it joins as a conductor would, and comes out with the driver. */
export function seatContacts(design: Read): SeatContact[] {
  return Object.values(design.axes).flatMap(({ drives }) =>
    drives.flatMap(({ driver }, index) => {
      const seat = seatOf(design, driver);
      // Two motors on one driver: it sits there once.
      if (!driver || !seat || drives.findIndex((d) => d.driver === driver) !== index) return [];
      return contactsOf(design, driver, seat, seatedChannel(design, drives, index));
    }),
  );
}
function contactsOf(design: Pick<Design, 'parts'>, driver: string, seat: Seat, channel: number | undefined) {
  const [part, board] = [design.parts[driver]!, design.parts[seat.board]!];
  return Object.keys(part.terminals).flatMap((pin): SeatContact[] => {
    const [role, of] = meets[part.terminals[pin]!.role] ?? [];
    if (!role || (of === 'channel' && channel === undefined)) return [];
    const at = of === 'board' ? undefined : of === 'socket' ? seat.socket : channel;
    const terminal = terminalsWithRole(board, role, at)[0];
    return terminal === undefined
      ? []
      : [{ pin: { part: driver, terminal: pin }, contact: { part: seat.board, terminal } }];
  });
}

/** The terminal to which a winding of the motor on a driver is connected: beside its socket, or at the driver itself. */
export function coilTerminal(design: Read, driver: string, role: TerminalRole): TerminalRef | undefined {
  const seat = seatOf(design, driver);
  const part = seat ? seat.board : driver;
  const holder = design.parts[part];
  const terminal = holder && terminalsWithRole(holder, role, seat?.socket)[0];
  return terminal === undefined ? undefined : { part, terminal };
}
