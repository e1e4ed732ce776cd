import type { Design } from '../machine/design';
import { ductsOn } from './ducts';
import { frontPlate, placedInFront } from './front';
import { heldBy } from './body';
import { figureOr } from '../units/derived';
import { placedOn, plateOf, type Placed } from './plate';
import { railsOn, type Rail } from './rails';

/** What a line of a drawing stands for. */
export type Layer = 'edge' | 'outline' | 'rail' | 'duct' | 'drill' | 'cut' | 'middle' | 'text';
type At = { layer: Layer; x: number; y: number };
/** A piece of a drawing, mm, upwards from the lower left corner of the plate. Of a circle `x` and `y` are its middle. */
export type Mark =
  | (At & { kind: 'rectangle'; width: number; height: number; of?: string })
  | (At & { kind: 'circle'; diameter: number; of?: string })
  | (At & { kind: 'line'; toX: number; toY: number })
  | (At & { kind: 'text'; size: number; text: string });
/** A plate or a front as it is drawn, drilled and cut, 1:1. */
export interface PanelDrawing {
  width: number;
  height: number;
  marks: Mark[];
  /** Whether a usual size stands in somewhere: marked by a star. */
  usual: boolean;
  /** Parts that are screwed to the plate through holes that no sheet tells. */
  unknown: string[];
}
export interface Hole {
  x: number;
  y: number;
  diameter: number;
}

/** Screws of rails and ducts: M4 in a thread of its own, mm. */
const RAIL_HOLE = 4.2;
/** From the end of a rail or duct to its first hole, and at most from one to the next, mm. */
const FROM_END = 20;
const NEXT = 200;
const TEXT = 3.5;
const CROSS = 3;

/** Holes along a rail or duct: one near each end, further ones between them. */
function along(length: number): number[] {
  const from = Math.min(FROM_END, length / 4);
  const spans = Math.max(1, Math.ceil((length - 2 * from) / NEXT));
  return Array.from({ length: spans + 1 }, (_, i) => from + (i * (length - 2 * from)) / spans);
}
export const railHoles = (rail: Rail): Hole[] =>
  along(rail.length).map((d) => ({ x: rail.from + d, y: rail.y, diameter: RAIL_HOLE }));

/** The holes of a part that is screwed to its plate; none where its sheet does not tell them. */
export function holesOf(design: Design, { part, x, y, turned, body }: Placed): Hole[] {
  const data = design.parts[part]!.data as { holesAcross?: never; holesAlong?: never; holeDiameter?: never };
  const [a, b, diameter] = [data.holesAcross, data.holesAlong, data.holeDiameter].map((q) => figureOr(q, 0)) as [
    number,
    number,
    number,
  ];
  if (!(diameter > 0) || !(a > 0 || b > 0)) return [];
  const [across, up] = turned ? [b, a] : [a, b];
  const [cx, cy] = [x + body.width / 2, y + body.height / 2];
  const sides = (d: number) => (d > 0 ? [-d / 2, d / 2] : [0]);
  return sides(across).flatMap((dx) => sides(up).map((dy) => ({ x: cx + dx, y: cy + dy, diameter })));
}

const drill = ({ x, y, diameter }: Hole): Mark[] => [
  { kind: 'circle', layer: 'drill', x, y, diameter },
  ...cross(x, y),
];
const cross = (x: number, y: number): Mark[] => [
  { kind: 'line', layer: 'middle', x: x - CROSS, y, toX: x + CROSS, toY: y },
  { kind: 'line', layer: 'middle', x, y: y - CROSS, toX: x, toY: y + CROSS },
];
const text = (x: number, y: number, words: string): Mark => ({
  kind: 'text',
  layer: 'text',
  x,
  y,
  size: TEXT,
  text: words,
});

/** The plate of a box with its rails, ducts, outlines and all holes that are known. Undefined without sizes of the box. */
export function plateDrawing(design: Design, enclosure: string): PanelDrawing | undefined {
  const box = design.enclosures?.[enclosure];
  const plate = box && plateOf(box);
  if (!plate) return undefined;
  const placed = placedOn(design, enclosure);
  const marks: Mark[] = [{ kind: 'rectangle', layer: 'edge', x: 0, y: 0, width: plate.width, height: plate.height }];
  for (const rail of railsOn(design, enclosure)) {
    marks.push(
      { kind: 'line', layer: 'rail', x: rail.from, y: rail.y, toX: rail.from + rail.length, toY: rail.y },
      text(rail.from, rail.y + 1, `rail ${Math.round(rail.length)} mm`),
      ...railHoles(rail).flatMap(drill),
    );
  }
  for (const { id, duct, x, y, width, height } of ductsOn(design, enclosure)) {
    marks.push(
      { kind: 'rectangle', layer: 'duct', x, y, width, height },
      text(x + 2, y + 2, `${id}: ${duct.width} × ${duct.depth}, ${Math.round(duct.length)} mm`),
    );
    for (const d of along(duct.length))
      marks.push(
        ...drill({
          x: duct.upright ? x + width / 2 : x + d,
          y: duct.upright ? y + d : y + height / 2,
          diameter: RAIL_HOLE,
        }),
      );
  }
  const unknown: string[] = [];
  for (const p of placed) {
    const { part, x, y, body } = p;
    const holes = holesOf(design, p);
    marks.push(
      { kind: 'rectangle', layer: 'outline', x, y, width: body.width, height: body.height, of: part },
      text(x + 1.5, y + body.height - 5, `${design.parts[part]!.designation}${body.usual ? ' *' : ''}`),
      ...(holes.length ? holes.flatMap(drill) : cross(x + body.width / 2, y + body.height / 2)),
    );
    if (!holes.length && heldBy(design.parts[part]!) === 'plate') unknown.push(part);
  }
  return { width: plate.width, height: plate.height, marks, usual: placed.some((p) => p.body.usual), unknown };
}

/** The front of a box with the holes to cut for what is put through it. Undefined without sizes of the box. */
export function frontDrawing(design: Design, enclosure: string): PanelDrawing | undefined {
  const box = design.enclosures?.[enclosure];
  const front = box && frontPlate(box);
  if (!front) return undefined;
  const placed = placedInFront(design, enclosure);
  const marks: Mark[] = [{ kind: 'rectangle', layer: 'edge', x: 0, y: 0, width: front.width, height: front.height }];
  for (const { part, x, y, body } of placed) {
    const { cutOut } = body;
    const [cx, cy] = [x + body.width / 2, y + body.height / 2];
    marks.push(
      { kind: 'rectangle', layer: 'outline', x, y, width: body.width, height: body.height },
      cutOut.round
        ? { kind: 'circle', layer: 'cut', x: cx, y: cy, diameter: cutOut.width, of: part }
        : {
            kind: 'rectangle',
            layer: 'cut',
            x: cx - cutOut.width / 2,
            y: cy - cutOut.height / 2,
            width: cutOut.width,
            height: cutOut.height,
            of: part,
          },
      ...cross(cx, cy),
      text(x, y + body.height + 2, `${design.parts[part]!.designation}${cutOut.usual ? ' *' : ''}`),
    );
  }
  return {
    width: front.width,
    height: front.height,
    marks,
    usual: placed.some((p) => p.body.cutOut.usual),
    unknown: [],
  };
}
