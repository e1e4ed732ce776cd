import type { Finding, Severity } from '../findings/finding';

/** Titles of what a change mends and of what it brings, with their severity. Notes do not count. */
export interface ChangedFindings {
  cures: string[];
  brings: { severity: Severity; title: string }[];
}
/** What is only still to be planned or entered is no harm of a change that is tried. */
const STILL_TO_DO = /^(plan-|terminal-|missing-)/;

/** What the findings before a trial have become after it. */
export function changedFindings(before: readonly Finding[], after: readonly Finding[]): ChangedFindings {
  const serious = (f: Finding) => f.severity !== 'note';
  const [had, has] = [before, after].map((list) => new Set(list.map((f) => f.id)));
  return {
    cures: before.filter((f) => serious(f) && !has!.has(f.id)).map((f) => f.title),
    brings: after
      .filter((f) => serious(f) && !had!.has(f.id) && !STILL_TO_DO.test(f.code))
      .map((f) => ({ severity: f.severity, title: f.title })),
  };
}
