import type { Card } from './card';

const DAY_MS = 24 * 3_600_000;
/** Removed machines are kept this long. */
const KEEP_DAYS = 30;
/** And this long after it was said that they will go. */
const WARN_DAYS = 7;

/**
 * What becomes of a removed machine at the start of a page. A clock alone deletes nothing: it may have stood wrong when the machine was
 * removed, or stand wrong now. A second witness is the newest time that this browser has ever seen (`clock`, ms), and before a machine
 * goes it is said for a week.
 */
export type BinVerdict =
  | { what: 'keep' }
  /** Its time is up: from now on it is said that it will go. */
  | { what: 'warn'; goesAt: number }
  | { what: 'warned'; goesAt: number }
  | { what: 'delete' };

export function binVerdict(card: Card, now: number, clock: number): BinVerdict {
  const time = (t: string | undefined) => (t ? Date.parse(t) : NaN);
  // No machine is removed before it was last changed, nor before a time that had been seen by then.
  const removed = Math.max(...[card.removedAt, card.changedAt, card.seenAt].map(time).filter((t) => !Number.isNaN(t)));
  // A clock that has gone back says nothing of how much time has passed.
  if (now < clock - DAY_MS || now - removed <= KEEP_DAYS * DAY_MS) return { what: 'keep' };
  const warned = time(card.warnedAt);
  if (Number.isNaN(warned) || warned > now) return { what: 'warn', goesAt: now + WARN_DAYS * DAY_MS };
  const goesAt = warned + WARN_DAYS * DAY_MS;
  return now >= goesAt ? { what: 'delete' } : { what: 'warned', goesAt };
}
