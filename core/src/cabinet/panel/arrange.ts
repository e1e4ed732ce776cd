import type { Design } from '../../machine/design';
import type { PanelPlace } from '../../machine/enclosure';
import { carriesMains, type Part, type PartClass } from '../../machine/parts';
import { bodyOf } from './body';
import { partsOn, plateOf, type Plate } from './plate';

/** Between parts in a row; parts that get warm need air at their sides. */
const GAP = 5;
const WARM_GAP = 15;
/** Between rows: a duct of 40 mm, and room for fingers above and below it. */
const BETWEEN_ROWS = 60;

/** The rows of a plate from the bottom up: what heats most at the top, terminals at the edge where cables come in. */
const rowOf = (part: Part): number => {
  const { data } = part;
  switch (data.class) {
    case 'terminal-strip':
      return 0;
    case 'breaker':
    case 'fuse':
    case 'contactor':
    case 'relay':
    case 'filter':
      return 1;
    case 'stepper-driver':
    case 'servo-drive':
      return 3;
    case 'supply':
    case 'spindle-drive':
      return 4;
    default:
      return 2;
  }
};
const warm: readonly PartClass[] = ['stepper-driver', 'servo-drive', 'spindle-drive', 'supply'];
/** From left to right: what is on the mains and noisy on the side of the inlet, boards as far from it as there is room. */
const sideOf = (part: Part): number => (part.data.class === 'filter' ? 0 : carriesMains(part) ? 1 : 2);

export interface Arranged {
  places: Record<string, PanelPlace>;
  /** Parts for which the plate has no room. */
  left: string[];
}

/**
 * A first layout by rules: rows from the terminals at the bottom to what heats most at the top, with a duct between them; in a row
 * the mains to the left. A row that is full goes on in one above it. Where that leaves something over, rows are shared; what finds no
 * room even so is told.
 */
export function arranged(design: Design, enclosure: string): Arranged {
  const box = design.enclosures?.[enclosure];
  const plate = box && plateOf(box);
  const parts = partsOn(design, enclosure);
  if (!plate) return { places: {}, left: parts };
  const order = parts
    .map((id) => ({ id, part: design.parts[id]!, row: rowOf(design.parts[id]!), side: sideOf(design.parts[id]!) }))
    .sort((a, b) => a.row - b.row || a.side - b.side || bodyOf(b.part).height - bodyOf(a.part).height);
  const apart = packed(order, plate, false);
  if (!apart.left.length) return apart;
  const close = packed(order, plate, true);
  return close.left.length < apart.left.length ? close : apart;
}
/** `close`: above the terminals a row goes on with the next kind where there is room. */
function packed(order: readonly { id: string; part: Part; row: number }[], plate: Plate, close: boolean): Arranged {
  const places: Record<string, PanelPlace> = {};
  const left: string[] = [];
  let row: { id: string; height: number }[] = [];
  let [x, y, tallest, now] = [0, 0, 0, order[0]?.row ?? 0];
  const up = () => {
    // On one rail all of them have one middle.
    for (const { id, height } of row) places[id]!.y = y + (tallest - height) / 2;
    if (tallest) y += tallest + BETWEEN_ROWS;
    [x, tallest, row] = [0, 0, []];
  };
  for (const { id, part, row: own } of order) {
    const flat = bodyOf(part);
    // A long strip goes upright where it is longer than the plate is wide.
    const turned = flat.width > plate.width && flat.height <= plate.width && flat.width <= plate.height;
    const body = bodyOf(part, turned);
    const gap = warm.includes(part.data.class) ? WARM_GAP : GAP;
    const another = own !== now && !(close && now > 0);
    if (another || x + body.width > plate.width) up();
    now = own;
    if (body.width > plate.width || y + body.height > plate.height) {
      left.push(id);
      continue;
    }
    places[id] = { x, y, ...(turned ? { turned } : {}) };
    row.push({ id, height: body.height });
    x += body.width + gap;
    tallest = Math.max(tallest, body.height);
  }
  up();
  return { places, left };
}
