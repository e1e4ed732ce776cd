import type { Quantity } from './quantity';
import { baseValue, enteredNumber } from './quantity';
import type { Dimension, Unit } from './units';
import { dimensionOf, fromBase } from './units';

/** How figures are shown: a matter of the reader, never of the machine file. */
export interface Display {
  system: 'metric' | 'inch';
  per: 's' | 'min';
  wire: 'mm²' | 'AWG';
  /** At which side of the machine the reader stands; in front of it when absent. */
  stand?: 'front' | 'right' | 'back' | 'left';
}

export const defaultDisplay: Display = { system: 'metric', per: 's', wire: 'mm²' };

const fixed: Partial<Record<Dimension, Unit>> = {
  angle: '°',
  angularAcceleration: '°/s²',
  rotation: 'rpm',
  torque: 'N·m',
  inertia: 'kg·m²',
  current: 'A',
  voltage: 'V',
  resistance: 'Ω',
  inductance: 'mH',
  capacitance: 'nF',
  frequency: 'Hz',
  power: 'W',
  ratio: '1',
  temperature: 'K',
  angularScale: 'steps/°',
};

/** The unit in which a figure of this dimension is shown and, when a person types none, assumed. */
export function displayUnit(dimension: Dimension, display: Display): Unit {
  const inch = display.system === 'inch';
  const perS = display.per === 's';
  switch (dimension) {
    case 'length':
      return inch ? 'in' : 'mm';
    case 'speed':
      return inch ? (perS ? 'in/s' : 'in/min') : perS ? 'mm/s' : 'mm/min';
    case 'angularSpeed':
      return perS ? '°/s' : '°/min';
    case 'acceleration':
      return inch ? 'in/s²' : 'mm/s²';
    case 'jerk':
      return inch ? 'in/s³' : 'mm/s³';
    case 'stiffness':
      return inch ? 'lbf/in' : 'N/mm';
    case 'mass':
      return inch ? 'lb' : 'kg';
    case 'force':
      return inch ? 'lbf' : 'N';
    case 'area':
      return display.wire;
    case 'time':
      return 's';
    case 'airFlow':
      return inch ? 'cfm' : 'm³/h';
    case 'ambient':
      return inch ? '°F' : '°C';
    case 'scale':
      return inch ? 'steps/in' : 'steps/mm';
    default:
      return fixed[dimension] ?? '1';
  }
}

/** A number in at most `digits` significant digits, without trailing zeros and without an exponent where readable. */
export function printNumber(value: number, digits = 5): string {
  if (!Number.isFinite(value)) return '–';
  if (value === 0) return '0';
  const size = Math.abs(value);
  const text =
    size >= 1e9 || size < 1e-5
      ? value.toExponential(digits - 1).replace(/\.?0+e/, 'e')
      : size >= 10 ** digits
        ? Math.round(value).toString()
        : Number(value.toPrecision(digits)).toString();
  return text.replace('-', '−');
}

/** Small times and large frequencies are easier read in their own multiples. */
export function readableUnit(unit: Unit, base: number): Unit {
  const size = Math.abs(base);
  if (unit === 's' && size > 0) return size < 1e-3 ? 'µs' : size < 1 ? 'ms' : 's';
  if (unit === 'Hz') return size >= 1e6 ? 'MHz' : size >= 1e4 ? 'kHz' : 'Hz';
  // Rotors of small motors in g·cm², chucks and spindles of lathes in kg·cm².
  if (unit === 'kg·m²') return size < 1e-3 ? 'g·cm²' : 'kg·cm²';
  return unit;
}

export interface Printed {
  figure: string;
  unit: string;
}

/** A computed figure (in the base unit of `dimension`) as text in the reader's units. */
export function printValue(base: number, dimension: Dimension, display: Display, digits = 5): Printed {
  const unit = readableUnit(displayUnit(dimension, display), base);
  const figure = printNumber(fromBase(base, unit), digits);
  return { figure, unit: unit === '1' ? '' : unit };
}

export const joinPrinted = (p: Printed): string => (p.unit ? `${p.figure}\u00a0${p.unit}` : p.figure);

export const showValue = (base: number, dimension: Dimension, display: Display, digits = 5): string =>
  joinPrinted(printValue(base, dimension, display, digits));

/** Decimals of a distance that a person can set or measure. */
const finest: Partial<Record<Unit, number>> = { mm: 3, in: 4 };
const CONVERTED_DIGITS = 5;
const SMALL_DIGITS = 4;
/** A figure in a unit that nobody entered it in: a distance as fine as it can be set, one that is smaller by its leading digits. */
function converted(value: number, unit: Unit): string {
  const decimals = finest[unit];
  if (decimals === undefined) return printNumber(value, CONVERTED_DIGITS);
  return Math.abs(value) < 10 ** (2 - decimals)
    ? printNumber(value, SMALL_DIGITS)
    : printNumber(Number(value.toFixed(decimals)), 12);
}

/**
 * An entered quantity as text. Where its own unit belongs to the reader's system it is shown as entered (the fraction too);
 * otherwise it is converted for the eye only.
 */
export function printQuantity(q: Quantity, display: Display): Printed {
  const dimension = dimensionOf(q.unit);
  const convertible = [
    'length',
    'speed',
    'angularSpeed',
    'acceleration',
    'jerk',
    'stiffness',
    'mass',
    'force',
    'area',
    'scale',
    'ambient',
    'airFlow',
  ].includes(dimension);
  const shown = displayUnit(dimension, display);
  const asEntered = !convertible || q.unit === shown || q.unit === 'tpi';
  if (!asEntered) return { figure: converted(fromBase(baseValue(q), shown), shown), unit: shown };
  const figure = typeof q.entered === 'string' ? q.entered.replace('-', '−') : printNumber(enteredNumber(q), 10);
  return { figure, unit: q.unit === '1' ? '' : q.unit };
}

export const showQuantity = (q: Quantity, display: Display): string => joinPrinted(printQuantity(q, display));

/** The length of a lead, in m or ft: metres of cable are not told in millimetres. */
export function showLead(q: Quantity, display: Display): string {
  const unit = display.system === 'inch' ? 'ft' : 'm';
  return `${printNumber(fromBase(baseValue(q), unit), 3)}\u00a0${unit}`;
}
