import type { JournalEntry } from '../machine/file';
import { withdrawnIn } from '../machine/journal';

/** Why a spindle is run in: its bearings are new, they have stood for weeks, or the day begins. */
export const runInReasons = ['new', 'stood', 'day'] as const;
export type RunInReason = (typeof runInReasons)[number];

/** Shares of the highest speed and minutes at each, that its grease spreads before it gets hot. */
const schedules: Readonly<Record<RunInReason, { share: number; minutes: number }[]>> = {
  new: [
    { share: 0.2, minutes: 20 },
    { share: 0.4, minutes: 20 },
    { share: 0.6, minutes: 20 },
    { share: 0.8, minutes: 15 },
    { share: 1, minutes: 15 },
  ],
  stood: [
    { share: 0.25, minutes: 10 },
    { share: 0.5, minutes: 10 },
    { share: 0.75, minutes: 10 },
    { share: 1, minutes: 5 },
  ],
  day: [
    { share: 0.25, minutes: 3 },
    { share: 0.5, minutes: 3 },
    { share: 0.75, minutes: 3 },
  ],
};
/** Speeds are told in whole hundreds, below a thousand in tens. */
const roundRpm = (v: number): number => (v >= 1000 ? Math.round(v / 100) * 100 : Math.round(v / 10) * 10);

/** A bearing that is warmer than this by hand or meter, °C, is left to cool before the next step. */
export const HOT_C = 60;

export interface RunInStep {
  rpm: number;
  minutes: number;
}
/**
 * The steps of a run-in, slowest first, in rpm of the motor. `least`: a speed below which it is not cooled; what lies below is run at
 * that. `top`: its highest speed. These are usual steps for greased bearings: the maker's own come before them.
 */
export function runInSteps(reason: RunInReason, top: number, least: number): RunInStep[] {
  const steps: RunInStep[] = [];
  for (const { share, minutes } of schedules[reason]) {
    const rpm = Math.min(top, Math.max(least, roundRpm(share * top)));
    const before = steps.at(-1);
    if (before?.rpm === rpm) before.minutes += minutes;
    else steps.push({ rpm, minutes });
  }
  return steps;
}

/** A step that was run and kept. */
export type RunInEntry = Extract<JournalEntry, { kind: 'run-in' }>;

/** The steps of a motor that were kept, newest first; what was withdrawn does not count. */
export function runInsOf(journal: readonly JournalEntry[], part: string): RunInEntry[] {
  const gone = withdrawnIn(journal);
  return journal.filter((e): e is RunInEntry => e.kind === 'run-in' && e.part === part && !gone.has(e.id)).reverse();
}
