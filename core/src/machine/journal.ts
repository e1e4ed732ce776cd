import type { Design } from './design';
import { revisionOf, type JournalEntry, type MachineFile } from './file';

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
        revision: revisionOf(file),
        subject: conductorSubject(id),
        state,
      });
  }
  return ticks.length ? { ...file, journal: [...file.journal, ...ticks] } : file;
}

/** An entry as it is handed in: the file gives it its id and its time. */
export type NewEntry = JournalEntry extends infer E ? (E extends JournalEntry ? Omit<E, 'id' | 'at'> : never) : never;

/** Adds an entry at the end. Nothing that stands in the journal is ever altered. */
export function withEntry(file: MachineFile, entry: NewEntry, at: string): MachineFile {
  const id = `entry-${file.journal.length + 1}`;
  return { ...file, journal: [...file.journal, { revision: revisionOf(file), ...entry, id, at } as JournalEntry] };
}

/** When each subject was ticked last, by its path. */
export function lastTicks(journal: MachineFile['journal']): ReadonlyMap<string, string> {
  const last = new Map<string, string>();
  for (const e of journal) if (e.kind === 'tick') last.set(e.subject, e.at);
  return last;
}
