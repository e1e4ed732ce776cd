import type { JournalEntry } from '../machine/file';

/** Something that stands on the machine for now and must not be forgotten. */
export type OpenItem = Extract<JournalEntry, { kind: 'open-item' }>;

/** What such a thing is, in words. */
export const openItemNames: Readonly<Record<OpenItem['of'], string>> = {
  'limit-off': 'Limit switched off',
  'override-held': 'Override held',
  'temporary-value': 'Temporary value',
  bridge: 'Bridge fitted',
  'guard-off': 'Guard off',
  other: 'Something else',
};
/** With these, the machine no longer stops where it should. */
const unguarded: ReadonlySet<OpenItem['of']> = new Set(['limit-off', 'override-held', 'bridge', 'guard-off']);
export const isUnguarded = (item: OpenItem): boolean => unguarded.has(item.of);

/** What is still open, the oldest first. A later entry closes it; the logbook keeps both. */
export function openItemsOf(journal: readonly JournalEntry[]): OpenItem[] {
  const closed = new Set(journal.flatMap((e) => (e.kind === 'closed-item' ? [e.closes] : [])));
  return journal.filter((e): e is OpenItem => e.kind === 'open-item' && !closed.has(e.id));
}

/** An item in one line: what it is, and what it waits for. */
export const openItemInWords = ({ of, what, waitsFor }: OpenItem): string =>
  `${openItemNames[of]}: ${what}${waitsFor ? `; waits for ${waitsFor}` : ''}`;
