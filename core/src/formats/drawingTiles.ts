import type { PanelDrawing } from '../panel/drawing';
import { barSvg, barWords, markSvg, STYLE } from './drawingSvg';

/** A sheet of A4 upright, what no printer leaves white of it, and by how much two sheets share the drawing, mm. */
export const A4 = { width: 210, height: 297 } as const;
const EDGE = 10;
const SHARED = 10;
/** Below the drawing: the bar, and which sheet it is. */
const FOOT = 17;
const ROOM = { width: A4.width - 2 * EDGE, height: A4.height - 2 * EDGE - FOOT };

/** A sheet of a drawing that is larger than the paper: its place among the others, and its picture, 1:1. */
export interface Tile {
  column: number;
  row: number;
  svg: string;
}
const n = (x: number): string => String(Number(x.toFixed(3)));
/** How many sheets a length takes: each but the first adds its room less what it shares. */
const sheets = (length: number, room: number): number =>
  length <= room ? 1 : 1 + Math.ceil((length - room) / (room - SHARED) - 1e-9);

/**
 * A drawing of 1:1 in sheets of A4, from the upper left one on, row by row. Two neighbours share 10 mm; lines with a cross at both ends show
 * where to cut and glue. Each sheet has a bar of 50 mm.
 */
export function drawingTiles(drawing: PanelDrawing, title: string): Tile[] {
  const [columns, rows] = [sheets(drawing.width, ROOM.width), sheets(drawing.height, ROOM.height)];
  return Array.from({ length: columns * rows }, (_, i): Tile => {
    const [column, row] = [i % columns, Math.floor(i / columns)];
    /** Of the drawing, what is at the left and upper edge of this sheet. */
    const [left, down] = [column * (ROOM.width - SHARED), row * (ROOM.height - SHARED)];
    const clip = `tile-${column}-${row}`;
    const lines = [
      ...(column < columns - 1 ? [`M${n(EDGE + ROOM.width - SHARED / 2)} ${EDGE}v${n(ROOM.height)}`] : []),
      ...(column > 0 ? [`M${n(EDGE + SHARED / 2)} ${EDGE}v${n(ROOM.height)}`] : []),
      ...(row < rows - 1 ? [`M${EDGE} ${n(EDGE + ROOM.height - SHARED / 2)}h${n(ROOM.width)}`] : []),
      ...(row > 0 ? [`M${EDGE} ${n(EDGE + SHARED / 2)}h${n(ROOM.width)}`] : []),
    ];
    const foot = EDGE + ROOM.height;
    const svg = [
      `<svg xmlns="http://www.w3.org/2000/svg" width="${A4.width}mm" height="${A4.height}mm" viewBox="0 0 ${A4.width} ${A4.height}">`,
      STYLE,
      `<defs><clipPath id="${clip}"><rect x="${EDGE}" y="${EDGE}" width="${n(ROOM.width)}" height="${n(ROOM.height)}"/></clipPath></defs>`,
      `<g clip-path="url(#${clip})">`,
      ...drawing.marks.map((m) => markSvg(m, EDGE - left, EDGE - down + drawing.height)),
      '</g>',
      ...(lines.length ? [`<path class="glue" stroke-width=".18" stroke-dasharray="2 2" d="${lines.join('')}"/>`] : []),
      barSvg(EDGE, foot + 7, barWords(drawing)),
      `<text x="${EDGE}" y="${n(foot + 14)}" font-size="3.5">${title.replace(/[&<>]/g, ' ')}, 1:1. Sheet ${i + 1} of ${columns * rows}: column ${column + 1}, row ${row + 1}. Print without scaling.</text>`,
      '</svg>',
    ].join('');
    return { column, row, svg };
  });
}
