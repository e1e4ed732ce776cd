import type { Conductor } from '../machine/connections';
import type { Design } from '../machine/design';
import { idle, oneLine, toldAsWhole } from '../machine/oneLine';
import type { Quantity } from '../units/quantity';
import { baseValue } from '../units/quantity';

export type Leaf = string | number | boolean | null;
export type Fingerprint = Readonly<Record<string, Leaf>>;

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
  if (toldAsWhole(value, path)) {
    into[path] = oneLine(value);
    return;
  }
  // A conductor is what it joins.
  if ('from' in value && 'to' in value && path.startsWith('conductors.')) {
    const { from, to } = value as Conductor;
    into[path] = `${from.part} ${from.terminal} to ${to.part} ${to.terminal}`;
    return;
  }
  for (const key in value) if (!idle.has(key)) spread((value as Record<string, unknown>)[key], `${path}.${key}`, into);
}

/** Paths cut into their keys, once for each: a machine has some thousands of them. */
const cut = new Map<string, readonly string[]>();
/** What a path of a design leads to. An id in a table of overrides holds no dots, so that a path may be cut at them. */
function at(design: Design, path: string): unknown {
  let here: unknown = design;
  let keys = cut.get(path);
  if (!keys) cut.set(path, (keys = path.split('.')));
  for (const key of keys) {
    here = (here as Record<string, unknown> | undefined)?.[key];
    if (here === undefined || here === null) break;
  }
  return here;
}

/** The values behind paths of a design, each on its own line. A path that leads nowhere leaves nothing. */
export function fingerprint(design: Design, paths: readonly string[]): Fingerprint {
  const values: Record<string, Leaf> = {};
  for (const path of paths) spread(at(design, path), path, values);
  return values;
}

/**
 * Fingerprints and differences that were worked out before: an edit leaves most of a design as it is, and what it did not
 * touch need not be compared anew. What a path leads to is never altered in place, so that its identity tells.
 */
export class PrintMemo {
  private readonly prints = new Map<string, { paths: readonly string[]; found: unknown[]; print: Fingerprint }>();
  private readonly compared = new WeakMap<Fingerprint, { now: Fingerprint; found: readonly Difference[] }>();

  print(key: string, design: Design, paths: readonly string[]): Fingerprint {
    const known = this.prints.get(key);
    const found = paths.map((p) => at(design, p));
    if (
      known?.paths.length === paths.length &&
      found.every((v, i) => v === known.found[i] && paths[i] === known.paths[i])
    )
      return known.print;
    const print: Record<string, Leaf> = {};
    found.forEach((v, i) => spread(v, paths[i]!, print));
    this.prints.set(key, { paths, found, print });
    return print;
  }
  differences(was: Fingerprint, now: Fingerprint): readonly Difference[] {
    const known = this.compared.get(was);
    if (known?.now === now) return known.found;
    const found = differences(was, now);
    this.compared.set(was, { now, found });
    return found;
  }
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
