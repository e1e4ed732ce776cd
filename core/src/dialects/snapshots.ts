import type { Design } from '../machine/design';
import type { JournalEntry } from '../machine/file';
import type { NameSheet } from '../machine/nameSheet';
import type { SheetLine } from './lines';
import { givenValue, type Dump, type Given } from './readDump';

/** What a control held at some time, as the logbook keeps it. */
export type Snapshot = Extract<JournalEntry, { kind: 'control' }>;

/** Readings of the control, or of a drive, the oldest first. */
export const snapshotsOf = (journal: readonly JournalEntry[], part?: string): Snapshot[] =>
  journal.filter((e): e is Snapshot => e.kind === 'control' && e.part === part);

/** A reading as the logbook takes it. */
export const heldOf = ({ given }: Pick<Dump, 'given'>): Snapshot['held'] =>
  [...given.values()].map((g) => [g.name, g.text]);

/** A snapshot as a reading again, by the sheet of today: names that it does not hold any more are left aside. */
export function dumpOf(snapshot: Pick<Snapshot, 'held'>, sheet: NameSheet, lines: readonly SheetLine[]): Dump {
  const byName = new Map(lines.map((l) => [l.name, l]));
  const given = new Map<string, Given>();
  const unknown: Given[] = [];
  snapshot.held.forEach(([name, text], i) => {
    const read: Given = { name, text, at: i + 1, ...givenValue(text, byName.get(name), sheet.decimal) };
    if (byName.has(name)) given.set(name, read);
    else unknown.push(read);
  });
  return { given, twice: [], unknown, over: 0 };
}

/** A setting that a control held in one way before and in another later; of one that was not there, nothing. */
export interface Moved {
  readonly name: string;
  readonly was: string | undefined;
  readonly is: string | undefined;
}
/** What differs between two readings, in the order of the later one; what is gone comes last. */
export function movedBetween(before: Pick<Snapshot, 'held'>, after: Pick<Snapshot, 'held'>): Moved[] {
  const was = new Map(before.held);
  const is = new Map(after.held);
  return [...new Set([...is.keys(), ...was.keys()])].flatMap((name) =>
    was.get(name) === is.get(name) ? [] : [{ name, was: was.get(name), is: is.get(name) }],
  );
}

/** A name sheet of this machine: of its control, or of the drive `part`. */
export interface SheetInUse {
  readonly part: string | undefined;
  readonly sheet: NameSheet;
}
/** Every name sheet of a machine, the control’s first. */
export const sheetsInUse = ({ nameSheet, driveSheets }: Pick<Design, 'nameSheet' | 'driveSheets'>): SheetInUse[] => [
  ...(nameSheet ? [{ part: undefined, sheet: nameSheet }] : []),
  ...Object.entries(driveSheets ?? {}).map(([part, sheet]) => ({ part, sheet })),
];
