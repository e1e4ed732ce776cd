import { partsSupply, type Design } from '../machine/design';
import { hasSensorOutput, isDriver, isPlugIn, terminalsWithRole } from '../machine/parts';
import { inputBoardsOf } from '../machine/boards';
import type { FeedSource } from '../machine/feeds';
import { loadVolts } from '../machine/loads';
import { type DirectRail, mainsWay } from '../machine/rails';
import { portOf, socketPort } from '../machine/ports';
import { outputTerminals } from './outputTerminals';
import { usualSeats } from './usualSeats';

export type Source = FeedSource;
/** For each part, what feeds its ports: a port has one source or none, so that nothing can be fed twice. */
export type Feeds = Readonly<Record<string, Readonly<Record<string, Source>>>>;

export type ReadForFeeds = Pick<
  Design,
  'parts' | 'roles' | 'rails' | 'axes' | 'axisOrder' | 'circuits' | 'outputs' | 'stopStrategy' | 'stopPole' | 'feeds'
>;

/**
 * The feeds of a machine: those that somebody has decided, and for the rest the rail that such a part usually hangs on: the
 * mains for supplies, the rail of the drives for drives, that of the field for boards, sensors and coils. A stop contactor
 * stands ahead of what it cuts.
 */
export function feedsOf(design: ReadForFeeds): Feeds {
  const feeds: Record<string, Record<string, Source>> = {};
  const { parts } = design;
  /** Sockets with the driver that sits in each: there is room for one. */
  const sockets = new Map<string, string>();
  const put = (part: string, port: string, source: Source | undefined): void => {
    if (!source || !isFeed(parts, part, port, source) || feeds[part]?.[port]) return;
    if (portOf(parts[source.part], source.port)?.socket !== undefined) {
      const key = `${source.part}/${source.port}`;
      if (sockets.has(key)) return;
      sockets.set(key, part);
    }
    (feeds[part] ??= {})[port] = source;
  };
  // In the order of the usual way first, so that conductors keep their order; what was decided takes the place of the usual.
  usualFeeds(design, (part, port, usual) => {
    const decided = design.feeds?.[part]?.[port];
    put(part, port, decided === undefined ? usual : (decided ?? undefined));
  });
  for (const [part, ports] of Object.entries(design.feeds ?? {}))
    for (const [port, source] of Object.entries(ports)) put(part, port, source ?? undefined);
  return feeds;
}

/**
 * Whether a part has a port that takes, and the other one a port that gives. A plug-in driver lives in a socket, and nothing
 * else does.
 */
export function isFeed(parts: Design['parts'], part: string, port: string, source: Source): boolean {
  const gives = portOf(parts[source.part], source.port);
  return (
    part !== source.part &&
    portOf(parts[part], port)?.direction === 'takes' &&
    gives?.direction === 'gives' &&
    (gives.socket !== undefined) === (port === 'supply' && isPlugIn(parts[part]))
  );
}

/**
 * Stop buttons with a contact to cut by: a second one, or the first one of a button that reports nothing. In the order of the
 * circuits.
 */
export const cuttingButtons = ({ parts, circuits }: Pick<Design, 'parts' | 'circuits'>): string[] =>
  Object.values(circuits).flatMap((c) =>
    c.function === 'stop'
      ? c.devices.filter((id) => parts[id] && (c.cutsOnly || terminalsWithRole(parts[id], 'contact-nc', 1).length))
      : [],
  );

/**
 * The closing contacts by which stop buttons can hold a board in reset: a second contact, or the only one of a button that reports
 * nothing. In the order of the circuits.
 */
export const resettingContacts = ({
  parts,
  circuits,
}: Pick<Design, 'parts' | 'circuits'>): { part: string; common: string; closing: string }[] =>
  Object.values(circuits).flatMap((c) =>
    c.function === 'stop'
      ? c.devices.flatMap((part) => {
          const of = parts[part];
          const [closing] = of
            ? terminalsWithRole(of, 'contact-no').filter((t) => c.cutsOnly || of.terminals[t]!.channel)
            : [];
          const channel = closing === undefined ? undefined : of!.terminals[closing]!.channel;
          const common =
            closing === undefined
              ? undefined
              : terminalsWithRole(of!, 'contact-common').find((t) => of!.terminals[t]!.channel === channel);
          return closing !== undefined && common !== undefined ? [{ part, common, closing }] : [];
        })
      : [],
  );

/** Where the mains is taken for what hangs on it, unless somebody decides otherwise: behind the last device on its way in. */
export function usualMains({ parts, rails }: Pick<Design, 'parts' | 'rails'>): Source | undefined {
  const last = mainsWay(rails).findLast((d) => portOf(parts[d], 'in') && portOf(parts[d], 'out'));
  if (last !== undefined) return { part: last, port: 'out' };
  const inlet = rails.mains?.inlet;
  return inlet && portOf(parts[inlet], 'mains')?.direction === 'gives' ? { part: inlet, port: 'mains' } : undefined;
}

/** Tells for each port what usually feeds it, nearest the mains first. A port may be told of twice: the first one counts. */
function usualFeeds(design: ReadForFeeds, tell: (part: string, port: string, source: Source) => void): void {
  const { parts, roles, rails, stopStrategy, stopPole } = design;
  const feed = (part: string | undefined, port: string, source: Source | undefined): void => {
    if (part && source) tell(part, port, source);
  };
  const gives = (part: string | undefined, port: string): Source | undefined =>
    part && portOf(parts[part], port)?.direction === 'gives' ? { part, port } : undefined;
  /** Puts a device into a way: what comes after it is fed by it. */
  const through = (device: string | undefined, source: Source | undefined, pole?: 'minus'): Source | undefined => {
    const out = portOf(device ? parts[device] : undefined, 'in') && gives(device, 'out');
    if (!out) return source;
    feed(device, 'in', source && pole ? { ...source, pole } : source);
    return out;
  };
  const { stopContactor } = roles;

  let mains = gives(rails.mains?.inlet, 'mains');
  feed(rails.earth, 'feed', mains && { ...mains, pole: 'PE' });
  for (const device of mainsWay(rails)) mains = through(device, mains);
  // What the stop button must not cut is fed ahead of the contactor, the rest behind it.
  const cut = stopStrategy === 'main-switch' ? through(stopContactor, mains) : mains;
  feed(rails.drives?.supply, 'mains', cut);
  feed(rails.field?.supply, 'mains', mains);
  feed(rails.logic?.supply, 'mains', mains);
  feed(roles.spindleDrive, 'mains', cut);

  const fanOut = (rail: DirectRail, from: Source | undefined): void => {
    feed(rails[rail]?.plus, 'feed', from && { ...from, pole: 'plus' });
    feed(rails[rail]?.zero, 'feed', from && { ...from, pole: 'minus' });
  };
  const motorSupply = gives(rails.drives?.supply, 'out');
  let bus = motorSupply && stopStrategy === 'motor-power' ? through(stopContactor, motorSupply) : motorSupply;
  // Or the stop buttons do so themselves, one behind the other.
  if (motorSupply && partsSupply(stopStrategy))
    for (const button of cuttingButtons(design)) bus = through(button, bus, stopPole === 'minus' ? 'minus' : undefined);
  fanOut('drives', bus);
  feed(roles.controller, 'motor-supply', bus);
  const seats = usualSeats(design);
  for (const axis of Object.values(design.axes))
    for (const { driver } of axis.drives) {
      const seat = driver === undefined ? undefined : seats.get(driver);
      feed(driver, 'supply', seat ? gives(seat.board, socketPort(seat.socket)) : bus);
      feed(driver, 'mains', cut);
    }
  feed(roles.spindleDrive, 'supply', bus);
  feed(roles.spindle, 'load', gives(roles.spindleDrive, 'motor'));

  const field = gives(rails.field?.supply, 'out');
  fanOut('field', field);
  const logic = gives(rails.logic?.supply, 'out');
  fanOut('logic', logic);
  feed(roles.controller, 'supply', logic);
  feed(roles.controller, 'link', gives(roles.host, 'link'));
  feed(roles.controller, 'field', field);
  for (const { id } of inputBoardsOf(design)) {
    feed(id, 'supply', field);
    feed(id, 'field', field);
  }
  const own = gives(roles.controller, 'out');
  for (const c of Object.values(design.circuits))
    for (const d of c.devices) if (hasSensorOutput(parts[d])) feed(d, 'supply', field ?? own);
  // A coil for direct current on the field supply, one for the mains ahead of what it cuts.
  if (stopStrategy === 'motor-power' || stopStrategy === 'main-switch') {
    feed(stopContactor, 'coil', field);
    feed(stopContactor, 'mains', mains);
  }
  if (stopStrategy === 'torque-off')
    for (const [id, part] of Object.entries(parts)) if (isDriver(part.data)) feed(id, 'torque-off', field);

  const { terminals } = outputTerminals(design);
  for (const [id, o] of Object.entries(design.outputs)) {
    const switched = gives(terminals[id]?.part ?? roles.controller, 'switched');
    if (o.relay && !o.alwaysOn) feed(o.relay, 'coil', switched);
    for (const d of o.devices) {
      // A drive that is told to run takes no power here.
      if (parts[d]?.data.class === 'spindle-drive') continue;
      const onMains = portOf(parts[d], 'mains') !== undefined;
      const rail = railFor(parts, d, field, bus);
      const ahead = o.alwaysOn ? rail : o.relay ? through(o.relay, onMains ? cut : rail) : switched;
      feed(d, onMains ? 'mains' : portOf(parts[d], 'load') ? 'load' : 'coil', ahead);
    }
  }
}

/** The rail that a load is wound for: that of the field supply, or of the motor supply where only that one has its voltage. */
function railFor(
  parts: Design['parts'],
  load: string,
  field: Source | undefined,
  bus: Source | undefined,
): Source | undefined {
  const volts = parts[load] && loadVolts(parts[load]);
  const gives = (s: Source | undefined) => (s ? portOf(parts[s.part], s.port)?.volts?.most : undefined);
  const fits = (s: Source | undefined) => volts !== undefined && Math.abs((gives(s) ?? Infinity) - volts) <= volts / 10;
  return !fits(field) && fits(bus) ? bus : field;
}
