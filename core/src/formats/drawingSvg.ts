import type { Layer, Mark, PanelDrawing } from '../panel/drawing';

/** Margin of the sheet around a drawing, and the bar by which a print is checked, mm. */
const MARGIN = 15;
export const BAR = 50;
const n = (x: number): string => String(Number(x.toFixed(3)));
const escaped = (s: string): string => s.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');

/** Thickness of a line, mm, and its dashes. */
const pens: Record<Layer, string> = {
  edge: 'stroke-width:.5',
  outline: 'stroke-width:.25',
  rail: 'stroke-width:.35;stroke-dasharray:4 1.5',
  duct: 'stroke-width:.25;stroke-dasharray:6 2',
  drill: 'stroke-width:.3',
  cut: 'stroke-width:.5',
  middle: 'stroke-width:.18',
  text: '',
};
export const STYLE = `<style>rect,circle,line,path{fill:none;stroke:#000}text{fill:#000;stroke:none;font-family:sans-serif}${Object.entries(
  pens,
)
  .filter(([, pen]) => pen)
  .map(([layer, pen]) => `.${layer}{${pen}}`)
  .join('')}</style>`;

/** A mark with the lower left corner of its drawing at `left` and `bottom` of a sheet whose y goes down. */
export function markSvg(m: Mark, left: number, bottom: number): string {
  const [x, y] = [left + m.x, bottom - m.y];
  const of = 'of' in m && m.of ? ` data-of="${escaped(m.of)}"` : '';
  switch (m.kind) {
    case 'rectangle':
      return `<rect class="${m.layer}"${of} x="${n(x)}" y="${n(y - m.height)}" width="${n(m.width)}" height="${n(m.height)}"/>`;
    case 'circle':
      return `<circle class="${m.layer}"${of} cx="${n(x)}" cy="${n(y)}" r="${n(m.diameter / 2)}"/>`;
    case 'line':
      return `<line class="${m.layer}" x1="${n(x)}" y1="${n(y)}" x2="${n(left + m.toX)}" y2="${n(bottom - m.toY)}"/>`;
    case 'text':
      return `<text x="${n(x)}" y="${n(y)}" font-size="${n(m.size)}">${escaped(m.text)}</text>`;
  }
}
/** The bar of 50 mm, and beside it what has to be known before a drill is taken. */
export const barSvg = (x: number, y: number, words: string): string =>
  `<path class="bar" stroke-width=".3" d="M${n(x)} ${n(y)}h${BAR}m-${BAR} -2v4m${BAR} -4v4"/><text x="${n(x + BAR + 3)}" y="${n(y + 1)}" font-size="3.5">${escaped(words)}</text>`;
export const barWords = ({ usual }: PanelDrawing): string =>
  `${BAR} mm: measure it before you drill.${usual ? ' * usual size: no sheet tells it, measure your part.' : ''}`;

/** A drawing of 1:1 in millimetres on one sheet, with a bar of 50 mm by which a print is checked. */
export function drawingSvg(drawing: PanelDrawing): string {
  const [width, height] = [drawing.width + 2 * MARGIN, drawing.height + 2 * MARGIN + BAR / 2];
  const bottom = MARGIN + drawing.height;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(width)}mm" height="${n(height)}mm" viewBox="0 0 ${n(width)} ${n(height)}">`,
    STYLE,
    ...drawing.marks.map((m) => markSvg(m, MARGIN, bottom)),
    barSvg(MARGIN, bottom + 12, barWords(drawing)),
    '</svg>',
    '',
  ].join('\n');
}
