import { linesOfSheet } from '../dialects/lines';
import { canWrite } from '../dialects/write';
import type { Made } from './made';

/** What is to be typed into the control for these settings, by its name sheet: “high.x 595.000”. Nothing without a sheet. */
export function toType({ design, figures }: Made, keys: readonly string[]): string | undefined {
  const sheet = design.nameSheet;
  if (!sheet) return undefined;
  const lines = linesOfSheet(sheet, design, figures.settings).filter(
    (l) => canWrite(l) && l.slots.some((s) => keys.includes(s.setting.key)),
  );
  return lines.length ? `In ${sheet.name}: ${lines.map((l) => `${l.name} ${l.text}`).join(', ')}.` : undefined;
}
