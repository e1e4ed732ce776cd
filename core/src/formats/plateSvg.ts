import { plateOf, placedOn } from '../panel/plate';
import { railsOn } from '../panel/rails';
import type { Design } from '../machine/design';

/** Margin of the sheet around the plate, and the bar by which a print is checked, mm. */
const MARGIN = 15;
const BAR = 50;
const n = (x: number): string => String(Number(x.toFixed(3)));
const escaped = (s: string): string => s.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');

/**
 * The plate of a box as a drawing of 1:1 in millimetres: its edge, the rails with their lengths, the outline of each part with a
 * cross in its middle and its designation, and a bar of 50 mm by which a print is checked. Undefined without sizes of the box.
 */
export function plateSvg(design: Design, enclosure: string): string | undefined {
  const box = design.enclosures?.[enclosure];
  const plate = box && plateOf(box);
  if (!plate) return undefined;
  const [width, height] = [plate.width + 2 * MARGIN, plate.height + 2 * MARGIN + BAR / 2];
  /** The origin of the plate is its lower left corner. */
  const up = (y: number) => MARGIN + plate.height - y;
  const rails = railsOn(design, enclosure).map(
    (r) =>
      `<line class="rail" x1="${n(MARGIN + r.from)}" y1="${n(up(r.y))}" x2="${n(MARGIN + r.from + r.length)}" y2="${n(up(r.y))}"/>` +
      `<text x="${n(MARGIN + r.from)}" y="${n(up(r.y) - 1)}">rail ${n(Math.round(r.length))} mm</text>`,
  );
  const parts = placedOn(design, enclosure).map(({ part, x, y, body }) => {
    const [left, top] = [MARGIN + x, up(y + body.height)];
    const [cx, cy] = [left + body.width / 2, top + body.height / 2];
    return (
      `<g id="${part}"><rect x="${n(left)}" y="${n(top)}" width="${n(body.width)}" height="${n(body.height)}"/>` +
      `<path d="M${n(cx - 3)} ${n(cy)}h6M${n(cx)} ${n(cy - 3)}v6"/>` +
      `<text x="${n(left + 1.5)}" y="${n(top + 5)}">${escaped(design.parts[part]!.designation)}${body.usual ? ' *' : ''}</text></g>`
    );
  });
  const foot = up(0) + 12;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(width)}mm" height="${n(height)}mm" viewBox="0 0 ${n(width)} ${n(height)}">`,
    '<style>rect,path,line{fill:none;stroke:#000;stroke-width:.25}.rail{stroke-dasharray:4 1.5;stroke-width:.35}.plate{stroke-width:.5}text{font:3.5px sans-serif}</style>',
    `<rect class="plate" x="${MARGIN}" y="${MARGIN}" width="${n(plate.width)}" height="${n(plate.height)}"/>`,
    ...rails,
    ...parts,
    `<g id="bar"><path d="M${MARGIN} ${n(foot)}h${BAR}m-${BAR} -2v4m${BAR} -4v4"/><text x="${MARGIN + BAR + 3}" y="${n(foot + 1)}">50 mm: measure it before you drill. * usual size, no sheet tells.</text></g>`,
    '</svg>',
    '',
  ].join('\n');
}
