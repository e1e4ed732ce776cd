import type { Design } from '../machine/design';
import type { Duct, PanelPlace } from '../machine/enclosure';
import { carriesMains, type Part, type PartClass } from '../machine/parts';
import { airOf, bodyOf, getsWarm, type Plate } from './body';
import { USUAL_DUCT } from './ducts';
import { partsOn, plateOf } from './plate';

/** Between parts in a row; parts that get warm need air at their sides. */
const GAP = 5;
const WARM_GAP = 15;
/** Between rows: a duct of 40 mm, and room for fingers above and below it. */
const BETWEEN_ROWS = 60;
/** Between an upright duct and the parts beside it. */
const DUCT_GAP = 10;

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
const boards: readonly PartClass[] = ['controller', 'input-board'];
/** From left to right: what is on the mains and noisy on the side of the inlet, boards as far from it as there is room. */
const sideOf = (part: Part): number =>
  part.data.class === 'filter' ? 0 : carriesMains(part) ? 1 : boards.includes(part.data.class) ? 3 : 2;

export interface Arranged {
  places: Record<string, PanelPlace>;
  ducts: Record<string, Duct>;
  /** Parts for which the plate has no room. */
  left: string[];
}

/**
 * A first layout by rules: rows from the terminals at the bottom to what heats most at the top, with a duct between them and one
 * upright duct on each side that joins them; in a row the mains to the left. A row that is full goes on in one above it. Where that
 * leaves something over, rows are shared and upright ducts left out; what finds no room even so is told.
 */
export function arranged(design: Design, enclosure: string): Arranged {
  const box = design.enclosures?.[enclosure];
  const plate = box && plateOf(box);
  const parts = partsOn(design, enclosure);
  if (!plate) return { places: {}, ducts: {}, left: parts };
  const order = parts
    .map((id) => ({ id, part: design.parts[id]!, row: rowOf(design.parts[id]!), side: sideOf(design.parts[id]!) }))
    .sort((a, b) => a.row - b.row || a.side - b.side || bodyOf(b.part).height - bodyOf(a.part).height);
  let best: Arranged | undefined;
  for (const uprights of [2, 1, 0] as const)
    for (const close of [false, true]) {
      const tried = packed(order, plate, uprights, close);
      if (!best || tried.left.length < best.left.length) best = tried;
      if (!best.left.length) return best;
    }
  return best!;
}
/** `close`: above the terminals a row goes on with the next kind where there is room. */
function packed(
  order: readonly { id: string; part: Part; row: number }[],
  plate: Plate,
  uprights: 0 | 1 | 2,
  close: boolean,
): Arranged {
  const places: Record<string, PanelPlace> = {};
  const left: string[] = [];
  const aside = USUAL_DUCT.width + DUCT_GAP;
  const between = Math.max(BETWEEN_ROWS, ...order.map(({ part }) => airOf(part).above));
  const [start, end] = [uprights > 0 ? aside : 0, plate.width - (uprights > 1 ? aside : 0)];
  /** Upper edges of the rows. */
  const tops: number[] = [];
  let row: { id: string; height: number; board: boolean }[] = [];
  let [x, y, tallest, now, gapAfter] = [start, 0, 0, order[0]?.row ?? 0, 0];
  const up = () => {
    // On one rail all of them have one middle.
    for (const { id, height } of row) places[id]!.y = y + (tallest - height) / 2;
    // Boards at the end of a row go to the end of the plate, away from drives, which begin their rows.
    const free = end - x;
    for (let i = row.length - 1; i >= 0 && row[i]!.board && free > 0; i--) places[row[i]!.id]!.x += free;
    if (tallest) {
      tops.push(y + tallest);
      y += tallest + between;
    }
    [x, tallest, row, gapAfter] = [start, 0, [], 0];
  };
  for (const { id, part, row: own } of order) {
    const flat = bodyOf(part);
    // A long strip goes upright where it is longer than the plate is wide.
    const turned = flat.width > end - start && flat.height <= end - start && flat.width <= plate.height;
    const body = bodyOf(part, turned);
    const gap = Math.max(getsWarm(part) ? WARM_GAP : GAP, airOf(part).beside);
    const another = own !== now && !(close && now > 0);
    const beside = () => (row.length ? Math.max(gapAfter, gap) : 0);
    if (another || x + beside() + body.width > end) up();
    now = own;
    if (start + body.width > end || y + body.height > plate.height) {
      left.push(id);
      continue;
    }
    x += beside();
    places[id] = { x, y, ...(turned ? { turned } : {}) };
    row.push({ id, height: body.height, board: boards.includes(part.data.class) });
    gapAfter = gap;
    x += body.width;
    tallest = Math.max(tallest, body.height);
  }
  up();
  return { places, ducts: ductsFor(tops, plate, uprights, between), left };
}

/** A level duct above each row but the uppermost, between the upright ones, which reach from the bottom to the highest of them. */
function ductsFor(tops: readonly number[], plate: Plate, uprights: 0 | 1 | 2, between: number): Record<string, Duct> {
  const { width } = USUAL_DUCT;
  // One row alone has its duct above it, where there is room.
  const rows = tops.length === 1 && tops[0]! + DUCT_GAP + width <= plate.height ? tops : tops.slice(0, -1);
  if (!rows.length) return {};
  const [from, to] = [uprights > 0 ? width : 0, plate.width - (uprights > 1 ? width : 0)];
  const ducts: Record<string, Duct> = {};
  const add = (duct: Omit<Duct, 'width' | 'depth'>) =>
    (ducts[`d${Object.keys(ducts).length + 1}`] = { ...duct, ...USUAL_DUCT });
  for (const top of rows) add({ x: from, y: top + (between - width) / 2, length: to - from });
  const height = Math.min(plate.height, rows.at(-1)! + (between + width) / 2);
  if (uprights > 0) add({ x: 0, y: 0, length: height, upright: true });
  if (uprights > 1) add({ x: plate.width - width, y: 0, length: height, upright: true });
  return ducts;
}
