import { linesOfSheet } from '../dialects/lines';
import { sheetsInUse } from '../dialects/snapshots';
import { canWrite } from '../dialects/write';
import type { Made } from './made';

/** What is to be typed into the control for these settings, by its name sheet: “high.x 595.000”. Nothing without a sheet. */
export function toType({ design, figures }: Made, keys: readonly string[]): string | undefined {
  const told = sheetsInUse(design).flatMap(({ sheet, part }) => {
    const lines = linesOfSheet(sheet, design, figures.settings, part).filter(
      (l) => canWrite(l) && l.slots.some((s) => keys.includes(s.setting.key)),
    );
    return lines.length ? [`In ${sheet.name}: ${lines.map((l) => `${l.name} ${l.text}`).join(', ')}.`] : [];
  });
  return told.length ? told.join(' ') : undefined;
}
