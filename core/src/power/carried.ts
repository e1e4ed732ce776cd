import { distributionOf } from '../distribution/tree';
import type { Design } from '../machine/design';
import { loadAmps } from '../machine/loads';
import { passagesOf } from '../machine/poles';
import { positive } from '../units/derived';
import { ampsByLine, comesThrough, drawsOf, type Draw } from './draws';
import { demandOn, type ReadPower } from './states';

/** What a supply gives, or a device passes on, while all axes move and cut and everything is switched on. */
export interface Carried {
  /** Current that it gives, or that passes it, A. */
  readonly amps: number;
  /** Its rating, A; undefined where no sheet tells. */
  readonly rated: number | undefined;
  /** Motors that are not counted, since figures are missing. */
  readonly unknown: number;
}

/** What the mains has to give through a device, or one port of it, part by part, while all axes move and cut. */
export function mainsThrough(read: ReadPower, device: string, out?: string): Draw[] {
  const tree = distributionOf(read.design);
  const ports = out === undefined ? undefined : [out];
  return drawsOf(read).cutting.filter((d) => d.port === 'mains' && comesThrough(tree, d, device, ports));
}

/** The sum in the line of the mains that carries most, A. */
export const onFullestLine = (design: Design, drawn: readonly Draw[]): number =>
  Math.max(0, ...ampsByLine(distributionOf(design), drawn).values());

/**
 * Current in A that a part draws at a port, where it gives nothing on that would be counted instead: a load or a coil by its sheet, a
 * drive or a tool on the mains by what it turns. Undefined where no sheet tells.
 */
export function drawnAt(read: ReadPower, id: string, port: string | undefined): number | undefined {
  const part = read.design.parts[id];
  if (!part) return undefined;
  if (port === 'load' || port === 'coil') return loadAmps(part);
  if (port !== 'mains' || part.data.class === 'supply') return undefined;
  return drawsOf(read).cutting.find((d) => d.part === id && d.port === 'mains')?.amps;
}

/**
 * What a part carries for what hangs on it, at the port by which it is fed where it has several; undefined for one that
 * gives and passes on nothing.
 */
export function carriedBy(read: ReadPower, id: string, at?: string): Carried | undefined {
  const { design } = read;
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
  const direct = (supply: string, ports?: readonly string[]): Carried | undefined => {
    const demand = demandOn(read, supply);
    if (!demand) return undefined;
    const drawn = drawsOf(read).cutting.filter((d) => d.port !== 'mains' && comesThrough(tree, d, id, ports));
    return { amps: drawn.reduce((sum, d) => sum + d.amps, 0), rated, unknown: demand.unknown.length };
  };
  if (part.data.class === 'supply') return direct(id);
  if (at === 'motor-supply') {
    const motors = tree.supplyOf(id, at);
    // What its own sheet rates is the current of a signal output.
    const carried = motors && direct(motors.id);
    return carried && { ...carried, rated: undefined };
  }
  const passages = passagesOf(part);
  const { into, out } = passages.find((p) => p.into === at) ?? passages[0] ?? { into: 'in', out: 'mains' };
  const port = tree.port({ part: id, port: out });
  if (port?.direction !== 'gives' || ['controller', 'spindle-drive', 'terminal-strip'].includes(part.data.class))
    return undefined;
  const supply = tree.supplyOf(id, into);
  if (supply) return direct(supply.id, [out]);
  const drawn = mainsThrough(read, id, passages.length ? out : undefined);
  return { amps: onFullestLine(design, drawn), rated, unknown: 0 };
}
