import type { NameSheet } from '../machine/nameSheet';
import type { SheetLine } from './lines';

/** Lines that a control can be given, and what is left out, with the reason. */
export interface Written {
  readonly commands: readonly string[];
  readonly left: readonly SheetLine[];
  /** A restart is needed for some of them to count. */
  readonly restart: boolean;
}

/** What the control takes: without a value, or with one outside its bounds, a line is left out and told. */
export const canWrite = (line: SheetLine): boolean => line.value !== undefined && line.fault === undefined;

/** The command list: what comes ahead, a line for each setting in the order of the sheet, what comes behind, a restart where one is needed. */
export function writeCommands(sheet: NameSheet, lines: readonly SheetLine[]): Written {
  const written = lines.filter(canWrite);
  const restart = written.some((l) => l.entry.restart);
  const set = (l: SheetLine) =>
    sheet.set
      .replaceAll('{name}', () => l.name)
      .replaceAll('{value}', () => l.text)
      .replaceAll('{unit}', () => l.unit ?? '')
      .trim();
  return {
    commands: written.length
      ? [...sheet.before, ...written.map(set), ...sheet.after, ...(restart && sheet.restart ? [sheet.restart] : [])]
      : [],
    left: lines.filter((l) => !canWrite(l)),
    restart,
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
