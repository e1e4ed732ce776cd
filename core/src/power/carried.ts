import { linesTo } from '../distribution/lines';
import { distributionOf } from '../distribution/tree';
import { motorBuses } from '../distribution/supplies';
import { runsOnMains } from '../drivetrain/bus';
import type { DriveFigures } from '../drivetrain/speed';
import type { Design } from '../machine/design';
import { loadAmps } from '../machine/loads';
import { passagesOf } from '../machine/poles';
import type { Line, PortRef } from '../machine/ports';
import { positive } from '../units/derived';
import { drivesByAxis, fieldDemand, mainsDemand, motorBusDemand, motorDemand, type Drawn } from './budget';

/** What a supply gives, or a device passes on, while all axes move and cut and everything is switched on. */
export interface Carried {
  /** Current that it gives, or that passes it, A. */
  readonly amps: number;
  /** Its rating, A; undefined where no sheet tells. */
  readonly rated: number | undefined;
  /** Motors that are not counted, since figures are missing. */
  readonly unknown: number;
}
type Read = { design: Design; axes: readonly { id: string; drives: readonly DriveFigures[] }[] };

/** What each part takes from the mains, while all axes move and cut and everything is switched on. */
export function mainsDraws({ design, axes }: Read): Drawn[] {
  const drives = drivesByAxis(design, axes);
  const busW: Record<string, number> = Object.fromEntries(
    motorBuses(design).flatMap(({ supply }) => {
      const bus = motorBusDemand(design, drives, supply.id);
      return bus.unknown ? [] : [[supply.id, bus.movingW + bus.spindleW]];
    }),
  );
  // A drive on the mains takes what its motors need: it has no supply that would be counted.
  for (const { axisId, figures } of drives)
    figures.forEach((d, i) => {
      const { driver } = design.axes[axisId]!.drives[i]!;
      if (driver === undefined || !runsOnMains(design.parts[driver])) return;
      busW[driver] = (busW[driver] ?? 0) + (motorDemand(d, 1)?.movingW ?? 0);
    });
  return mainsDemand(design, busW);
}

/** What the mains has to give through a device, or one port of it, part by part. */
export function mainsThrough(read: Read, device: string, out?: string): Drawn[] {
  const tree = distributionOf(read.design);
  return mainsDraws(read).filter(({ id }) => {
    const { passes, source } = tree.wayTo(id, 'mains');
    return source?.part === device || passes.some((p) => p.part === device && (out === undefined || p.port === out));
  });
}

/** The sum in the line of the mains that carries most, A. */
export function onFullestLine(design: Design, drawn: readonly Drawn[]): number {
  const tree = distributionOf(design);
  const sums = new Map<Line, number>();
  for (const { id, amps } of drawn)
    for (const line of linesTo(tree, { part: id, port: 'mains' })) sums.set(line, (sums.get(line) ?? 0) + amps);
  return Math.max(0, ...sums.values());
}

/**
 * Current in A that a part draws at a port, where it gives nothing on that would be counted instead: a load or a coil by its sheet, a
 * drive or a tool on the mains by what it turns. Undefined where no sheet tells.
 */
export function drawnAt(read: Read, id: string, port: string | undefined): number | undefined {
  const part = read.design.parts[id];
  if (!part) return undefined;
  if (port === 'load' || port === 'coil') return loadAmps(part);
  if (port !== 'mains' || part.data.class === 'supply') return undefined;
  return mainsDraws(read).find((d) => d.id === id)?.amps;
}

/**
 * What a part carries for what hangs on it, at the port by which it is fed where it has several; undefined for one that
 * gives and passes on nothing.
 */
export function carriedBy(read: Read, id: string, at?: string): Carried | undefined {
  const { design, axes } = read;
  const tree = distributionOf(design);
  const part = design.parts[id];
  if (!part) return undefined;
  const rating =
    'outputCurrent' in part.data
      ? part.data.outputCurrent
      : 'ratedCurrent' in part.data
        ? part.data.ratedCurrent
        : undefined;
  const figure = positive(rating, '');
  const rated = figure.known ? figure.value : undefined;
  const direct = (supply: string, through?: (passed: PortRef) => boolean): Carried | undefined => {
    const gives = design.parts[supply]?.data;
    const volts = positive(gives?.class === 'supply' ? gives.outputVoltage : undefined, '');
    if (!volts.known) return undefined;
    const bus = motorBusDemand(design, drivesByAxis(design, axes), supply, through);
    const beside = fieldDemand(design, supply, through).reduce((sum, d) => sum + d.amps, 0);
    return { amps: (bus.movingW + bus.spindleW) / volts.value + beside, rated, unknown: bus.unknown };
  };
  if (part.data.class === 'supply') return direct(id);
  if (at === 'motor-supply') {
    const motors = tree.supplyOf(id, at);
    // What its own sheet rates is the current of a signal output.
    const carried = motors && direct(motors.id, (p) => p.part === id);
    return carried && { ...carried, rated: undefined };
  }
  const passages = passagesOf(part);
  const { into, out } = passages.find((p) => p.into === at) ?? passages[0] ?? { into: 'in', out: 'mains' };
  const port = tree.port({ part: id, port: out });
  if (port?.direction !== 'gives' || ['controller', 'spindle-drive', 'terminal-strip'].includes(part.data.class))
    return undefined;
  const supply = tree.supplyOf(id, into);
  if (supply) return direct(supply.id, (p) => p.part === id && p.port === out);
  const drawn = mainsThrough(read, id, passages.length ? out : undefined);
  return { amps: onFullestLine(design, drawn), rated, unknown: 0 };
}
