import type { Design } from '../machine/design';
import type { Quantity } from '../units/quantity';
import { baseValue } from '../units/quantity';

export type Leaf = string | number | boolean | null;
export type Fingerprint = Readonly<Record<string, Leaf>>;

/** What never counts: names and notes, pictures, where a figure came from, and how far a thing has got. */
const idle = new Set([
  'name',
  'notes',
  'photos',
  'designation',
  'libraryKey',
  'printed',
  'reason',
  'title',
  'label',
  'tolerance',
  'source',
]);
const isQuantity = (v: object): v is Quantity => 'entered' in v && 'unit' in v && 'source' in v;
/** Two figures that differ by less than this are one figure in another unit. */
const DIGITS = 12;

function spread(value: unknown, path: string, into: Record<string, Leaf>): void {
  if (value === undefined) return;
  if (value === null || typeof value !== 'object') {
    into[path] = value as Leaf;
    return;
  }
  if (isQuantity(value)) {
    into[path] = Number(baseValue(value).toPrecision(DIGITS));
    return;
  }
  for (const key in value) if (!idle.has(key)) spread((value as Record<string, unknown>)[key], `${path}.${key}`, into);
}

/** The values behind paths of a design, each on its own line. A path that leads nowhere leaves nothing. */
export function fingerprint(design: Design, paths: readonly string[]): Fingerprint {
  const values: Record<string, Leaf> = {};
  for (const path of paths) {
    let at: unknown = design;
    // An id in a table of overrides holds no dots, so that a path may be cut at them.
    for (const key of path.split('.')) {
      at = (at as Record<string, unknown> | undefined)?.[key];
      if (at === undefined || at === null) break;
    }
    spread(at, path, values);
  }
  return values;
}

export interface Difference {
  path: string;
  was: Leaf | undefined;
  now: Leaf | undefined;
}
/** What differs between two fingerprints, in the order of the older one. */
export function differences(was: Fingerprint, now: Fingerprint): Difference[] {
  const found: Difference[] = [];
  for (const path in was) if (was[path] !== now[path]) found.push({ path, was: was[path], now: now[path] });
  for (const path in now) if (!(path in was)) found.push({ path, was: undefined, now: now[path] });
  return found;
}
