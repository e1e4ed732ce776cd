/** An outline on a plate or front, mm. */
interface Outline {
  x: number;
  y: number;
  width: number;
  height: number;
}
const STEP = 5;

/** The first free place for an outline, row by row from the lower left, with a gap to all that is there; undefined where there is none. */
export function roomFor(
  { width, height }: { width: number; height: number },
  taken: readonly Outline[],
  sheet: { width: number; height: number },
  gap: number,
): { x: number; y: number } | undefined {
  for (let y = 0; y + height <= sheet.height; y += STEP)
    for (let x = 0; x + width <= sheet.width; x += STEP) {
      const met = taken.find(
        (t) => x < t.x + t.width + gap && t.x < x + width + gap && y < t.y + t.height + gap && t.y < y + height + gap,
      );
      if (!met) return { x, y };
      // On behind it: nothing between here and its end is free.
      x = Math.max(x, Math.ceil((met.x + met.width + gap) / STEP) * STEP - STEP);
    }
  return undefined;
}
