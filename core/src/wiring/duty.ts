import { isThreePhase, mainsVoltsAt } from '../distribution/lines';
import { driveSupply, fieldSupply, protectiveDevice } from '../distribution/supplies';
import { seatedOn } from '../distribution/seats';
import { distributionOf, type Held } from '../distribution/tree';
import type { Design } from '../machine/design';
import type { DataOf } from '../machine/parts';
import { isDriver } from '../machine/parts';
import { isMainsRole, portOf } from '../machine/ports';
import { lastingA } from '../drivetrain/motorCurrent';
import { ampacityA, dropV, threePhaseDropV } from '../electrics/conductors';
import { figureOr, positive } from '../units/derived';
import { baseValue } from '../units/quantity';
import { loadAmps } from '../machine/loads';
import { inputAmps } from '../machine/supplyInput';
import { ampacityOf } from './planner/planning';
import type { End, Wire } from './wires';

const USUAL_MAINS_V = 230;

interface OnDrivers {
  /** The data of the motor on each driver, and the driver of each motor. */
  readonly motors: ReadonlyMap<string, DataOf<'motor'>>;
  readonly drivers: ReadonlyMap<string, string>;
}
const onDrivers = new WeakMap<Design['axes'], { parts: Design['parts']; of: OnDrivers }>();
/** Which motor hangs on which driver; worked out once for the axes and parts of a design. */
function drivesBy({ axes, parts }: Design): OnDrivers {
  const known = onDrivers.get(axes);
  if (known?.parts === parts) return known.of;
  const motors = new Map<string, DataOf<'motor'>>();
  const drivers = new Map<string, string>();
  for (const axis of Object.values(axes))
    for (const d of axis.drives) {
      const data = d.motor ? parts[d.motor]?.data : undefined;
      if (d.driver && data?.class === 'motor') motors.set(d.driver, data);
      if (d.driver && d.motor) drivers.set(d.motor, d.driver);
    }
  const of = { motors, drivers };
  onDrivers.set(axes, { parts, of });
  return of;
}

/** Current that a driver lets through for long as it is set, A; undefined where it is not. */
function setA(design: Design, driver: string): number | undefined {
  const set = positive(design.parts[driver]?.setup.peakCurrent, '');
  return set.known ? lastingA(drivesBy(design).motors.get(driver), set.value) : undefined;
}

/** The driver whose current flows at an end: it is there itself, or a winding of its motor is; the driver may sit in a socket. */
function driverAt(design: Design, { of, part, role }: End): string | undefined {
  if (isDriver(of.data)) return part;
  return of.data.class === 'motor' && role.startsWith('phase-') ? drivesBy(design).drivers.get(part) : undefined;
}

/** Current in A that a part draws or gives at a terminal; undefined where its figures do not tell. */
function ampsAt(design: Design, end: End): number | undefined {
  const { data } = end.of;
  const { role } = end;
  const driver = driverAt(design, end);
  if (driver !== undefined)
    return role.startsWith('phase-') || role.startsWith('supply-') ? setA(design, driver) : undefined;
  if (role === 'motor-supply-plus' || role === 'motor-supply-minus') {
    const each = [...seatedOn(design, end.part).values()].map((driver) => setA(design, driver));
    return each.length && each.every((a) => a !== undefined) ? each.reduce((sum, a) => sum + a, 0) : undefined;
  }
  if (data.class === 'spindle-drive') {
    if (role.startsWith('phase-') || role.startsWith('supply-') || role.startsWith('load-'))
      return data.outputCurrent && role !== 'supply-out-plus' && role !== 'supply-out-minus'
        ? baseValue(data.outputCurrent)
        : undefined;
    return undefined;
  }
  if (data.class === 'supply' && isMainsRole(role))
    return data.outputVoltage && data.outputCurrent
      ? inputAmps(
          end.of,
          baseValue(data.outputVoltage) * baseValue(data.outputCurrent),
          figureOr(design.mainsVoltage, USUAL_MAINS_V),
        )
      : undefined;
  if (role.startsWith('coil-') || role.startsWith('load-')) return loadAmps(end.of);
  if (data.class === 'spindle' && isMainsRole(role)) return figureOr(data.ratedCurrent, 0);
  return undefined;
}

/** Current in A for which a conductor has to be good, from the parts at its ends; undefined for mere signals. */
export function loadOf(design: Design, wire: Wire): number | undefined {
  const [a, b] = wire.ends.map((e) => ampsAt(design, e));
  return a === undefined ? b : b === undefined ? a : Math.max(a, b);
}

/** What trips before a conductor burns, and how hard it is. */
export interface Protection {
  amps: number;
  /** A fuse or breaker lets its whole rating through; a supply limits itself, which is milder. */
  by: 'device' | 'supply';
}

/** The protection ahead of a conductor, as far as its own ends tell: a fuse, a breaker, or the supply's own limit. */
export function protectionOf(design: Design, wire: Wire, sheet: string | undefined): Protection | undefined {
  for (const e of wire.ends) {
    const { data } = e.of;
    if (data.class === 'terminal-strip' && e.terminal === 'place' && data.ratedCurrent)
      return { amps: baseValue(data.ratedCurrent), by: 'device' };
    if (data.class === 'supply' && e.role === 'supply-out-plus' && data.outputCurrent)
      return { amps: baseValue(data.outputCurrent), by: 'supply' };
  }
  const onMains = sheet === 'mains' || wire.ends.some((e) => isMainsRole(e.role));
  if (!onMains || wire.ends.some((e) => e.role === 'protective-earth')) return undefined;
  // The end that takes power tells what is ahead of it.
  for (const e of wire.ends) {
    const port = distributionOf(design).portAt(e);
    const device = port?.direction === 'takes' ? protectiveDevice(design, { part: e.part, port: port.id }) : undefined;
    if (device && 'ratedCurrent' in device.part.data && device.part.data.ratedCurrent)
      return { amps: baseValue(device.part.data.ratedCurrent), by: 'device' };
  }
  return undefined;
}

/** Volts between the poles from which a conductor's load is fed, for judging the drop; undefined where unknown. */
export function feedVolts(design: Design, wire: Wire): number | undefined {
  const volts = (supply: Held | undefined) => {
    const d = supply?.part.data;
    return d?.class === 'supply' && d.outputVoltage ? baseValue(d.outputVoltage) : undefined;
  };
  // What a drive gives its motor is judged against the drive's own voltage, never against that of the field supply.
  for (const e of wire.ends)
    if (e.of.data.class === 'spindle-drive') {
      if (e.role.startsWith('phase-') || e.role.startsWith('load-'))
        return figureOr(e.of.data.ratedVoltage, USUAL_MAINS_V);
      if (e.role.startsWith('supply-') && !e.role.startsWith('supply-out')) return volts(driveSupply(design, e.part));
    }
  for (const e of wire.ends) {
    const driver = driverAt(design, e);
    if (driver !== undefined) return volts(driveSupply(design, driver));
  }
  const onMains = wire.ends.find((e) => isMainsRole(e.role));
  if (onMains) {
    const volts = mainsVoltsAt(design, isThreePhase(portOf(onMains.of, 'mains')));
    return volts.known ? volts.value : USUAL_MAINS_V;
  }
  return volts(loadSupply(design, wire) ?? fieldSupply(design));
}

/** The supply of the load at an end of a conductor. */
function loadSupply(design: Design, wire: Wire): Held | undefined {
  for (const e of wire.ends) {
    const port = distributionOf(design).portAt(e);
    if (port?.direction !== 'takes') continue;
    const supply = distributionOf(design).supplyOf(e.part, port.id);
    if (supply) return supply;
  }
  return undefined;
}

/** Volts that a conductor loses with its way back, and of how many. */
export interface Drop {
  volts: number;
  of: number;
  lengthM: number;
  /** One of three phases: their currents share the way back, so √3 takes the place of 2. */
  threePhase: boolean;
}

/** The drop over a conductor under its load; undefined while its length, or what feeds it, is not known. */
export function dropOf(design: Design, wire: Wire, amps: number | undefined, mm2: number): Drop | undefined {
  if (amps === undefined) return undefined;
  const length = positive(wire.conductor.length, '');
  const of = length.known ? feedVolts(design, wire) : undefined;
  if (!of || !length.known) return undefined;
  const lengthM = length.value / 1000;
  const threePhase = wire.ends.some(
    (e) => /^phase-[uvw]$/.test(e.role) || (isMainsRole(e.role) && isThreePhase(portOf(e.of, 'mains'))),
  );
  return { volts: (threePhase ? threePhaseDropV : dropV)(lengthM, amps, mm2), of, lengthM, threePhase };
}

/** What a conductor carries, what it is good for, what is ahead of it, and what it loses. */
export interface ConductorFigures {
  amps: number | undefined;
  goodForA: number | undefined;
  protection: Protection | undefined;
  drop: Drop | undefined;
}
export function conductorFigures(design: Design, wire: Wire, sheet: string | undefined): ConductorFigures {
  const section = positive(wire.conductor.section, '');
  const amps = loadOf(design, wire);
  return {
    amps,
    goodForA: section.known ? ampacityA(section.value, ampacityOf(design)) : undefined,
    protection: protectionOf(design, wire, sheet),
    drop: section.known ? dropOf(design, wire, amps, section.value) : undefined,
  };
}
