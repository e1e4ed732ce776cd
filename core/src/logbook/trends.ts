import { deviation, mean } from '../units/sample';
import type { JournalEntry } from '../machine/file';
import type { Dimension } from '../units/units';
import { dimensionOf } from '../units/units';
import type { Quantity } from '../units/quantity';
import { baseValue } from '../units/quantity';

/** A figure of the machine over the time of its tests. */
export interface Trend {
  /** The test that it comes from, `kind/subject`. */
  test: string;
  /** What the points are. */
  what: string;
  dimension: Dimension;
  points: readonly { at: string; value: number; verdict: 'passed' | 'failed' | 'not-judged' }[];
}

type Readings = Extract<JournalEntry, { kind: 'record' }>['readings'];
const numbers = (r: Readings, prefix: string): number[] =>
  Object.entries(r).flatMap(([k, v]) => (k.startsWith(prefix) && typeof v === 'object' ? [baseValue(v)] : []));

/** One figure for each kind of test that is worth watching over the years. */
const figures: Record<string, { what: string; of: (r: Readings) => number | undefined }> = {
  repeatability: {
    what: 'datum repeats to (4 s)',
    of: (r) => ((v) => (v.length > 1 ? 4 * deviation(v) : undefined))(numbers(r, 'run-')),
  },
  backlash: {
    what: 'lost on reversal',
    of: (r) => ((v) => (v.length ? mean(v) : undefined))(numbers(r, 'back-')),
  },
  speed: { what: 'highest speed held', of: heldMost },
  acceleration: { what: 'highest acceleration held', of: heldMost },
  heat: { what: 'motor above the room', of: (r) => numbers(r, 'motor')[0] },
  'supply-load': { what: 'lowest volts', of: (r) => numbers(r, 'lowest')[0] },
  brake: { what: 'head comes down at the stop', of: (r) => numbers(r, 'drop')[0] },
  earth: { what: 'to the earth pin', of: (r) => numbers(r, 'ohm')[0] },
};
function heldMost(r: Readings): number | undefined {
  const held = Object.entries(r).flatMap(([k, v]) =>
    k.startsWith('value-') &&
    typeof v === 'object' &&
    r[k.replace('value-', 'held-')] === 'yes' &&
    // Held at a control that was not set for it says nothing.
    r[k.replace('value-', 'set-')] !== 'no'
      ? [baseValue(v)]
      : [],
  );
  return held.length ? Math.max(...held) : undefined;
}

/** What the tests of the real machine show over time, those with the most points first. */
export function trendsOf(journal: readonly JournalEntry[]): Trend[] {
  const found = new Map<string, { what: string; dimension: Dimension; points: Trend['points'][number][] }>();
  for (const e of journal) {
    if (e.kind !== 'record' || e.mode !== 'real') continue;
    const figure = figures[e.test.split('/')[0]!];
    const value = figure?.of(e.readings);
    if (!figure || value === undefined) continue;
    const unit = Object.values(e.readings).find((v): v is Quantity => typeof v === 'object')!.unit;
    const own = found.get(e.test) ?? { what: figure.what, dimension: dimensionOf(unit), points: [] };
    own.points.push({ at: e.at, value, verdict: e.verdict });
    found.set(e.test, own);
  }
  return [...found].map(([test, t]) => ({ test, ...t })).sort((a, b) => b.points.length - a.points.length);
}
