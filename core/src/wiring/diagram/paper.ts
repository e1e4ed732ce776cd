import type { Point, SheetLayout } from './sheetLayout';
import type { SheetGraph } from './sheetGraph';

/** A rectangle of a sheet, px at scale 1. */
export interface Extent {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** What a sheet covers: its parts and the corners of all its lines, where they were moved to. */
export function extentOf(
  graph: SheetGraph,
  layout: SheetLayout,
  positions: Readonly<Record<string, Point>> = {},
  lines: Readonly<Record<string, readonly Point[]>> = {},
): Extent {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  const cover = (x: number, y: number) => {
    x0 = Math.min(x0, x);
    y0 = Math.min(y0, y);
    x1 = Math.max(x1, x);
    y1 = Math.max(y1, y);
  };
  for (const n of graph.nodes) {
    const at = positions[n.id] ?? layout.nodes[n.id];
    if (!at) continue;
    cover(at.x, at.y);
    cover(at.x + n.width, at.y + n.height);
  }
  for (const e of graph.edges) for (const p of lines[e.id] ?? layout.lines[e.id] ?? []) cover(p.x, p.y);
  return x0 > x1 ? { x: 0, y: 0, width: 0, height: 0 } : { x: x0, y: y0, width: x1 - x0, height: y1 - y0 };
}

/** Sheets of paper as they lie, mm. A4 and A3 after ISO 216, the others after ANSI/ASME Y14.1. */
export const papers = {
  A4: { width: 297, height: 210 },
  A3: { width: 420, height: 297 },
  Letter: { width: 279.4, height: 215.9 },
  Tabloid: { width: 431.8, height: 279.4 },
} as const;
export type Paper = keyof typeof papers;
export const PAPER_MARGIN_MM = 10;

/** Terminal labels are set in this size; a capital is 0.72 of it, px. */
export const LABEL_SIZE_PX = 11;
const CAPITAL = 0.72;
/** The smallest lettering of a technical drawing, mm (ISO 3098-1). */
export const SMALLEST_LETTERS_MM = 1.8;

/** How tall the capitals of the terminal labels come out when a drawing of this size fills a sheet of paper, mm. */
export function letterHeight(drawing: { width: number; height: number }, paper: Paper): number {
  const { width, height } = papers[paper];
  const scale = Math.min(
    (width - 2 * PAPER_MARGIN_MM) / Math.max(drawing.width, 1),
    (height - 2 * PAPER_MARGIN_MM) / Math.max(drawing.height, 1),
  );
  return scale * LABEL_SIZE_PX * CAPITAL;
}
