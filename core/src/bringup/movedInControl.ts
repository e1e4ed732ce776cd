import { compareDump } from '../dialects/compare';
import { linesOfSheet, type SheetLine } from '../dialects/lines';
import { givenValue } from '../dialects/readDump';
import { dumpOf, sheetsInUse, type SheetInUse, type Snapshot } from '../dialects/snapshots';
import type { JournalEntry } from '../machine/file';
import type { Made } from './made';

/** A setting that the control held in one way about when a test was done, and holds in another since. */
export interface MovedInControl {
  /** What was read: the drive by its designation, or the control. */
  readonly of: string;
  /** Its name there, and the settings that it is made of. */
  readonly name: string;
  readonly what: string;
  readonly keys: readonly string[];
  readonly was: string;
  readonly is: string;
}

/** The settings that a line speaks of: of a mask only those whose bit has moved. */
function keysOf({ slots, entry }: SheetLine, was: number | undefined, is: number | undefined): string[] {
  const bit = (mask: number, at: number) => Math.floor(mask / 2 ** at) % 2;
  const own =
    entry.bits && was !== undefined && is !== undefined
      ? slots.filter((s) => s.bit === undefined || bit(was, s.bit) !== bit(is, s.bit))
      : slots;
  return [...new Set(own.map((s) => s.setting.key))];
}

/**
 * Tells for a result at a place of the journal what the readings of the control and of the drives say has moved since: between
 * the last reading before it, or else the first one after it, and the newest. A setting that was brought to what the machine
 * file needs is none: a test is judged by that figure, so it was passed with it. Nothing without a name sheet and two readings.
 */
export function movedInControl(
  m: Made,
  journal: readonly JournalEntry[],
): (position: number) => readonly MovedInControl[] {
  const each = sheetsInUse(m.design).flatMap((s) => movedBy(m, journal, s) ?? []);
  return (position) => each.flatMap((moved) => moved(position));
}

function movedBy(
  { design, figures }: Made,
  journal: readonly JournalEntry[],
  { sheet, part }: SheetInUse,
): ((position: number) => readonly MovedInControl[]) | undefined {
  const readings = journal.flatMap((entry, at) =>
    entry.kind === 'control' && entry.part === part && entry.sheet === sheet.name ? [{ entry, at }] : [],
  );
  const newest = readings.at(-1);
  if (!newest || readings.length < 2) return undefined;
  const lines = linesOfSheet(sheet, design, figures.settings, part);
  const differing = compareDump(lines, dumpOf(newest.entry, sheet, lines), figures.settings).filter(
    (d) => d.standing !== 'same' && d.standing !== 'not given',
  );
  const of = part === undefined ? 'The control' : (design.parts[part]?.designation ?? part);
  const known = new Map<Snapshot, readonly MovedInControl[]>();
  const since = (before: Snapshot): readonly MovedInControl[] => {
    const found = known.get(before);
    if (found) return found;
    const held = new Map(before.held);
    const moved = differing.flatMap(({ line, given }): MovedInControl[] => {
      const was = held.get(line.name);
      if (was === undefined || !given) return [];
      const { value } = givenValue(was, line, sheet.decimal);
      const same = value === undefined || given.value === undefined ? was === given.text : value === given.value;
      return same
        ? []
        : [{ of, name: line.name, what: line.what, keys: keysOf(line, value, given.value), was, is: given.text }];
    });
    known.set(before, moved);
    return moved;
  };
  return (position) => {
    const before = readings.findLast((r) => r.at < position) ?? readings[0]!;
    return before === newest ? [] : since(before.entry);
  };
}

/**
 * Whether a setting of the control is behind the result of a test that depends on these paths: where it could be set by
 * hand, what the drive is set to, and how hard and fast an axis goes wherever its forces count.
 */
export function isBehind(key: string, paths: ReadonlySet<string>): boolean {
  if (paths.has(`overrides.${key}`)) return true;
  const [of, id, name] = key.split('/');
  if (of === 'driver') return paths.has(`parts.${id}.setup`);
  return of === 'axis' && (name === 'max-speed' || name === 'acceleration') && paths.has(`axes.${id}.dragTorque`);
}
