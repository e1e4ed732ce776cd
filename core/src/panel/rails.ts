import type { Design } from '../machine/design';
import { heldBy } from './body';
import { placedOn, plateOf } from './plate';

/** A rail reaches so far beyond the outermost parts on it, for end stops, mm. */
const BEYOND = 10;
/** Parts whose middles differ by less sit on one rail, mm. */
const SAME = 1;

/** A mounting rail on a plate: its middle, where it begins, and how long it is cut, mm. */
export interface Rail {
  y: number;
  from: number;
  length: number;
  parts: string[];
}
/** The rails that the parts on a plate ask for, from the bottom up: one for each height at which rail-mounted parts have their middle. */
export function railsOn(design: Design, enclosure: string): Rail[] {
  const box = design.enclosures?.[enclosure];
  const plate = box && plateOf(box);
  const rails: { y: number; from: number; to: number; parts: string[] }[] = [];
  for (const { part, x, y, body, turned } of placedOn(design, enclosure)) {
    // Turned by a quarter, it hangs on no level rail.
    if (heldBy(design.parts[part]!) !== 'rail' || turned) continue;
    const middle = y + body.height / 2;
    const rail = rails.find((r) => Math.abs(r.y - middle) < SAME);
    if (rail) {
      rail.from = Math.min(rail.from, x);
      rail.to = Math.max(rail.to, x + body.width);
      rail.parts.push(part);
    } else rails.push({ y: middle, from: x, to: x + body.width, parts: [part] });
  }
  return rails
    .map(({ y, from, to, parts }) => {
      const start = Math.max(0, from - BEYOND);
      const end = Math.min(plate?.width ?? Infinity, to + BEYOND);
      return { y, from: start, length: end - start, parts };
    })
    .sort((a, b) => a.y - b.y);
}
