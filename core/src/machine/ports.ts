import { positive } from '../units/derived';
import type { Quantity } from '../units/quantity';
import { listedFigure } from './library/listed';
import { loadVolts } from './loads';
import type { Part, PartData, TerminalRole } from './parts';
import { socketsOf, terminalsWithRole } from './parts';

/** The line of single-phase mains, which is the first one of three phases, and the other two. */
export const lines = ['L', 'L2', 'L3'] as const;
export type Line = (typeof lines)[number];
/** The terminals at which the mains enters a part, by its conductor. */
export const mainsRoles = { L: 'mains-l', L2: 'mains-l2', L3: 'mains-l3', N: 'mains-n' } as const satisfies Partial<
  Record<PortConductor, TerminalRole>
>;
/** Whether a terminal is one at which the mains enters a part. */
export const isMainsRole = (role: TerminalRole): boolean => role.startsWith('mains-');

/** The conductors of a port. A device that power passes has its poles instead, numbered from 0. */
export type PortConductor = Line | 'N' | 'PE' | 'plus' | 'minus' | `pole-${number}`;

/**
 * How power goes into a part or out of it: a group of its terminals. Ports are read off the terminals' true functions and the
 * data sheet, so that nothing is entered twice.
 */
export interface Port {
  /** `mains`, `supply`, `motor-supply`, `field`, `link`, `coil`, `load`, `torque-off`, `in`, `in-2`, `feed`; `out`, `out-2`, `switched`, `motor`, `place`, `socket-0` … */
  readonly id: string;
  readonly direction: 'takes' | 'gives';
  /** Mains, direct current; or, of a device that power passes, whatever is fed into it. */
  readonly kind: 'mains' | 'direct' | 'passed-on';
  readonly terminals: Readonly<Partial<Record<PortConductor, string>>>;
  /** Of a port that gives: the port of the same part that it passes on. A port without it makes its own voltage. */
  readonly passesOn?: string;
  /** Lowest and highest voltage that it takes, or the one that it gives, V; absent where no sheet tells. */
  readonly volts?: { readonly least: number; readonly most: number };
  /** Largest current that lasts, A; absent where no sheet tells. */
  readonly amps?: number;
  /** A socket, by its place on the board: one plug-in driver sits in it, and takes all it needs through its pins. */
  readonly socket?: number;
}

/** A port of one part. */
export interface PortRef {
  readonly part: string;
  readonly port: string;
}
export const portKey = (ref: PortRef): string => `${ref.part}/${ref.port}`;

const figure = (q: Quantity | undefined): number | undefined => {
  const d = positive(q, '');
  return d.known ? d.value : undefined;
};
const between = (least: number | undefined, most: number | undefined): Port['volts'] =>
  least === undefined && most === undefined ? undefined : { least: least ?? 0, most: most ?? Infinity };
const exactly = (v: number | undefined): Port['volts'] => (v === undefined ? undefined : { least: v, most: v });

/** The first terminal of each role, by the conductor of the port that it is. */
function found(part: Part, roles: Partial<Record<PortConductor, TerminalRole>>): Port['terminals'] | undefined {
  const terminals: Partial<Record<PortConductor, string>> = {};
  for (const [conductor, role] of Object.entries(roles) as [PortConductor, TerminalRole][]) {
    const id = terminalsWithRole(part, role)[0];
    if (id !== undefined) terminals[conductor] = id;
  }
  return Object.keys(terminals).length ? terminals : undefined;
}
/** The poles of a switching device on one side, for each circuit that they part. */
function poles(part: Part, role: 'pole-in' | 'pole-out'): Port['terminals'][] {
  const placed = terminalsWithRole(part, role)
    .map((id, i) => ({ id, place: part.terminals[id]!.channel ?? i }))
    .sort((a, b) => a.place - b.place);
  const last = placed.at(-1);
  if (!last) return [];
  let from = 0;
  return (part.setup.poleGroups ?? [last.place + 1]).map((count) => {
    const first = from;
    from += count;
    const own = placed.filter(({ place }) => place >= first && place < from);
    return Object.fromEntries(own.map(({ id, place }) => [`pole-${place - first}`, id]));
  });
}

/** Supply range of a part that runs on direct current. */
function supplyRange(data: PartData, part: Part): Port['volts'] {
  if (!('supplyMin' in data) && data.class !== 'controller')
    return 'ratedVoltage' in data ? exactly(figure(data.ratedVoltage)) : undefined;
  return between(figure(listedFigure(part, 'supplyMin')), figure(listedFigure(part, 'supplyMax')));
}

/** Mains that a part takes: a supply or servo drive has a range on its sheet, what else runs on the mains has one voltage. */
function mainsRange(data: PartData, part: Part): Port['volts'] {
  if (data.class === 'supply' || data.class === 'servo-drive')
    return between(figure(listedFigure(part, 'mainsMin')), figure(listedFigure(part, 'mainsMax')));
  if (data.class === 'spindle-drive' && (data.mainsMin || data.mainsMax))
    return between(figure(data.mainsMin), figure(data.mainsMax));
  // What a contactor takes from the mains, its coil does.
  if (data.class === 'contactor' || data.class === 'relay') return exactly(figure(data.coilVoltage));
  // A socket passes any mains on, up to what it is rated for.
  if (data.class === 'connector') return between(undefined, figure(data.ratedVoltage));
  return 'ratedVoltage' in data ? exactly(figure(data.ratedVoltage)) : undefined;
}

const isClass = (data: PartData, ...classes: PartData['class'][]): boolean => classes.includes(data.class);

function* portsIn(part: Part): Generator<Port> {
  const { data } = part;
  const rated = 'ratedCurrent' in data ? figure(data.ratedCurrent) : undefined;
  const optional = (volts: Port['volts'], amps?: number) => ({
    ...(volts ? { volts } : {}),
    ...(amps === undefined ? {} : { amps }),
  });

  const mains = found(part, mainsRoles);
  if (mains) {
    const earth = terminalsWithRole(part, 'protective-earth')[0];
    const terminals = earth === undefined ? mains : { ...mains, PE: earth };
    // What the mains comes in by gives it to the machine; an outlet takes what is plugged into it.
    if (data.class === 'connector' && data.form !== 'mains-outlet')
      yield { id: 'mains', direction: 'gives', kind: 'mains', terminals, ...optional(undefined, rated) };
    else yield { id: 'mains', direction: 'takes', kind: 'mains', terminals, ...optional(mainsRange(data, part)) };
  }

  const supply = found(part, { plus: 'supply-plus', minus: 'supply-minus' });
  if (supply)
    yield { id: 'supply', direction: 'takes', kind: 'direct', terminals: supply, ...optional(supplyRange(data, part)) };

  // What drives the drivers that sit on a board comes in at terminals of its own, and goes on through the sockets.
  const motorSupply = found(part, { plus: 'motor-supply-plus', minus: 'motor-supply-minus' });
  if (motorSupply && data.class === 'controller') {
    const limits = optional(between(figure(data.motorSupplyMin), figure(data.motorSupplyMax)));
    yield { id: 'motor-supply', direction: 'takes', kind: 'direct', terminals: motorSupply, ...limits };
    for (const [socket] of socketsOf(part).entries())
      yield {
        id: socketPort(socket),
        direction: 'gives',
        kind: 'direct',
        terminals: motorSupply,
        passesOn: 'motor-supply',
        socket,
        ...limits,
      };
  }

  // A data lead that carries power: a board may live on it. It is one plug, so it has no conductors here.
  if (terminalsWithRole(part, 'data-link').length)
    if (data.class === 'host-computer')
      yield { id: 'link', direction: 'gives', kind: 'direct', terminals: {}, ...optional(exactly(USB_V)) };
    else if (data.class === 'controller' && data.link === 'usb')
      yield { id: 'link', direction: 'takes', kind: 'direct', terminals: {}, ...optional(exactly(USB_V)) };

  // What feeds the circuits at the inputs and outputs of a board; not every board has terminals of its own for it.
  if (isClass(data, 'controller', 'input-board'))
    yield { id: 'field', direction: 'takes', kind: 'direct', terminals: found(part, { plus: 'output-supply' }) ?? {} };

  const coil = found(part, { plus: 'coil-plus', minus: 'coil-minus' });
  if (coil)
    yield { id: 'coil', direction: 'takes', kind: 'direct', terminals: coil, ...optional(exactly(loadVolts(part))) };

  const torqueOff = found(part, { plus: 'torque-off-plus', minus: 'torque-off-minus' });
  if (torqueOff) yield { id: 'torque-off', direction: 'takes', kind: 'direct', terminals: torqueOff };

  const load = found(part, { plus: 'load-plus', minus: 'load-minus' });
  if (load)
    if (data.class === 'spindle-drive')
      yield {
        id: 'motor',
        direction: 'gives',
        kind: 'direct',
        terminals: load,
        ...optional(exactly(figure(data.ratedVoltage)), figure(data.outputCurrent)),
      };
    else
      yield {
        id: 'load',
        direction: 'takes',
        kind: 'direct',
        terminals: load,
        ...optional(exactly(loadVolts(part)), rated),
      };

  const out = found(part, { plus: 'supply-out-plus', minus: 'supply-out-minus' });
  if (out) {
    const source = Object.values(part.elements).find((e) => e.kind === 'source');
    const volts =
      data.class === 'supply'
        ? figure(data.outputVoltage)
        : source?.kind === 'source'
          ? figure(source.voltage)
          : undefined;
    yield {
      id: 'out',
      direction: 'gives',
      kind: 'direct',
      terminals: out,
      ...optional(exactly(volts), data.class === 'supply' ? figure(data.outputCurrent) : undefined),
    };
  }

  if (
    (data.class === 'controller' || data.class === 'input-board') &&
    Object.values(part.elements).some((e) => e.kind === 'digital-output')
  ) {
    const volts = figure(data.switchedVoltage);
    yield {
      id: 'switched',
      direction: 'gives',
      kind: 'direct',
      terminals: {},
      // Outputs of a logic level are the board's own; others hand on what feeds them.
      ...(volts !== undefined && volts <= LOGIC_LEVEL_V ? {} : { passesOn: 'field' }),
      ...optional(exactly(volts), figure(data.switchedCurrent)),
    };
  }

  const outOf = poles(part, 'pole-out');
  for (const [i, into] of poles(part, 'pole-in').entries()) {
    const limits = optional(between(undefined, 'ratedVoltage' in data ? figure(data.ratedVoltage) : undefined), rated);
    const [id, out] = i === 0 ? ['in', 'out'] : [`in-${i + 1}`, `out-${i + 1}`];
    if (!outOf[i]) continue;
    yield { id, direction: 'takes', kind: 'passed-on', terminals: into, ...limits };
    yield { id: out, direction: 'gives', kind: 'passed-on', terminals: outOf[i], passesOn: id, ...limits };
  }
  // A stop button may cut with a contact of its own: the second one, since the first one reports to the control.
  if (data.class === 'button') {
    const nc = terminalsWithRole(part, 'contact-nc', 1)[0] ?? terminalsWithRole(part, 'contact-nc')[0];
    const common = nc && terminalsWithRole(part, 'contact-common', part.terminals[nc]!.channel)[0];
    if (common !== undefined && nc !== undefined) {
      const limits = optional(undefined, rated);
      yield { id: 'in', direction: 'takes', kind: 'passed-on', terminals: { 'pole-0': common }, ...limits };
      yield {
        id: 'out',
        direction: 'gives',
        kind: 'passed-on',
        terminals: { 'pole-0': nc },
        passesOn: 'in',
        ...limits,
      };
    }
  }
  if (data.class === 'relay') {
    const [common, no] = [found(part, { 'pole-0': 'contact-common' }), found(part, { 'pole-0': 'contact-no' })];
    const limits = optional(between(undefined, figure(data.ratedVoltage)), rated);
    if (common && no) {
      yield { id: 'in', direction: 'takes', kind: 'passed-on', terminals: common, ...limits };
      yield { id: 'out', direction: 'gives', kind: 'passed-on', terminals: no, passesOn: 'in', ...limits };
    }
  }
  if (data.class === 'terminal-strip') {
    const earth = terminalsWithRole(part, 'protective-earth')[0];
    const [feed, place = feed] = terminalsWithRole(part, 'distribution');
    if (feed !== undefined) {
      yield { id: 'feed', direction: 'takes', kind: 'passed-on', terminals: { 'pole-0': feed } };
      yield {
        id: 'place',
        direction: 'gives',
        kind: 'passed-on',
        terminals: { 'pole-0': place! },
        passesOn: 'feed',
        ...optional(undefined, rated),
      };
    } else if (earth !== undefined) {
      yield { id: 'feed', direction: 'takes', kind: 'passed-on', terminals: { PE: earth } };
      yield { id: 'place', direction: 'gives', kind: 'passed-on', terminals: { PE: earth }, passesOn: 'feed' };
    }
  }
}
/** The port of a socket, by its place among those of its board. */
export const socketPort = (socket: number): string => `socket-${socket}`;
/** What a computer gives over its data lead, V. */
const USB_V = 5;
/** Outputs up to this voltage are logic levels that a board makes by itself, V. */
const LOGIC_LEVEL_V = 6;

const known = new WeakMap<Part, ReadonlyMap<string, Port>>();
/** The ports of a part by their ids. */
export function portsOf(part: Part): ReadonlyMap<string, Port> {
  const kept = known.get(part);
  if (kept) return kept;
  const ports = new Map([...portsIn(part)].map((p) => [p.id, p]));
  if (Object.isFrozen(part)) known.set(part, ports);
  return ports;
}
export const portOf = (part: Part | undefined, id: string): Port | undefined => part && portsOf(part).get(id);
