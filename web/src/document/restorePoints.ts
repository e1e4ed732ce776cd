import type { KeyValueStore } from './slots';

/** A machine as it was at some time: apart from the slots in which it is saved. */
export interface RestorePoint {
  machine: string;
  savedAt: string;
  revision: number;
  /** `before` a newer Nodaxis brought the file up to date: that text is kept whatever its age. */
  why: 'time' | 'before';
  text: string;
}
export type PointInfo = Omit<RestorePoint, 'text'> & { key: string; characters: number };

const PREFIX = 'point/';
const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
/** Characters that all points of all machines may have together. */
export const MOST_IN_POINTS = 60e6;

/** A point is made at most every hour. */
export const POINT_EVERY_MS = HOUR_MS;

/** Which ones are kept of a machine's points: one an hour of the last day, one a day of the last week, one a week of the last five, one a month before. */
const grain: readonly (readonly [upToMs: number, oneEachMs: number])[] = [
  [DAY_MS, HOUR_MS],
  [7 * DAY_MS, DAY_MS],
  [35 * DAY_MS, 7 * DAY_MS],
  [365 * DAY_MS, 30 * DAY_MS],
];

/**
 * The points that are kept, newest first: of those that fall into one span the newest. `at`: times in ms. One that lies in the future was
 * made under another clock: it is kept, since nothing tells how old it is.
 */
export function keptPoints<P extends { at: number }>(points: readonly P[], now: number): P[] {
  const kept: P[] = [];
  const spans = new Set<string>();
  for (const p of [...points].sort((a, b) => b.at - a.at)) {
    const age = now - p.at;
    const row = grain.findIndex(([upTo]) => age <= upTo);
    if (age < 0) kept.push(p);
    else if (row >= 0) {
      const span = `${row}/${Math.floor(p.at / grain[row]![1])}`;
      if (!spans.has(span)) kept.push(p);
      spans.add(span);
    }
  }
  return kept;
}

/** The key tells all of a point but its text, so that looking through hundreds of them reads none. */
const keyOf = (p: RestorePoint): string => `${PREFIX}${p.machine}/${p.savedAt}/${p.why}/${p.revision}/${p.text.length}`;
const KEY = /^point\/([^/]+)\/([^/]+)\/(time|before)\/(\d+)\/(\d+)$/;

/** All points of a machine, or of all, the newest first. Errors: those of the store. */
export async function pointsOf(store: KeyValueStore, machine?: string): Promise<PointInfo[]> {
  const found: PointInfo[] = [];
  for (const key of await store.keys()) {
    const [, of, savedAt, why, revision, characters] = KEY.exec(key) ?? [];
    if (of === undefined || (machine !== undefined && of !== machine)) continue;
    found.push({
      key,
      machine: of,
      savedAt: savedAt!,
      why: why as RestorePoint['why'],
      revision: Number(revision),
      characters: Number(characters),
    });
  }
  return found.sort((x, y) => y.savedAt.localeCompare(x.savedAt));
}

/** Keeps a point, and lets go of those that are one too many, by time or by room. Errors: those of the store. */
export async function keepPoint(store: KeyValueStore, point: RestorePoint, now: number): Promise<void> {
  await store.setItem(keyOf(point), point);
  const all = (await pointsOf(store)).map((p) => ({ ...p, at: Date.parse(p.savedAt) }));
  const own = all.filter((p) => p.machine === point.machine && p.why === 'time');
  const stay = new Set(keptPoints(own, now).map((p) => p.key));
  const gone = new Set(own.filter((p) => !stay.has(p.key)).map((p) => p.key));
  let room = MOST_IN_POINTS;
  for (const p of all) {
    if (gone.has(p.key)) continue;
    room -= p.characters;
    // The oldest go first, of whichever machine; the one that was just made stays.
    if (room < 0 && p.savedAt !== point.savedAt) gone.add(p.key);
  }
  for (const key of gone) await store.removeItem(key);
}

/** Lets go of the oldest point of all, to make room for a machine; false where there is none. */
export async function dropOldestPoint(store: KeyValueStore): Promise<boolean> {
  const oldest = (await pointsOf(store)).at(-1);
  if (oldest) await store.removeItem(oldest.key);
  return oldest !== undefined;
}

export const pointText = async (store: KeyValueStore, key: string): Promise<string | undefined> =>
  (await store.getItem<RestorePoint>(key))?.text;
