import type { SheetGraph } from '../wiring/diagram/sheetGraph';
import { measure } from '../wiring/diagram/sheetGraph';
import type { Point, SheetLayout } from '../wiring/diagram/elkGraph';
import { shapes } from '../wiring/diagram/symbolShapes';

const escape = (text: string): string =>
  text.replace(/[&<>"']/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' })[c]!);

/** What a drawing needs besides its geometry. */
export interface DrawingFacts {
  title: string;
  /** Ground and stripe of a conductor's insulation as CSS colours. */
  fills: (colour: string | undefined) => readonly [string, string?];
  /** Lines as they are shown, where a part was moved by hand. */
  lines?: Readonly<Record<string, readonly Point[]>>;
  positions?: Readonly<Record<string, Point>>;
}

/** One sheet as a drawing of its own: plain SVG with attributes only, so that any program opens it. */
export function diagramSvg(graph: SheetGraph, layout: SheetLayout, facts: DrawingFacts): string {
  const place = (id: string): Point => facts.positions?.[id] ?? layout.nodes[id] ?? { x: 0, y: 0 };
  const lines = graph.edges.map((e) => ({ e, points: facts.lines?.[e.id] ?? layout.lines[e.id] ?? [] }));
  const xs = [
    ...graph.nodes.flatMap((n) => [place(n.id).x, place(n.id).x + n.width]),
    ...lines.flatMap((l) => l.points.map((p) => p.x)),
  ];
  const ys = [
    ...graph.nodes.flatMap((n) => [place(n.id).y, place(n.id).y + n.height]),
    ...lines.flatMap((l) => l.points.map((p) => p.y)),
  ];
  const pad = 24;
  const [x0, y0] = [Math.min(...xs, 0) - pad, Math.min(...ys, 0) - pad - 20];
  const [w, h] = [Math.max(...xs, 0) + pad - x0, Math.max(...ys, 0) + pad - y0];
  const text = (x: number, y: number, size: number, anchor: string, value: string, weight = 'normal') =>
    `<text x="${x}" y="${y}" font-size="${size}" text-anchor="${anchor}" font-weight="${weight}">${escape(value)}</text>`;
  const parts: string[] = [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${x0} ${y0} ${w} ${h}" width="${w}" height="${h}" font-family="B612 Mono, monospace">`,
    `<title>${escape(facts.title)}</title>`,
    `<rect x="${x0}" y="${y0}" width="${w}" height="${h}" fill="#ffffff"/>`,
    text(x0 + pad, y0 + 18, 14, 'start', facts.title, 'bold'),
  ];
  for (const { e, points } of lines) {
    if (points.length < 2) continue;
    const d = points.map((p, i) => `${i ? 'L' : 'M'}${p.x.toFixed(1)},${p.y.toFixed(1)}`).join(' ');
    const [ground, stripe] = facts.fills(e.colour);
    parts.push(
      `<path d="${d}" fill="none" stroke="#1e2a32" stroke-width="3.4"/>`,
      `<path d="${d}" fill="none" stroke="${ground}" stroke-width="2.2"/>`,
      ...(stripe ? [`<path d="${d}" fill="none" stroke="${stripe}" stroke-width="2.2" stroke-dasharray="6 6"/>`] : []),
      text(points[0]!.x + 4, points[0]!.y - 4, 9, 'start', String(e.number)),
    );
  }
  for (const n of graph.nodes) {
    const { x, y } = place(n.id);
    parts.push(
      `<g transform="translate(${x.toFixed(1)},${y.toFixed(1)})">`,
      `<rect width="${n.width}" height="${n.height}" fill="#fdfcf8" stroke="#1e2a32" stroke-width="1.2"/>`,
      `<g transform="translate(${measure.pad / 2},3)" fill="none" stroke="#1e2a32" stroke-width="1.4">`,
      ...shapes[n.symbol].strokes.map((s) => `<path d="${s.d}"${s.filled ? ' fill="#1e2a32"' : ''}/>`),
      ...(shapes[n.symbol].letters ?? []).map(
        (l) =>
          `<text x="${l.x}" y="${l.y}" font-size="10" text-anchor="middle" fill="#1e2a32" stroke="none">${escape(l.text)}</text>`,
      ),
      '</g>',
      text(measure.symbol + 12, 16, 13, 'start', n.designation, 'bold'),
      text(measure.symbol + 12, 30, 9.5, 'start', n.name.slice(0, 24)),
      ...n.ports.map((p) =>
        text(p.side === 'west' ? 6 : n.width - 6, p.y + 4, 11, p.side === 'west' ? 'start' : 'end', p.printed),
      ),
      '</g>',
    );
  }
  parts.push('</svg>');
  return parts.join('\n');
}
