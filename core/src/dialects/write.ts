import type { NameSheet } from '../machine/nameSheet';
import type { SheetLine } from './lines';
import type { Moved } from './snapshots';

/** Lines that a control can be given, and what is left out, with the reason. */
export interface Written {
  readonly commands: readonly string[];
  readonly left: readonly SheetLine[];
  /** A restart is needed for some of them to count. */
  readonly restart: boolean;
  /** Waits that a hand keeps, since the control has no line for them: behind which of the commands, from 1, and how long. */
  readonly waits: readonly { after: number; seconds: number }[];
}

/** What the control takes: without a value, or with one outside its bounds, a line is left out and told. */
export const canWrite = (line: SheetLine): boolean => line.value !== undefined && line.fault === undefined;

/** The line that sets one. */
const setLine = (sheet: NameSheet, { name, unit }: Pick<SheetLine, 'name' | 'unit'>, text: string): string =>
  sheet.set
    .replaceAll('{name}', () => name)
    .replaceAll('{value}', () => text)
    .replaceAll('{unit}', () => unit ?? '')
    .trim();
const between = (sheet: NameSheet, set: readonly string[], restart: boolean): string[] =>
  set.length ? [...sheet.before, ...set, ...sheet.after, ...(restart && sheet.restart ? [sheet.restart] : [])] : [];

/** A line that sets one, and the one that waits for it where the control has one. */
const setLines = (sheet: NameSheet, line: SheetLine, text: string): string[] => [
  setLine(sheet, line, text),
  ...(sheet.pauseLine && line.entry.pause ? [sheet.pauseLine.replaceAll('{seconds}', String(line.entry.pause))] : []),
];

/** The lines that give a control back what it held before: of what the sheet still holds, as it was printed then. */
export function writeBack(sheet: NameSheet, lines: readonly SheetLine[], moved: readonly Moved[]): string[] {
  const byName = new Map(lines.map((l) => [l.name, l]));
  const back = moved.flatMap((m) => {
    const line = byName.get(m.name);
    return line && m.was !== undefined ? [{ line, text: m.was }] : [];
  });
  return between(
    sheet,
    back.flatMap(({ line, text }) => setLines(sheet, line, text)),
    back.some(({ line }) => line.entry.restart),
  );
}

/** The command list: what comes ahead, a line for each setting in the order of the sheet, what comes behind, a restart where one is needed. */
export function writeCommands(sheet: NameSheet, lines: readonly SheetLine[]): Written {
  const written = lines.filter(canWrite);
  const restart = written.some((l) => l.entry.restart);
  return {
    commands: between(
      sheet,
      written.flatMap((l) => setLines(sheet, l, l.text)),
      restart,
    ),
    left: lines.filter((l) => !canWrite(l)),
    restart,
    waits: sheet.pauseLine
      ? []
      : written.flatMap((l, i) =>
          l.entry.pause ? [{ after: sheet.before.length + i + 1, seconds: l.entry.pause }] : [],
        ),
  };
}

/** Lines under their menus, in menu order: what has none comes last, as it stands in the sheet. */
export function inMenuOrder(lines: readonly SheetLine[]): { menu: string; lines: readonly SheetLine[] }[] {
  const menus = new Map<string, SheetLine[]>();
  for (const l of lines) {
    const menu = (l.entry.menu ?? []).join(' › ');
    menus.set(menu, [...(menus.get(menu) ?? []), l]);
  }
  return [...menus].sort(([a], [b]) => Number(a === '') - Number(b === '')).map(([menu, of]) => ({ menu, lines: of }));
}
