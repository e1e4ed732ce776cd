import type { Design } from '../../machine/design';
import type { AxisEnd } from '../../machine/mechanics';
import { axisSwitches, rulerOf, type Ruler } from '../../switches/envelope';
import { known, missing, type Derived } from '../../units/derived';
import { baseValue, quantity } from '../../units/quantity';
import type { Made } from '../made';

/** Stands in where nobody has entered a travel: the datum’s side of a ruler does not hang on it, mm. */
const SOME_TRAVEL = 1000;

/** The ruler of an axis as it would be with another travel between its hard stops, mm. `end`: by the switches there alone. */
function rulerWithTravel({ design }: Made, axis: string, travelMm: number, end?: AxisEnd): Derived<Ruler> {
  const own = { ...design.axes[axis]!, travel: quantity(travelMm, 'mm', 'measured') };
  const switches = axisSwitches(axis, design);
  return rulerOf(axis, own, design.datumStrategy, end ? switches.filter((s) => s.end === end) : switches);
}

/** How a hand ended its way to the far end: the limit tripped, the stop was touched, or it stopped short and measured the rest. */
export type Met = 'switch' | 'stop' | 'short';

/** The limit at the end away from the datum, with the way from its trip point to the hard stop where that is known. */
export function farLimit(
  design: Pick<Design, 'axes' | 'circuits' | 'parts'>,
  axis: string,
): { device: string; fromStop: number | undefined } | undefined {
  const end = design.axes[axis]!.reference.end === 'minus' ? 'plus' : 'minus';
  const limits = axisSwitches(axis, design).filter((s) => s.end === end && s.isLimit);
  // The one that trips first on the way out is the one that is met.
  const [first] = limits.sort((a, b) => valueOf(b.fromStop) - valueOf(a.fromStop));
  return first && { device: first.device, fromStop: first.fromStop.known ? first.fromStop.value : undefined };
}
const valueOf = (d: Derived<number>) => (d.known ? d.value : -Infinity);

export interface TravelFound {
  /** Between the hard stops, mm; zero or less where the reading lies on the wrong side of the datum. */
  travel: number;
  /** The axis with it, or what is still missing for its envelope. */
  ruler: Derived<Ruler>;
  /** What the control shows at rest after a reference run less what the file expects; 0 where it was not read. */
  shift: number;
}

/**
 * The travel of an axis from what was read at the control: where it stood when its way to the far end ended, how that was,
 * and where it rests after a reference run. Travel = way from the hard stop at the datum’s end + what was left beyond:
 * nothing at the stop, the trip distance at the switch, the measured rest where the hand stopped short.
 * Missing: what the file does not have of the datum’s end; the far switch’s place, where it was met.
 */
export function travelFrom(
  m: Made,
  axis: string,
  reached: number,
  met: Met,
  left: number,
  rest: number | undefined,
): Derived<TravelFound> {
  const { end } = m.design.axes[axis]!.reference;
  const datumSide = rulerWithTravel(m, axis, SOME_TRAVEL, end);
  if (!datumSide.known) return datumSide;
  const outward = end === 'minus' ? 1 : -1;
  const { hardMinus, hardPlus, restAfterReference } = datumSide.value;
  const shift = rest === undefined ? 0 : rest - restAfterReference;
  const far = farLimit(m.design, axis);
  const beyond = met === 'stop' ? 0 : met === 'short' ? left : far?.fromStop;
  if (beyond === undefined) return missing(far ? `parts.${far.device}.mount.tripFromStop` : 'circuits');
  const travel = (reached - shift - (outward > 0 ? hardMinus : hardPlus)) * outward + beyond;
  return known({ travel, ruler: rulerWithTravel(m, axis, travel), shift });
}

/** Entered travel between the hard stops, mm; undefined where nobody has entered it. */
export const enteredTravel = (design: Design, axis: string): number | undefined => {
  const { travel } = design.axes[axis]!;
  return travel && baseValue(travel) > 0 ? baseValue(travel) : undefined;
};
