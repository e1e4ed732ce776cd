import type { Design } from './design';
import type { JournalEntry, MachineFile } from './file';

export const conductorSubject = (id: string): string => `conductors.${id}`;

/**
 * Writes a dated tick for every conductor whose state an edit has changed. What is done at the bench is not undone by
 * an undo: going back adds a tick of its own.
 */
export function withTicks(file: MachineFile, before: Design, at: string): MachineFile {
  const { conductors } = file.design;
  if (conductors === before.conductors) return file;
  const ticks: JournalEntry[] = [];
  for (const id in conductors) {
    const { state } = conductors[id]!;
    if (state !== (before.conductors[id]?.state ?? 'planned'))
      ticks.push({
        kind: 'tick',
        id: `entry-${file.journal.length + ticks.length + 1}`,
        at,
        subject: conductorSubject(id),
        state,
      });
  }
  return ticks.length ? { ...file, journal: [...file.journal, ...ticks] } : file;
}

/** When each subject was ticked last, by its path. */
export function lastTicks(journal: MachineFile['journal']): ReadonlyMap<string, string> {
  const last = new Map<string, string>();
  for (const e of journal) if (e.kind === 'tick') last.set(e.subject, e.at);
  return last;
}
