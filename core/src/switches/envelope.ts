import type { Design } from '../machine/design';
import type { Axis, AxisEnd } from '../machine/mechanics';
import { isEndless } from '../machine/mechanics';
import type { Part } from '../machine/parts';
import { parksAtMark } from '../machine/pulseSensor';
import type { Derived } from '../units/derived';
import { baseValue } from '../units/quantity';
import { figure, figureOr, gather, known, mapKnown, missing, positive } from '../units/derived';
import { pulseFromStop, pulseShare } from './markedDatum';
import { TURN_DEG, withinTurn } from '../units/turns';

/**
 * A switch on the travel of an axis. `fromStop`: from its trip point to the hard stop at its end; without stops as far as its cam presses it. `bears`: how far it may
 * be pushed past its trip point, mm or °; undefined where nothing touches it or its sheet is silent.
 */
export interface AxisSwitch {
  device: string;
  end: AxisEnd;
  fromStop: Derived<number>;
  bears: number | undefined;
  isReference: boolean;
  isLimit: boolean;
  drive: number | undefined;
}

/** How far past its trip point the actuator of a switch or sensor may be pushed; see `AxisSwitch`. */
export function bearsOf(part: Part | undefined): number | undefined {
  const data = part?.data;
  if (data?.class !== 'switch' && data?.class !== 'sensor') return undefined;
  // What passes a sensor sideways runs on as far as it needs.
  const touches = data.class === 'switch' || part?.mount?.approach === 'head-on';
  return touches && data.overTravel ? baseValue(data.overTravel) : undefined;
}

/** The switches of an axis with what their circuits make of them. */
export function axisSwitches(
  axisId: string,
  { axes, circuits, parts }: Pick<Design, 'axes' | 'circuits' | 'parts'>,
): AxisSwitch[] {
  const found: AxisSwitch[] = [];
  const axis = axes[axisId];
  // A cam that goes by presses it for so long: there is no stop behind it.
  const cam = axis && isEndless(axis) ? known(pulseShare(axis) * TURN_DEG) : undefined;
  for (const circuit of Object.values(circuits))
    for (const device of circuit.devices) {
      const mount = parts[device]?.mount;
      // A sensor on a turning shaft sits on no place of the travel.
      if (mount?.axis !== axisId || circuit.function === 'index') continue;
      found.push({
        device,
        end: mount.end,
        fromStop: cam ?? figure(mount.tripFromStop, `parts.${device}.mount.tripFromStop`),
        bears: cam ? undefined : bearsOf(parts[device]),
        isReference: ['reference', 'limit-and-reference'].includes(circuit.function),
        isLimit: ['limit', 'limit-and-reference'].includes(circuit.function),
        drive: mount.drive,
      });
    }
  return found;
}

/**
 * One axis laid out in machine position (mm or degrees): what the travel ruler draws, and where the envelope's figures
 * and their signs come from.
 */
export interface Ruler {
  hardMinus: number;
  hardPlus: number;
  datum: number;
  /** Where the axis rests after a reference run. */
  restAfterReference: number;
  envelope: { min: number; max: number };
  usable: number;
  /** The scribed mark at which the axis is parked before its reference run, and how far beside it; where it has one. */
  mark: { position: number; window: number } | undefined;
  trips: { device: string; end: AxisEnd; position: number; isReference: boolean; isLimit: boolean }[];
  /** It has no stops: what is drawn is one turn, and its envelope is all of it. */
  endless?: true;
  /** +1 where travel runs to plus from the datum corner, −1 where it runs to minus. */
  sign: 1 | -1;
}

/** What an axis may use up behind a trip point, mm or °: the way to the hard stop, or less where the actuator bears less. */
export const roomBehind = (s: AxisSwitch): Derived<number> =>
  mapKnown(s.fromStop, (fromStop) => Math.min(fromStop, s.bears ?? Infinity));

/** The switch that trips first on the way to the stop; 0 (the stop itself) where there is none. */
const farthestFromStop = (switches: readonly AxisSwitch[]): Derived<number> =>
  mapKnown(gather(Object.fromEntries(switches.map((s) => [s.device, s.fromStop]))), (all) =>
    Math.max(0, ...Object.values(all)),
  );

const markOf = ({ reference }: Axis, place: (fromStop: number) => number): Ruler['mark'] =>
  parksAtMark(reference) && reference.markFromStop
    ? { position: place(baseValue(reference.markFromStop)), window: figureOr(reference.parkWindow, 0) }
    : undefined;

/**
 * Places an axis in machine position for its datum corner and strategy.
 *
 * Along the slide, s runs from 0 at the minus hard stop to L at the plus one. The reference switch trips (or the pulse comes) at distance d
 * from its stop; the axis backs off by b, away from the switch. Strategy "at the switch": the datum's position belongs to
 * the trip point. Strategy "after the back-off": it belongs to the rest position. Travel runs to plus from a minus corner
 * and to minus from a plus corner, so the envelope's signs follow from the corner and are never typed.
 */
export function rulerOf(
  axisId: string,
  axis: Axis,
  strategy: Design['datumStrategy'],
  switches: readonly AxisSwitch[],
): Derived<Ruler> {
  const path = `axes.${axisId}`;
  const { end, method } = axis.reference;
  if (isEndless(axis)) return turnOf(axisId, axis, strategy, switches);
  if (axis.motion === 'rotary' && !axis.travel) return missing(`${path}.travel`);
  const usesSwitch = method === 'switch' || method === 'switch-and-index';
  // Without a reference switch the envelope still has to stay clear of a limit switch at that end.
  const near = switches.filter((s) => s.end === end && (usesSwitch ? s.isReference : s.isLimit));
  const atReference = parksAtMark(axis.reference)
    ? pulseFromStop(axis, path)
    : usesSwitch && !near.length
      ? missing('circuits')
      : farthestFromStop(near);
  const farSwitch = farthestFromStop(switches.filter((s) => s.isLimit && s.end !== end));
  const needed = gather({
    length: positive(axis.travel, `${path}.travel`),
    d: atReference,
    far: farSwitch,
    backOff: figure(axis.reference.backOff, `${path}.reference.backOff`),
  });
  return mapKnown(needed, ({ length, d, far, backOff }) => {
    const sign: 1 | -1 = end === 'minus' ? 1 : -1;
    const sTrip = end === 'minus' ? d : length - d;
    const sRest = sTrip + sign * backOff;
    const sDatum = strategy === 'at-switch' ? sTrip : sRest;
    const datum = figureOr(axis.reference.positionAtDatum, 0);
    const position = (s: number) => s - sDatum + datum;
    const margin = figureOr(axis.envelopeMargin, 0);
    const sFar = end === 'minus' ? length - far - margin : far + margin;
    const [a, b] = [position(sRest), position(sFar)];
    // A far end before the near one means that there is no travel left: the order is kept so that it shows.
    const envelope = sign === 1 ? { min: a, max: b } : { min: b, max: a };
    return {
      hardMinus: position(0),
      hardPlus: position(length),
      datum,
      restAfterReference: position(sRest),
      envelope,
      usable: envelope.max - envelope.min,
      mark: markOf(axis, (fromStop) => position(end === 'minus' ? fromStop : length - fromStop)),
      sign,
      trips: switches.flatMap((w) =>
        w.fromStop.known
          ? [
              {
                device: w.device,
                end: w.end,
                position: position(w.end === 'minus' ? w.fromStop.value : length - w.fromStop.value),
                isReference: w.isReference,
                isLimit: w.isLimit,
              },
            ]
          : [],
      ),
    };
  });
}

/** One turn of an axis without stops, from 0° to 360°: where its switch trips, and where it rests after its reference run. */
function turnOf(
  axisId: string,
  axis: Axis,
  strategy: Design['datumStrategy'],
  switches: readonly AxisSwitch[],
): Derived<Ruler> {
  const path = `axes.${axisId}`;
  const { end, method } = axis.reference;
  const usesSwitch = method === 'switch' || method === 'switch-and-index';
  const reference = switches.filter((s) => s.isReference && s.end === end);
  const needed = gather({
    seen: usesSwitch && !reference.length ? missing('circuits') : known(0),
    backOff: usesSwitch ? figure(axis.reference.backOff, `${path}.reference.backOff`) : known(0),
  });
  return mapKnown(needed, ({ backOff }): Ruler => {
    const sign: 1 | -1 = end === 'minus' ? 1 : -1;
    const datum = figureOr(axis.reference.positionAtDatum, 0);
    const trip = strategy === 'at-switch' ? datum : datum - sign * backOff;
    return {
      hardMinus: 0,
      hardPlus: TURN_DEG,
      datum,
      restAfterReference: withinTurn(trip + sign * backOff),
      envelope: { min: 0, max: TURN_DEG },
      usable: TURN_DEG,
      mark: undefined,
      endless: true,
      sign,
      trips: reference.map((w) => ({
        device: w.device,
        end: w.end,
        position: withinTurn(trip),
        isReference: true,
        isLimit: w.isLimit,
      })),
    };
  });
}
