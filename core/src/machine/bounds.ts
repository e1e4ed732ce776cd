import type { FieldDescription } from './fields';
import type { Quantity } from '../units/quantity';
import { baseValue } from '../units/quantity';
import { printNumber } from '../units/print';
import { fromBase } from '../units/units';

/** What is wrong with a figure's size; undefined where nothing is. */
export function outOfBounds({ bounds: range }: Pick<FieldDescription, 'bounds'>, q: Quantity): string | undefined {
  const value = baseValue(q);
  if (!Number.isFinite(value)) return 'This figure has no finite value.';
  if (!range || (value >= range[0] && value <= range[1])) return undefined;
  const [a, b] = range.map((n) => fromBase(n, q.unit)).sort((x, y) => x - y);
  const unit = q.unit === '1' ? '' : ` ${q.unit}`;
  return `It should lie between ${printNumber(a!, 4)}${unit} and ${printNumber(b!, 4)}${unit}.`;
}
