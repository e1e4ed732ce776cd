import type { JournalEntry } from '../machine/file';
import type { NewEntry } from '../machine/journal';
import type { Debrief } from './session';

const SUBJECT = 'drills.';

/** What the journal keeps of a drill that was passed. */
export const passedEntry = (d: Debrief): NewEntry => ({
  kind: 'tick',
  subject: `${SUBJECT}${d.drill}`,
  state: `passed with ${d.score} points`,
});

/** The best score of each drill, by its id, as the journal remembers it. */
export function bestScores(journal: readonly JournalEntry[]): Record<string, number> {
  const best: Record<string, number> = {};
  for (const e of journal) {
    if (e.kind !== 'tick' || !e.subject.startsWith(SUBJECT)) continue;
    const drill = e.subject.slice(SUBJECT.length);
    best[drill] = Math.max(best[drill] ?? 0, Number(/\d+/.exec(e.state)?.[0] ?? 0));
  }
  return best;
}
