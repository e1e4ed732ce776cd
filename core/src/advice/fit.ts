import type { LibraryEntry } from '../machine/library/entry';
import type { Display } from '../units/print';

export type Verdict = 'meets' | 'workaround' | 'fails' | 'unknown';

/** One requirement of the machine held against one library part. */
export interface Check {
  requirement: string;
  verdict: Verdict;
  /** The numbers behind it, and the way around it where there is one. */
  why: (display: Display) => string;
}

/** A library part against all requirements of this machine. */
export interface Fit {
  entry: LibraryEntry;
  verdict: Verdict;
  checks: Check[];
}

const order: readonly Verdict[] = ['fails', 'unknown', 'workaround', 'meets'];

/** The verdict over all checks: the worst of them. */
export const overall = (checks: readonly Check[]): Verdict =>
  order.find((v) => checks.some((c) => c.verdict === v)) ?? 'meets';

/** Best first; within a verdict, in the order of the library. */
export const ranked = <T extends Fit>(fits: readonly T[]): T[] =>
  [...fits].sort((a, b) => order.indexOf(b.verdict) - order.indexOf(a.verdict));

export const check = (requirement: string, verdict: Verdict, why: Check['why'] | string): Check => ({
  requirement,
  verdict,
  why: typeof why === 'string' ? () => why : why,
});
