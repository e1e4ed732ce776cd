import type { Design } from './design';
import type { Fault } from '../units/result';
import { JournalEntry, type MachineFile, revisionOf } from './file';
import { schemaFaults } from './reading/schemaFaults';

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

/** What the schema of the file refuses in an entry, such as a text that is too long, and pictures that are not there. */
export function entryFaults(file: MachineFile, entry: NewEntry, at: string): Fault[] {
  const parsed = JournalEntry.safeParse(withEntry(file, entry, at).journal.at(-1));
  if (!parsed.success) return schemaFaults(parsed.error, ['entry']);
  const photos = 'photos' in parsed.data ? (parsed.data.photos ?? []) : [];
  return photos
    .filter((id) => !Object.hasOwn(file.photos, id))
    .map((id) => ({ what: `There is no photo "${id}".`, where: 'entry.photos', fix: 'Take the picture again.' }));
}

/** When each subject was ticked last, by its path. */
export function lastTicks(journal: MachineFile['journal']): ReadonlyMap<string, string> {
  const last = new Map<string, string>();
  for (const e of journal) if (e.kind === 'tick') last.set(e.subject, e.at);
  return last;
}

/** Entries that were withdrawn: readings that were wrong. */
export const withdrawnIn = (journal: readonly JournalEntry[]): ReadonlySet<string> =>
  new Set(journal.flatMap((e) => (e.kind === 'withdrawn-reading' ? [e.withdraws] : [])));
