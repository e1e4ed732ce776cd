import { compareDump, takenFrom, type Difference } from '../dialects/compare';
import { linesOfSheet } from '../dialects/lines';
import { sheets } from '../dialects/sheets/index';
import { dumpOf, sheetsInUse, snapshotsOf, type SheetInUse } from '../dialects/snapshots';
import { openItemsOf, openItemInWords, openItemNames } from '../logbook/openItems';
import type { Design } from '../machine/design';
import type { JournalEntry } from '../machine/file';
import { showSetting, type Setting } from '../settings/setting';
import type { Display } from '../units/print';
import type { ReportSection } from './document';

/** Whose words a report may use: all of them, or those that nobody typed and those that are released. */
export type Words = 'all' | ReadonlySet<string>;

/** What a line needs and what the control holds there, in the words of the settings where the line tells one of them. */
function bothSides({ line, given }: Difference, settings: readonly Setting[], display: Display): [string, string] {
  const needs = line.text + (line.unit ? ` ${line.unit}` : '');
  if (given?.value === undefined) return [needs, 'not readable'];
  const taken = takenFrom(line, given.value);
  const one = taken?.length === 1 ? settings.find((s) => s.key === taken[0]!.key) : undefined;
  if (one?.value.known && one.kind.type === 'choice')
    return [showSetting(one.kind, one.value.value, display), showSetting(one.kind, taken![0]!.value, display)];
  return [needs, `${Number(given.value.toPrecision(9))}${line.unit ? ` ${line.unit}` : ''}`];
}

/**
 * What the control and the drives held when they were last read, as far as it is not what the machine needs. `settings` are told by their
 * titles; what the control calls them is added from a sheet that ships, or where all words may be used.
 */
export const controlSections = (
  design: Design,
  journal: readonly JournalEntry[],
  settings: readonly Setting[],
  display: Display,
  words: Words,
): ReportSection[] => sheetsInUse(design).flatMap((s) => sectionOf(s, design, journal, settings, display, words) ?? []);

function sectionOf(
  { sheet, part }: SheetInUse,
  design: Design,
  journal: readonly JournalEntry[],
  settings: readonly Setting[],
  display: Display,
  words: Words,
): ReportSection | undefined {
  const last = snapshotsOf(journal, part).findLast((s) => s.sheet === sheet.name);
  if (!last) return undefined;
  const byShipped = sheets.some((s) => JSON.stringify(s) === JSON.stringify(sheet));
  const lines = linesOfSheet(sheet, design, settings, part);
  const all = compareDump(lines, dumpOf(last, sheet, lines), settings);
  const apart = all.filter((d) => d.standing === 'differs' || d.standing === 'not readable');
  const same = all.filter((d) => d.standing === 'same').length;
  const titles = ({ line }: Difference) =>
    [...new Set(line.slots.map((s) => s.setting.key))]
      .map((key) => settings.find((s) => s.key === key)!)
      .map((s) => `${s.group}, ${s.title}`)
      .join('; ');
  return {
    heading: `What ${part === undefined ? 'the control' : (design.parts[part]?.designation ?? part)} holds`,
    paragraphs: [
      `Read on ${last.at.slice(0, 10)}: ${same} settings as the machine needs them, ${apart.length} otherwise.`,
    ],
    ...(apart.length
      ? {
          table: {
            head: ['There', 'Setting', 'Needed', 'Held', 'What may be behind it'],
            widths: [2, 4, 2, 2, 4],
            right: [2, 3],
            rows: apart.map((d) => [
              words === 'all' || byShipped ? d.line.name : '',
              titles(d),
              ...(words === 'all' ? [d.line.text, d.given!.text] : bothSides(d, settings, display)),
              d.because ?? '',
            ]),
          },
        }
      : {}),
  };
}

/** What stands on the machine for now. */
export function openItemsSection(journal: readonly JournalEntry[], words: Words): ReportSection | undefined {
  const open = openItemsOf(journal);
  if (!open.length) return undefined;
  const may = (text: string) => words === 'all' || words.has(text);
  return {
    heading: 'For now, until it is put right',
    table: {
      head: ['Since', 'What', 'Why'],
      widths: [1.4, 5, 5],
      rows: open.map((e) => [
        e.at.slice(0, 10),
        may(e.what) && (!e.waitsFor || may(e.waitsFor)) ? openItemInWords(e) : openItemNames[e.of],
        may(e.reason) ? e.reason : '',
      ]),
    },
  };
}
