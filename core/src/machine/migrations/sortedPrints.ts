import { oneLine, toldAsWhole } from '../oneLine';

/**
 * Up to version 3 a test result remembered lists and inner tables with their keys in the order in which they were written, and
 * looked stale once its file was read again. What still is as it was then is remembered anew, with its keys in order.
 */
export function sortedPrints(raw: Record<string, unknown>): Record<string, unknown> {
  if (!Array.isArray(raw.journal)) return raw;
  const lines = new Map<string, { then: string; now: string } | undefined>();
  const lineAt = (path: string) => {
    if (!lines.has(path)) {
      const value = at(raw.design, path);
      const whole = typeof value === 'object' && value !== null && toldAsWhole(value, path);
      lines.set(path, whole ? { then: oneLine(value, 'as-written'), now: oneLine(value) } : undefined);
    }
    return lines.get(path);
  };
  const entryOf = (entry: unknown): unknown => {
    if (!isTable(entry) || !isTable(entry.dependedOn)) return entry;
    const dependedOn = Object.entries(entry.dependedOn).map(([path, value]) => {
      const line = typeof value === 'string' ? lineAt(path) : undefined;
      return [path, line && line.then === value ? line.now : value];
    });
    return { ...entry, dependedOn: Object.fromEntries(dependedOn) };
  };
  return { ...raw, journal: raw.journal.map(entryOf) };
}

type Table = Record<string, unknown>;
const isTable = (v: unknown): v is Table => typeof v === 'object' && v !== null && !Array.isArray(v);
const at = (design: unknown, path: string): unknown =>
  path.split('.').reduce<unknown>((here, key) => {
    if (typeof here !== 'object' || here === null || !Object.hasOwn(here, key)) return undefined;
    return (here as Table)[key];
  }, design);
