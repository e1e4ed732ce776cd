import type { Notice } from '../switches/polarity';
import type { FaultKind } from './faults';
import { faultKinds } from './faults';
import type { SafetyFunction } from './safetyFunctions';
import type { SweepRow } from './sweep';

export const notices = ['at once', 'at next use', 'never'] as const satisfies readonly Notice[];
const rank = (n: Notice): number => notices.indexOf(n);

/** What each kind of fault is called in a list. */
export const faultKindWords: Record<FaultKind, string> = {
  'conductor-open': 'wire open',
  'contact-open': 'contact never closes',
  'contact-welded': 'contact welded',
  'sensor-dead': 'sensor dead',
  'sensor-stuck': 'sensor stuck on',
  'supply-lost': 'supply lost',
  'plug-off': 'plug off',
  'short-neighbour': 'touches its neighbour',
  'short-frame': 'touches the frame',
  'short-zero': 'touches 0 V',
  'short-plus': 'touches +',
  'controller-hung': 'controller hung',
};

/** Which faults are listed: by when they show, those that matter, or those of one place of the map. */
export type RowFilter = Notice | 'danger' | 'loss' | 'all' | 'none';
const fits = (r: SweepRow, only: RowFilter): boolean => {
  if (only === 'all') return true;
  if (only === 'none') return !r.lost.length;
  if (only === 'danger') return r.danger;
  return r.lost.length > 0 && (only === 'loss' || r.notice === only);
};
/** The rows of a filter, or of one place of the map: dangers first, then what shows latest. */
export const rowsShown = (
  rows: readonly SweepRow[],
  only: RowFilter | { function: string; kind: FaultKind },
): SweepRow[] =>
  rows
    .filter((r) =>
      typeof only === 'string' ? fits(r, only) : r.fault.kind === only.kind && r.lost.includes(only.function),
    )
    .sort((a, b) => Number(b.danger) - Number(a.danger) || rank(b.notice) - rank(a.notice));

export interface SweepCounts {
  faults: number;
  /** Faults that leave every function as it is, whether they show or not. */
  harmless: number;
  /** The others, by when they show. */
  noticed: Readonly<Record<Notice, number>>;
  /** Never noticed, and a stop, a limit or a brake is gone. */
  dangers: number;
}
export const countsOf = (rows: readonly SweepRow[]): SweepCounts => ({
  faults: rows.length,
  harmless: rows.filter((r) => !r.lost.length).length,
  noticed: Object.fromEntries(
    notices.map((n) => [n, rows.filter((r) => r.lost.length && r.notice === n).length]),
  ) as Record<Notice, number>,
  dangers: rows.filter((r) => r.danger).length,
});

/** One place of the map: the faults of a kind that take a function away. */
export interface MapCell {
  count: number;
  worst: Notice;
  danger: boolean;
}
export interface SweepMap {
  /** Kinds that this machine has any fault of. */
  kinds: readonly FaultKind[];
  lines: readonly { function: SafetyFunction; cells: Readonly<Partial<Record<FaultKind, MapCell>>> }[];
}

/** Functions against kinds of faults: how many take it away, and how late the latest of them shows. */
export function mapOf(functions: readonly SafetyFunction[], rows: readonly SweepRow[]): SweepMap {
  const kinds = faultKinds.filter((k) => rows.some((r) => r.fault.kind === k));
  return {
    kinds,
    lines: functions.map((f) => {
      const cells: Partial<Record<FaultKind, MapCell>> = {};
      for (const r of rows) {
        if (!r.lost.includes(f.id)) continue;
        const cell = cells[r.fault.kind] ?? { count: 0, worst: 'at once' as Notice, danger: false };
        cell.count++;
        if (rank(r.notice) > rank(cell.worst)) cell.worst = r.notice;
        cell.danger ||= r.danger && f.protective;
        cells[r.fault.kind] = cell;
      }
      return { function: f, cells };
    }),
  };
}

/** A fault that two sweeps judge differently, or that one of them does not have. */
export interface SweepChange {
  title: string;
  before: Pick<SweepRow, 'notice' | 'lost' | 'danger'> | undefined;
  after: Pick<SweepRow, 'notice' | 'lost' | 'danger'> | undefined;
  verdict: 'better' | 'worse' | 'new' | 'gone';
}

/** How bad a row is, for putting two in order: a danger, then a loss, then how late it shows. */
const badness = (r: Pick<SweepRow, 'notice' | 'lost' | 'danger'>): number =>
  (r.danger ? 100 : 0) + (r.lost.length ? 10 * rank(r.notice) : 0) + r.lost.length / 100;

/** What a change of the machine did to its faults, the dangers first. */
export function compareSweeps(before: readonly SweepRow[], after: readonly SweepRow[]): SweepChange[] {
  const now = new Map(after.map((r) => [r.fault.id, r]));
  const was = new Map(before.map((r) => [r.fault.id, r]));
  const changes: SweepChange[] = [];
  for (const r of before) {
    const n = now.get(r.fault.id);
    if (!n) {
      if (r.lost.length) changes.push({ title: r.fault.title, before: r, after: undefined, verdict: 'gone' });
      continue;
    }
    const by = badness(n) - badness(r);
    if (by !== 0) changes.push({ title: n.fault.title, before: r, after: n, verdict: by < 0 ? 'better' : 'worse' });
  }
  for (const r of after)
    if (!was.has(r.fault.id) && r.lost.length)
      changes.push({ title: r.fault.title, before: undefined, after: r, verdict: 'new' });
  const weight = (c: SweepChange) => Math.max(c.before ? badness(c.before) : 0, c.after ? badness(c.after) : 0);
  return changes.sort((a, b) => weight(b) - weight(a));
}
