import type { Design } from '../machine/design';
import type { NameSheet } from '../machine/nameSheet';
import type { Setting } from '../settings/setting';
import { compareDump, type Difference } from './compare';
import { entryOfSetting, withName } from './driveEntry';
import { linesOfSheet } from './lines';
import { dumpOf, type Snapshot } from './snapshots';

/** What a drive shows for one of its settings, and how that stands to what is needed. */
export interface ReadBack {
  text: string;
  difference: Difference | undefined;
}
/** What was read back from a drive, setting by setting, and what would be kept of it. */
export interface DriveReading {
  byKey: ReadonlyMap<string, ReadBack>;
  /** The drive’s sheet, with those by their titles that were read and have no number of their own. */
  sheet: NameSheet;
  held: Snapshot['held'];
}
interface Asked {
  driveId: string;
  driveName: string;
  own: NameSheet | undefined;
  /** The settings of the drive that are read back. */
  list: readonly Setting[];
  /** As typed, by key of the setting; what is not typed is as it was kept last. */
  typed: Readonly<Record<string, string>>;
  last: Pick<Snapshot, 'held'> | undefined;
}

/** Holds what a person reads on the display of a drive against what it needs, before it is kept and after. */
export function readingOf(
  { driveId, driveName, own, list, typed, last }: Asked,
  design: Parameters<typeof linesOfSheet>[1] & Pick<Design, 'parts'>,
  settings: readonly Setting[],
): DriveReading {
  const kept = new Map(last?.held);
  const textOf = (s: Setting): string => {
    const name = entryOfSetting(own, s)?.name ?? s.title;
    return (Object.hasOwn(typed, s.key) ? typed[s.key]! : (kept.get(name) ?? '')).trim();
  };
  const read = list.flatMap((s) => (textOf(s) ? [{ setting: s, text: textOf(s) }] : []));
  const sheet = read.reduce(
    (sum, { setting }) => (entryOfSetting(sum, setting) ? sum : withName(sum, driveName, setting, setting.title)),
    own ?? withName(undefined, driveName, list[0]!, ''),
  );
  const mine = list.map((s) => entryOfSetting(sheet, s)?.name ?? s.title);
  const held: Snapshot['held'] = [
    ...(last?.held ?? []).filter(([name]) => !mine.includes(name)),
    ...read.map(({ setting, text }): [string, string] => [entryOfSetting(sheet, setting)!.name, text]),
  ];
  const lines = linesOfSheet(sheet, design, settings, driveId);
  const differences = compareDump(lines, dumpOf({ held }, sheet, lines), settings);
  return {
    byKey: new Map(
      read.map(({ setting, text }) => {
        const entry = entryOfSetting(sheet, setting);
        return [setting.key, { text, difference: differences.find((d) => d.line.entry === entry) }];
      }),
    ),
    sheet,
    held,
  };
}
