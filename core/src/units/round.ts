import type { Display } from './print';
import { displayUnit, joinPrinted, printNumber, printValue, readableUnit } from './print';
import type { Dimension, Unit } from './units';
import { fromBase } from './units';

/** Which way a figure is rounded that a person acts on: to the safe side, never to the nearest by chance. */
export type Rounding = 'down' | 'up' | 'nearest';

/** More digits than a hand can set or read are noise: four significant ones, places to 0.001 mm or 0.0001 in. */
const DIGITS = 4;
const places: Partial<Record<Unit, number>> = { mm: 3, in: 4, '°': 3 };
/** Dimensions of which every digit counts: the scale decides how far an axis goes. */
const exact = new Set<Dimension>(['scale', 'angularScale']);
const EXACT_DIGITS = 7;

/** Rounds to a number of decimal places; what lies within the noise of floating point of a round figure counts as it. */
function toPlaces(value: number, decimals: number, rounding: Rounding): number {
  if (!Number.isFinite(value)) return value;
  const factor = 10 ** decimals;
  const scaled = value * factor;
  const near = Math.round(scaled);
  const whole =
    rounding === 'nearest' || Math.abs(scaled - near) < 1e-7 * Math.max(1, Math.abs(scaled))
      ? near
      : rounding === 'down'
        ? Math.floor(scaled)
        : Math.ceil(scaled);
  return Number((whole / factor).toPrecision(15));
}

/** A figure in `unit`, rounded as a person can act on it: four significant digits, lengths and angles by fixed places. */
function roundIn(value: number, unit: Unit, rounding: Rounding): number {
  if (value === 0) return 0;
  const decimals = places[unit] ?? DIGITS - 1 - Math.floor(Math.log10(Math.abs(value)));
  return toPlaces(value, Math.min(12, decimals), rounding);
}

/** A derived figure in its base unit, rounded to the safe side. The scale keeps all its digits. */
export const roundBase = (base: number, dimension: Dimension, rounding: Rounding): number =>
  exact.has(dimension) || !Number.isFinite(base)
    ? base
    : roundIn(base, dimension === 'length' ? 'mm' : dimension === 'angle' ? '°' : '1', rounding);

/** The same as text in the reader's units, rounded to the same side there. */
export function showRounded(base: number, dimension: Dimension, display: Display, rounding: Rounding): string {
  if (exact.has(dimension)) return joinPrinted(printValue(base, dimension, display, EXACT_DIGITS));
  const unit = readableUnit(displayUnit(dimension, display), base);
  const figure = printNumber(roundIn(fromBase(base, unit), unit, rounding), 9);
  return joinPrinted({ figure, unit: unit === '1' ? '' : unit });
}
