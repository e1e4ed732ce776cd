import { sheetNumberOf } from '../wiring/sheets';
import type { GraphEdge, SheetGraph } from '../wiring/diagram/sheetGraph';
import { measure } from '../wiring/diagram/sheetGraph';
import type { Point, SheetLayout } from '../wiring/diagram/sheetLayout';
import { extentOf, LABEL_SIZE_PX, type Extent } from '../wiring/diagram/paper';
import { shapes } from '../wiring/diagram/symbolShapes';
import type { Symbol } from '../wiring/diagram/symbols';

const escape = (text: string): string =>
  text.replace(/[&<>"']/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' })[c]!);

/** What a drawing needs besides its geometry. */
export interface DrawingFacts {
  title: string;
  /** A smaller line under the title: revision, date, units, whatever dates the drawing. */
  subtitle?: string;
  /** Ground and stripe of a line as CSS colours. */
  fills: (edge: GraphEdge) => readonly [ground: string, stripe?: string];
  /** How much larger than on a sheet its lines, numbers and title are; 1 when absent. */
  weight?: number;
  /** Lines as they are shown, where a part was moved by hand. */
  lines?: Readonly<Record<string, readonly Point[]>>;
  positions?: Readonly<Record<string, Point>>;
}

const PAD = 24;
const TITLE = 28;
/** The paper that a drawing takes: its parts and lines, a margin, and the title above. */
export const withTitle = (e: Extent, weight = 1): Extent => ({
  x: e.x - PAD,
  y: e.y - PAD - TITLE * weight,
  width: e.width + 2 * PAD,
  height: e.height + 2 * PAD + TITLE * weight,
});

/** One sheet as a drawing of its own: plain SVG with attributes only, so that any program opens it. */
export function diagramSvg(graph: SheetGraph, layout: SheetLayout, facts: DrawingFacts): string {
  const place = (id: string): Point => facts.positions?.[id] ?? layout.nodes[id] ?? { x: 0, y: 0 };
  const lines = graph.edges.map((e) => ({ e, points: facts.lines?.[e.id] ?? layout.lines[e.id] ?? [] }));
  const extent = extentOf(graph, layout, facts.positions, facts.lines);
  const weight = facts.weight ?? 1;
  const { x: x0, y: y0, width: w, height: h } = withTitle(extent, weight);
  const text = (x: number, y: number, size: number, anchor: string, value: string, weight = 'normal') =>
    `<text x="${x}" y="${y}" font-size="${size}" text-anchor="${anchor}" font-weight="${weight}">${escape(value)}</text>`;
  /** A number stands where its line begins; what is told of a whole run, where it arrives. */
  const lineLabel = (e: GraphEdge, points: readonly Point[]): string[] => {
    const [first, last] = [points[0]!, points.at(-1)!];
    if (e.label !== undefined)
      return e.label.split('\n').map((line, i) => text(last.x - 5, last.y + (i ? 13 : -5), LABEL_SIZE_PX, 'end', line));
    return e.number === undefined ? [] : [text(first.x + 4, first.y - 4, LABEL_SIZE_PX, 'start', String(e.number))];
  };
  const symbol = (name: Symbol, x: number): string[] => [
    `<g transform="translate(${x},3)" fill="none" stroke="#1e2a32" stroke-width="1.4">`,
    ...shapes[name].strokes.map((s) => `<path d="${s.d}"${s.filled ? ' fill="#1e2a32"' : ''}/>`),
    ...(shapes[name].letters ?? []).map(
      (l) =>
        `<text x="${l.x}" y="${l.y}" font-size="10" text-anchor="middle" fill="#1e2a32" stroke="none">${escape(l.text)}</text>`,
    ),
    '</g>',
  ];
  const parts: string[] = [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${x0} ${y0} ${w} ${h}" width="${w}" height="${h}" font-family="Source Code Pro, monospace">`,
    `<title>${escape(facts.title)}</title>`,
    `<rect x="${x0}" y="${y0}" width="${w}" height="${h}" fill="#ffffff"/>`,
    text(x0 + PAD, y0 + 20 * weight, 14 * weight, 'start', facts.title, 'bold'),
    ...(facts.subtitle ? [text(x0 + PAD, y0 + 36 * weight, 11 * weight, 'start', facts.subtitle)] : []),
  ];
  for (const { e, points } of lines) {
    if (points.length < 2) continue;
    const d = points.map((p, i) => `${i ? 'L' : 'M'}${p.x.toFixed(1)},${p.y.toFixed(1)}`).join(' ');
    const [ground, stripe] = facts.fills(e);
    parts.push(
      `<path d="${d}" fill="none" stroke="#1e2a32" stroke-width="${3.4 * weight}"/>`,
      `<path d="${d}" fill="none" stroke="${ground}" stroke-width="${2.2 * weight}"/>`,
      ...(stripe ? [`<path d="${d}" fill="none" stroke="${stripe}" stroke-width="2.2" stroke-dasharray="6 6"/>`] : []),
      ...lineLabel(e, points),
    );
  }
  for (const n of graph.nodes) {
    const { x, y } = place(n.id);
    const words = n.stacked ? { x: measure.pad, y: 54 } : { x: measure.symbol + 12, y: 16 };
    parts.push(
      `<g transform="translate(${x.toFixed(1)},${y.toFixed(1)})"><title>${escape(n.fullName)}</title>`,
      `<rect width="${n.width}" height="${n.height}" fill="#fdfcf8" stroke="#1e2a32" stroke-width="1.2"/>`,
      `<g transform="scale(${n.scale ?? 1})">`,
      ...n.symbols.flatMap((s, i) => symbol(s, measure.pad / 2 + i * (measure.symbol + 4))),
      text(words.x, words.y, 13, 'start', n.designation, 'bold'),
      text(words.x, words.y + 14, LABEL_SIZE_PX, 'start', n.name),
      ...(n.figure ? [text(words.x, words.y + 29, LABEL_SIZE_PX, 'start', n.figure)] : []),
      '</g>',
      ...n.ports.map((p) => {
        const refs = p.elsewhere.map((s) => `/${sheetNumberOf(s)}`).join('');
        const beside = p.beside ? `${p.beside} ` : '';
        return p.side === 'west'
          ? text(6, p.y + 4, LABEL_SIZE_PX, 'start', `${refs}${refs && ' '}${beside}${p.printed}`)
          : text(n.width - 6, p.y + 4, LABEL_SIZE_PX, 'end', `${beside}${p.printed}${refs && ' '}${refs}`);
      }),
      '</g>',
    );
  }
  parts.push('</svg>');
  return parts.join('\n');
}
