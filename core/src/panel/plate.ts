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

/** An outline where it lies, mm: of a part, of what covers a hole, of a duct. */
export interface Lying {
  readonly x: number;
  readonly y: number;
  readonly body: { readonly width: number; readonly height: number };
}
const HAIR = 0.01;

/** What is free between two outlines, across and upwards, mm: negative where one is above, or beside, the other. */
export const gapsOf = (a: Lying, b: Lying): { across: number; up: number } => ({
  across: Math.max(a.x - b.x - b.body.width, b.x - a.x - a.body.width),
  up: Math.max(a.y - b.y - b.body.height, b.y - a.y - a.body.height),
});
/** The shortest way between two outlines, mm. */
export function distanceOf(a: Lying, b: Lying): number {
  const { across, up } = gapsOf(a, b);
  return Math.hypot(Math.max(0, across), Math.max(0, up));
}
/** Two outlines with part of the sheet in common; touching is no overlap. */
export function overlaps(a: Lying, b: Lying): boolean {
  const { across, up } = gapsOf(a, b);
  return across < -HAIR && up < -HAIR;
}
/** Whether an outline reaches over the edge of its sheet. */
export const reachesOut = (a: Lying, sheet: { width: number; height: number }): boolean =>
  a.x < -HAIR || a.y < -HAIR || a.x + a.body.width > sheet.width + HAIR || a.y + a.body.height > sheet.height + HAIR;
