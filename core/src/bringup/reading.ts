import type { Quantity } from '../units/quantity';
import { baseValue, quantity } from '../units/quantity';
import type { Dimension, Unit } from '../units/units';
import { dimensionOf } from '../units/units';
import { showValue } from '../units/print';
import type { At, Field, Readings } from './testKind';

/** A reading as a number in its base unit; NaN where it was not entered. */
export const numberOf = (r: Readings, key: string): number => {
  const v = r[key];
  return typeof v === 'object' ? baseValue(v) : NaN;
};
export const textOf = (r: Readings, key: string): string => (typeof r[key] === 'string' ? r[key] : '');

const baseUnits: Partial<Record<Dimension, Unit>> = {
  length: 'mm',
  angle: '°',
  speed: 'mm/s',
  angularSpeed: '°/s',
  acceleration: 'mm/s²',
  angularAcceleration: '°/s²',
  rotation: 'rpm',
  resistance: 'Ω',
  current: 'A',
  voltage: 'V',
  time: 's',
  temperature: 'K',
  ratio: '1',
};
/** A reading in the base unit of its dimension, as an instrument gives it. */
export const measured = (value: number, dimension: Dimension): Quantity =>
  quantity(value, baseUnits[dimension]!, 'measured');
export const counted = (n: number): Quantity => quantity(n, '1', 'measured');

/** Builders for what is to be entered. */
export const choice = (
  key: string,
  title: string,
  options: Record<string, string>,
  more: Partial<Field> = {},
): Field => ({
  key,
  title,
  type: 'choice',
  options: Object.entries(options).map(([value, label]) => ({ value, label })),
  ...more,
});
export const reading = (
  key: string,
  title: string,
  dimension: Dimension,
  expect?: readonly [number, number],
  more: Partial<Field> = {},
): Field => ({ key, title, type: 'quantity', dimension, ...(expect ? { expect } : {}), ...more });
export const count = (key: string, title: string, expect: readonly [number, number]): Field => ({
  key,
  title,
  type: 'count',
  dimension: 'ratio',
  expect,
});

/** Dimensions of an axis, straight or turning. */
export const wayOf = (motion: 'linear' | 'rotary'): 'length' | 'angle' => (motion === 'linear' ? 'length' : 'angle');
export const speedOf = (motion: 'linear' | 'rotary'): 'speed' | 'angularSpeed' =>
  motion === 'linear' ? 'speed' : 'angularSpeed';
export const rampOf = (motion: 'linear' | 'rotary'): 'acceleration' | 'angularAcceleration' =>
  motion === 'linear' ? 'acceleration' : 'angularAcceleration';

/** Prints lengths and angles of the axis a test is about. */
export const wayPrinter = ({ m, s, display }: At) => {
  const dimension = wayOf(s.axis ? (m.design.axes[s.axis]?.motion ?? 'linear') : 'linear');
  return (v: number, digits = 4) => showValue(v, dimension, display, digits);
};
/** What was not entered, or cannot be read as what is asked for. */
export function unfilled(fields: readonly Field[], r: Readings): Field[] {
  return fields.filter((f) => {
    const v = r[f.key];
    if (v === undefined || v === '') return !f.optional;
    if (f.type === 'choice') return !f.options?.some((o) => o.value === v);
    if (f.type === 'text') return typeof v !== 'string' || !v.trim();
    return typeof v !== 'object' || !Number.isFinite(baseValue(v)) || dimensionOf(v.unit) !== f.dimension;
  });
}
