import { z } from 'zod';
import type { Dimension, Unit } from './units';
import { dimensionOf, toBase, unitNames } from './units';

export const sources = ['entered', 'datasheet', 'estimate', 'measured'] as const;

const fractionPattern = /^-?(\d+ )?\d+\/[1-9]\d*$/;

/**
 * A figure as a person gave it: the number (or the fraction, kept as typed), its unit and where it comes from.
 * Conversion happens in `baseValue` alone, so that switching the display never changes what is stored.
 */
export const Quantity = z.strictObject({
  entered: z.union([z.number(), z.string().regex(fractionPattern, 'a fraction such as 1 1/2')]),
  unit: z.enum(unitNames),
  source: z.enum(sources),
  /** Half width of the uncertainty, as a share of the value (0.1 = ±10 %). */
  tolerance: z.number().min(0).max(1).optional(),
});
export type Quantity = z.infer<typeof Quantity>;

/** An optional quantity that must be of one of the given dimensions. Absent means: not known. */
export const quantityOf = (...allowed: Dimension[]) => neededQuantityOf(...allowed).optional();

/** A quantity that has to be there, of one of the given dimensions. */
export const neededQuantityOf = (...allowed: Dimension[]) =>
  Quantity.refine((q) => allowed.includes(dimensionOf(q.unit)), {
    error: (e) => `the unit ${(e.input as Quantity | undefined)?.unit} is not a unit of ${allowed.join(' or ')}`,
  });

/** The number that was entered; a fraction such as `1 1/2` is worked out here. */
export function enteredNumber(q: Quantity): number {
  if (typeof q.entered === 'number') return q.entered;
  const negative = q.entered.startsWith('-');
  const parts = q.entered.replace('-', '').split(' ');
  const [top = '0', bottom = '1'] = (parts.pop() ?? '0').split('/');
  const size = Number(parts[0] ?? 0) + Number(top) / Number(bottom);
  return negative ? -size : size;
}

/** The value in the base unit of its dimension. */
export const baseValue = (q: Quantity): number => toBase(enteredNumber(q), q.unit);

/** A quantity from a number and a unit: for the library, the samples and computed remedies. */
export const quantity = (entered: number, unit: Unit, source: Quantity['source'] = 'entered'): Quantity => ({
  entered,
  unit,
  source,
});
