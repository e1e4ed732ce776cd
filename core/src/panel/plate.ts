import type { Design } from '../machine/design';
import type { Enclosure, PanelPlace } from '../machine/enclosure';
import { isPlugIn } from '../machine/parts';
import { positive } from '../units/derived';
import { frontOf } from './front';
import { enclosureOf } from '../machine/sitsIn';
import { bodyOf, type Body, type Plate } from './body';

/** What is left free between the plate and the walls of its box on each side, mm. */
export const EDGE = 20;
/** From the back of the box to the plate, mm. */
export const BEHIND = 15;

/** Undefined where the sizes of the box are not known, or leave no plate. */
export function plateOf(box: Enclosure): Plate | undefined {
  const [w, h, d] = [box.width, box.height, box.depth].map((q) => positive(q, ''));
  if (!w?.known || !h?.known || !d?.known) return undefined;
  const plate = { width: w.value - 2 * EDGE, height: h.value - 2 * EDGE, depth: d.value - BEHIND };
  return plate.width > 0 && plate.height > 0 && plate.depth > 0 ? plate : undefined;
}

/** The parts that belong on the plate of a box; what sits in a socket of a board is held by that, what is put through a hole by its front. */
export const partsOn = (design: Design, enclosure: string): string[] =>
  Object.entries(design.parts).flatMap(([id, part]) =>
    enclosureOf(design, part) === enclosure && !isPlugIn(part) && !frontOf(part) ? [id] : [],
  );

/** A part on its plate: its lower left corner and its outline, mm. */
export interface Placed {
  part: string;
  x: number;
  y: number;
  turned: boolean;
  body: Body;
}
export function placedOn(design: Design, enclosure: string): Placed[] {
  const places: Readonly<Record<string, PanelPlace>> = design.enclosures?.[enclosure]?.places ?? {};
  return partsOn(design, enclosure).flatMap((part): Placed[] => {
    const place = Object.hasOwn(places, part) ? places[part] : undefined;
    if (!place) return [];
    const turned = place.turned === true;
    return [{ part, x: place.x, y: place.y, turned, body: bodyOf(design.parts[part]!, turned) }];
  });
}

/** Two outlines with part of the plate in common; touching is no overlap. */
const HAIR = 0.01;
export const overlaps = (a: Placed, b: Placed): boolean =>
  a.x + a.body.width > b.x + HAIR &&
  b.x + b.body.width > a.x + HAIR &&
  a.y + a.body.height > b.y + HAIR &&
  b.y + b.body.height > a.y + HAIR;

/** Whether an outline reaches over the edge of the plate. */
export const reachesOut = (a: Placed, plate: Plate): boolean =>
  a.x < -HAIR || a.y < -HAIR || a.x + a.body.width > plate.width + HAIR || a.y + a.body.height > plate.height + HAIR;
