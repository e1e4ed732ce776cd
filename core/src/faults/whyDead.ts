import { runsOnMains } from '../drivetrain/bus';
import { seatOf } from '../distribution/seats';
import { driveSupply, logicSupply } from '../distribution/supplies';
import type { Design } from '../machine/design';
import { loadVolts } from '../machine/loads';
import { isPlugIn, terminalsWithRole } from '../machine/parts';
import type { Part } from '../machine/parts';
import type { Evaluation } from '../wiring/evaluate';
import { PULL_IN } from '../wiring/evaluate';
import type { LivingMachine } from './livingMachine';

/** Something that keeps the machine from doing anything, with the field that leads to it. */
export interface DeadReason {
  /** What it keeps from working: the controller, the contactor that starts the motors, or one driver. */
  what: 'wiring' | 'controller' | 'start' | 'driver';
  /** The part that is dead. */
  part: string;
  text: string;
  station: 'machine' | 'wiring' | 'switches' | 'drives';
  field: string;
  /** The rule that names this cause already: what follows from it is no finding of its own. */
  namedBy?: string;
}

type Nets = Pick<LivingMachine, 'touched' | 'controllerOn' | 'inReset' | 'torque'>;

/**
 * Why nothing can happen once the power is on and *Start motors* was pressed, over the evaluated nets: from the cause to what
 * hangs on it. `full`: with the start button held and every output on; `rest`: started and at rest.
 */
export function whyDead(design: Design, living: Nets, rest: Evaluation, full: Evaluation): DeadReason[] {
  const { roles, parts } = design;
  const controller = roles.controller;
  if (!controller || !parts[controller])
    return [
      {
        what: 'controller',
        part: '',
        text: 'No controller is chosen yet: nothing can be tried or tested before that.',
        station: 'machine',
        field: 'roles.controller',
        namedBy: 'missing-figure',
      },
    ];
  const name = (id: string | undefined) => (id && parts[id] ? parts[id].designation : '');
  if (!Object.keys(design.conductors).length)
    return [
      {
        what: 'wiring',
        part: controller,
        text: 'Nothing is wired yet: plan the wiring first.',
        station: 'wiring',
        field: 'conductors',
      },
    ];
  const reasons: DeadReason[] = [];
  if (living.inReset(rest))
    reasons.push({
      what: 'controller',
      part: controller,
      text: `${name(controller)} is held in reset: its terminal for that is joined to 0 V with no button pressed.`,
      station: 'wiring',
      field: `parts.${controller}`,
      namedBy: 'held-in-reset',
    });
  else if (!living.controllerOn(rest)) reasons.push(controllerReason(design, controller, living, name));
  const torque = living.torque(rest);
  const drivers = Object.values(design.axes).flatMap((a) => a.drives.flatMap((d) => d.driver ?? []));
  const dead = [...new Set(drivers)].filter((id) => parts[id] && !torque.has(id));
  if (!dead.length) return reasons;
  const start = startReason(design, living, full, name);
  if (start) reasons.push(start);
  for (const id of dead) {
    const own = driverReason(design, id, living, name, start !== undefined);
    if (own) reasons.push(own);
  }
  return reasons;
}

const first = (part: Part | undefined, role: Parameters<typeof terminalsWithRole>[1]): string | undefined =>
  part && terminalsWithRole(part, role)[0];

function controllerReason(
  design: Design,
  id: string,
  living: Nets,
  name: (id: string | undefined) => string,
): DeadReason {
  const { parts } = design;
  const base = { what: 'controller' as const, part: id };
  const supply = logicSupply(design)?.id;
  const plus = first(parts[id], 'supply-plus');
  if (!supply)
    return {
      ...base,
      text: `${name(id)} has no power: no logic supply is chosen${usesUsb(parts[id]) ? ', and no computer is linked to it that could feed it over USB' : ''}.`,
      station: 'machine',
      field: 'rails.logic.supply',
    };
  if (plus && !living.touched(id, plus))
    return {
      ...base,
      text: `${name(id)} has no power: nothing is connected to its supply terminals.`,
      station: 'wiring',
      field: `parts.${id}`,
    };
  return {
    ...base,
    text: `${name(id)} has no power: ${name(supply)} does not reach it, or has no mains.`,
    station: 'wiring',
    field: `parts.${supply}`,
  };
}

const usesUsb = (part: Part | undefined): boolean => part?.data.class === 'controller' && part.data.link === 'usb';

/** Why *Start motors* does nothing, where a contactor is to pull in. */
function startReason(
  design: Design,
  living: Nets,
  full: Evaluation,
  name: (id: string | undefined) => string,
): DeadReason | undefined {
  const { roles, parts, stopStrategy } = design;
  if (stopStrategy !== 'motor-power' && stopStrategy !== 'main-switch') return undefined;
  const id = roles.stopContactor;
  const base = { what: 'start' as const, part: id ?? '' };
  if (!id || !parts[id])
    return {
      ...base,
      text: 'The motors get no power: the stop is to cut it by a contactor, and none is chosen.',
      station: 'wiring',
      field: 'roles.stopContactor',
    };
  const coil = Object.entries(parts[id].elements).find(([, e]) => e.kind === 'coil');
  if (!coil || full.energised.has(`${id}/${coil[0]}`) || coil[1].kind !== 'coil') return undefined;
  const cannot = `${name(id)} cannot pull in`;
  const stops = Object.values(design.circuits).flatMap((c) => (c.function === 'stop' ? c.devices : []));
  const single = stops.find((s) => parts[s] && !terminalsWithRole(parts[s], 'contact-common', 1).length);
  const wired = [coil[1].a, coil[1].b].every((t) => living.touched(id, t));
  if (!stops.length)
    return {
      ...base,
      text: `${cannot}: there is no stop button in its chain.`,
      station: 'switches',
      field: 'circuits',
    };
  if (!wired && single)
    return {
      ...base,
      text: `${name(single)} has one contact, which reports to the control; ${cannot} without a second one.`,
      station: 'switches',
      field: `parts.${single}`,
    };
  if (!wired)
    return {
      ...base,
      text: `${cannot}: its coil is not connected at both ends.`,
      station: 'wiring',
      field: `parts.${id}`,
    };
  const volts = full.voltsAt({ part: id, terminal: coil[1].a });
  const wants = loadVolts(parts[id]);
  if (wants !== undefined && volts > 0 && volts < wants * PULL_IN)
    return {
      ...base,
      text: `${cannot}: its coil is wound for ${wants} V and gets ${volts} V.`,
      namedBy: 'load-voltage',
      station: 'wiring',
      field: 'roles.stopContactor',
    };
  return {
    ...base,
    text: `${cannot}: no current reaches its coil with the start button held.`,
    station: 'wiring',
    field: `parts.${id}`,
  };
}

function driverReason(
  design: Design,
  id: string,
  living: Nets,
  name: (id: string | undefined) => string,
  behindContactor: boolean,
): DeadReason | undefined {
  const { parts } = design;
  const base = { what: 'driver' as const, part: id };
  const supply = driveSupply(design, id)?.id;
  const [plus, minus] = [first(parts[id], 'supply-plus'), first(parts[id], 'supply-minus')];
  if (runsOnMains(parts[id])) {
    const line = first(parts[id], 'mains-l');
    if (behindContactor) return undefined;
    const led = line !== undefined && living.touched(id, line);
    const torqueOff = design.stopStrategy === 'torque-off' && first(parts[id], 'torque-off-plus') !== undefined;
    return {
      ...base,
      text: `${name(id)} ${
        !led
          ? 'has no mains: nothing is connected to its mains terminals'
          : torqueOff
            ? 'has no torque: its torque-off input is not fed, or the mains does not reach it'
            : 'has no mains: it does not reach its terminals'
      }.`,
      station: 'wiring',
      field: `parts.${id}`,
    };
  }
  if (!plus || !minus) return undefined;
  const seat = seatOf(design, id);
  if (isPlugIn(parts[id]) && !seat)
    return {
      ...base,
      text: `${name(id)} gets no motor power: it plugs into a board, and sits in no socket.`,
      namedBy: 'no-socket',
      station: 'drives',
      field: `parts.${id}`,
    };
  if (!supply)
    return {
      ...base,
      text: `${name(id)} gets no motor power: no motor supply is chosen.`,
      station: 'machine',
      field: 'rails.drives.supply',
    };
  // One in a socket is fed at the terminals of its board.
  const at = seat?.board ?? id;
  const ends = seat ? [first(parts[at], 'motor-supply-plus'), first(parts[at], 'motor-supply-minus')] : [plus, minus];
  const led = ends.map((t) => t !== undefined && living.touched(at, t));
  if (!led.every(Boolean)) {
    const whose = seat ? `the motor supply terminals of ${name(at)}` : 'its supply terminals';
    return {
      ...base,
      text: `${name(id)} gets no motor power: ${led.some(Boolean) ? `one of ${whose} is open` : `nothing is connected to ${whose}`}.`,
      station: 'wiring',
      field: `parts.${at}`,
    };
  }
  // What hangs behind a contactor that cannot pull in is told once, with the contactor.
  if (behindContactor) return undefined;
  if (design.stopStrategy === 'torque-off')
    return {
      ...base,
      text: `${name(id)} has no torque: its torque-off input is not fed, or its supply does not reach it.`,
      station: 'wiring',
      field: `parts.${id}`,
    };
  return {
    ...base,
    text: `${name(id)} gets no motor power: ${name(supply)} does not reach it, or has no mains.`,
    station: 'wiring',
    field: `parts.${supply}`,
  };
}
