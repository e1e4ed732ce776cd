import type { Quantity } from './quantity';
import { baseValue } from './quantity';

/** What a derivation returns: a value, or the paths of the fields that are missing for it. Never NaN. */
export type Derived<T> = { known: true; value: T } | { known: false; missing: readonly string[] };

export const known = <T>(value: T): Derived<T> => ({ known: true, value });
export const missing = (...paths: string[]): { known: false; missing: readonly string[] } => ({
  known: false,
  missing: paths,
});

/** An entered figure in its base unit, or the path at which it is missing. */
export const figure = (q: Quantity | undefined, path: string): Derived<number> =>
  q ? known(baseValue(q)) : missing(path);

/** No figure of a machine is smaller or larger than these, in any base unit: what lies beyond is no figure. */
const LEAST = 1e-12;
const MOST = 1e15;

/** A figure that must be above zero to mean anything: zero, less or absurdly much counts as not known. */
export function positive(q: Quantity | undefined, path: string): Derived<number> {
  const value = q ? baseValue(q) : NaN;
  return value >= LEAST && value <= MOST ? known(value) : missing(path);
}

/** The figure where it is there, else a stated default. For figures whose absence has a meaning of its own. */
export const figureOr = (q: Quantity | undefined, otherwise: number): number => (q ? baseValue(q) : otherwise);

/** All of several derived values at once: known when each is, else everything that is missing. */
export function gather<T extends Record<string, unknown>>(parts: {
  [K in keyof T]: Derived<T[K]>;
}): Derived<T> {
  const lost: string[] = [];
  const values = {} as T;
  for (const key in parts) {
    const part = parts[key];
    if (part.known) values[key] = part.value;
    else lost.push(...part.missing);
  }
  return lost.length ? missing(...new Set(lost)) : known(values);
}

export const mapKnown = <T, U>(d: Derived<T>, f: (value: T) => U): Derived<U> => (d.known ? known(f(d.value)) : d);
