import type { Design } from '../machine/design';
import type { Enclosure } from '../machine/enclosure';
import type { Part } from '../machine/parts';
import { enclosureOf } from '../machine/sitsIn';
import { figureOr, positive } from '../units/derived';
import type { Plate } from './body';

/** The hole in a panel that a part goes through, mm: a round one has one figure. */
export interface CutOut {
  round: boolean;
  width: number;
  height: number;
  /** No sheet tells it: a usual one stands in. */
  usual: boolean;
}
/** What covers the hole in front, and how far it reaches in behind the panel, mm. */
export interface FrontBody {
  width: number;
  height: number;
  behind: number;
  cutOut: CutOut;
}

/** The hole for buttons and lamps of the common size (IEC 60947-5-1), mm. */
const BUTTON_HOLE = 22.3;
/** Around a hole: the collar in front, mm. */
const COLLAR = 4;
/** Openings of panels for connectors by form, mm: planning figures, since makers differ. A round one counts by its contacts. */
const connectorHole = {
  'd-shape': [25, 13],
  'high-density': [25, 13],
  block: [36, 22],
  'mains-inlet': [28, 20.5],
  'mains-outlet': [48, 48],
} as const;

/** How a part sits in a panel; undefined for one that is not put through a hole. */
export function frontOf(part: Part): FrontBody | undefined {
  const { data } = part;
  if (data.class !== 'button' && data.class !== 'lamp' && data.class !== 'connector' && data.class !== 'breaker')
    return undefined;
  const told = positive(data.cutWidth, '');
  // A breaker or main switch hangs on a rail, unless its sheet tells the hole for it.
  if (data.class === 'breaker' && !told.known) return undefined;
  const usual: readonly [number, number] | readonly [number] =
    data.class !== 'connector'
      ? [BUTTON_HOLE]
      : data.form === 'round'
        ? [data.rows.reduce((sum, n) => sum + n, 0) <= 5 ? 16 : 20]
        : connectorHole[data.form];
  const [width, height] = told.known ? [told.value, figureOr(data.cutHeight, 0)] : [usual[0], usual[1] ?? 0];
  const round = !(height > 0);
  const tall = round ? width : height;
  // A stop button is pressed with the palm.
  const collar = data.class === 'button' && data.latching ? 9 : COLLAR;
  return {
    width: width + 2 * collar,
    height: tall + 2 * collar,
    behind: data.class === 'connector' ? 35 : 55,
    cutOut: { round, width, height: tall, usual: !told.known },
  };
}

/** The front of a box, as large as its inside, mm. */
export function frontPlate(box: Enclosure): Plate | undefined {
  const [w, h, d] = [box.width, box.height, box.depth].map((q) => positive(q, ''));
  return w?.known && h?.known && d?.known ? { width: w.value, height: h.value, depth: d.value } : undefined;
}

/** Parts that belong in the front of a box. */
export const partsInFront = (design: Design, enclosure: string): string[] =>
  Object.entries(design.parts).flatMap(([id, part]) =>
    enclosureOf(design, part) === enclosure && frontOf(part) ? [id] : [],
  );
/** Parts that could be put into a panel, and sit in none. */
export const partsForFronts = (design: Design): string[] =>
  Object.entries(design.parts).flatMap(([id, part]) =>
    enclosureOf(design, part) === undefined && frontOf(part) ? [id] : [],
  );

/** A part in a front: the lower left corner of what covers its hole, mm. */
export interface InFront {
  part: string;
  x: number;
  y: number;
  turned: boolean;
  body: FrontBody;
}
export function placedInFront(design: Design, enclosure: string): InFront[] {
  const places = design.enclosures?.[enclosure]?.front ?? {};
  return partsInFront(design, enclosure).flatMap((part): InFront[] => {
    const place = Object.hasOwn(places, part) ? places[part] : undefined;
    const body = frontOf(design.parts[part]!);
    if (!place || !body) return [];
    const turned = place.turned === true;
    const { cutOut } = body;
    return [
      {
        part,
        x: place.x,
        y: place.y,
        turned,
        body: turned
          ? {
              ...body,
              width: body.height,
              height: body.width,
              cutOut: { ...cutOut, width: cutOut.height, height: cutOut.width },
            }
          : body,
      },
    ];
  });
}

/** Between collars in a row, and to the edge, so that a hand in a glove presses one, mm. */
const APART = 20;
/** Rows of a first layout, from the top: a stop button alone, other buttons and lamps, connectors at the bottom. */
const rowOf = ({ data }: Part): number =>
  data.class === 'connector' ? 0 : data.class === 'button' && data.latching ? 2 : 1;

/** A first layout of a front: connectors at the bottom, buttons and lamps in rows above them, stop buttons highest. */
export function arrangedFront(
  design: Design,
  enclosure: string,
): { places: Record<string, { x: number; y: number }>; left: string[] } {
  const box = design.enclosures?.[enclosure];
  const front = box && frontPlate(box);
  const parts = partsInFront(design, enclosure);
  const places: Record<string, { x: number; y: number }> = {};
  const left: string[] = [];
  if (!front) return { places, left: parts };
  let y = APART;
  for (const row of [0, 1, 2]) {
    const own = parts.filter((id) => rowOf(design.parts[id]!) === row);
    let [x, tallest] = [APART, 0];
    for (const id of own) {
      const { width, height } = frontOf(design.parts[id]!)!;
      if (x + width + APART > front.width && x > APART) [x, y, tallest] = [APART, y + tallest + APART, 0];
      if (x + width + APART > front.width || y + height + APART > front.height) {
        left.push(id);
        continue;
      }
      places[id] = { x, y };
      x += width + APART;
      tallest = Math.max(tallest, height);
    }
    if (tallest) y += tallest + APART;
  }
  return { places, left };
}
