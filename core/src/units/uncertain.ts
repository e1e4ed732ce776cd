import type { Quantity } from './quantity';
import { baseValue } from './quantity';

/** A figure with the half width of its uncertainty, as a share of the value. */
export interface Uncertain {
  value: number;
  spread: number;
}

/** What a figure is trusted to, by where it comes from, when no tolerance is stated. Planning figures. */
const spreads: Record<Quantity['source'], number> = { measured: 0.03, datasheet: 0.1, entered: 0.1, estimate: 0.25 };
/** Nothing entered, and a usual value taken instead. */
const ASSUMED_SPREAD = 0.4;

export const uncertain = (q: Quantity): Uncertain => ({
  value: baseValue(q),
  spread: q.tolerance ?? spreads[q.source],
});
export const assumed = (value: number): Uncertain => ({ value, spread: ASSUMED_SPREAD });
export const exactly = (value: number): Uncertain => ({ value, spread: 0 });

/** A result between its bounds. */
export interface Band {
  low: number;
  nominal: number;
  high: number;
}

/**
 * Carries uncertainties through a function: each input is moved to both its ends on its own, and the changes are added
 * as independent ones (root of the sum of squares). `inputs` by name; `f` takes their plain values.
 */
export function band<K extends string>(
  inputs: Readonly<Record<K, Uncertain>>,
  f: (v: Record<K, number>) => number,
): Band {
  const values = {} as Record<K, number>;
  for (const k in inputs) values[k] = inputs[k].value;
  const nominal = f(values);
  let up = 0;
  let down = 0;
  for (const k in inputs) {
    const { value, spread } = inputs[k];
    if (spread === 0 || value === 0) continue;
    for (const end of [1 + spread, 1 - spread]) {
      values[k] = value * end;
      const change = f(values) - nominal;
      if (change > 0) up += change * change;
      else down += change * change;
    }
    values[k] = value;
  }
  // Both ends of one input can move the result the same way; the bound is then cautious.
  return { low: nominal - Math.sqrt(down), nominal, high: nominal + Math.sqrt(up) };
}
