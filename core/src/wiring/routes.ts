import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import { isPlugIn, type Part } from '../machine/parts';
import { enclosureOf } from '../machine/sitsIn';
import { around } from '../panel/ducts';
import { frontPlate, placedInFront } from '../panel/front';
import { PanelWays, type Way } from '../panel/ways';
import { seatOf } from '../distribution/seats';

/** At each end of a conductor: to strip it, to lead it to its terminal in an arc, to make it anew once, mm. */
const SPARE = 60;
/** So that a door opens all the way, mm. */
const LOOP = 200;
/** Lengths are cut in steps, mm. */
const STEP = 10;

type Ends = { readonly from: TerminalRef; readonly to: TerminalRef };
/** The way of a conductor inside a box. */
export interface Route extends Way {
  box: string;
  /** Whether it goes on out of the box. */
  leaves: boolean;
}

/** The ways of conductors over the plates of a machine. */
export class Routes {
  private readonly boxes = new Map<string, PanelWays>();
  private readonly known = new Map<string, Route | undefined>();

  constructor(private readonly design: Design) {
    for (const [id, box] of Object.entries(design.enclosures ?? {}))
      if (box.places) this.boxes.set(id, new PanelWays(design, id));
  }

  /** The way of a conductor; undefined where neither of its ends sits on a plate, or its ends sit in two boxes. */
  of({ from, to }: Ends): Route | undefined {
    const [a, b] = [this.host(from.part), this.host(to.part)];
    const key = `${a} ${b}`;
    if (!this.known.has(key)) this.known.set(key, this.find(a, b));
    return this.known.get(key);
  }
  private find(a: string, b: string): Route | undefined {
    for (const [box, ways] of this.boxes) {
      const [here, there] = [ways.has(a), ways.has(b)];
      if (!here && !there) continue;
      const inside = here ? a : b;
      const other = here ? b : a;
      if (here && there) return { ...ways.betweenParts(a, b)!, box, leaves: false };
      const front = this.toFront(ways, box, inside, other);
      if (front) return front;
      const part = this.design.parts[other];
      // What belongs into this box or another one and is not placed yet may be anywhere.
      if (!part || enclosureOf(this.design, part) !== undefined) return undefined;
      const way = ways.toEntry(inside);
      return way && { ...way, box, leaves: true };
    }
    return undefined;
  }
  /** To a part in the front: to the side of the hinge, in a loop out to the door, and over it. A lid hangs on a loop at the lower edge. */
  private toFront(ways: PanelWays, box: string, inside: string, other: string): Route | undefined {
    const of = this.design.enclosures![box]!;
    const at = placedInFront(this.design, box).find((p) => p.part === other);
    const front = at && frontPlate(of);
    if (!at || !front) return undefined;
    const hinge = of.door?.hinge ?? 'none';
    const side = hinge === 'none' ? 'bottom' : hinge;
    const way = ways.toSide(inside, side);
    if (!way) return undefined;
    const [x, y] = [at.x + at.body.width / 2, at.y + at.body.height / 2];
    const [w, h] = [front.width, front.height];
    const edge = {
      bottom: { x: w / 2, y: 0 },
      top: { x: w / 2, y: h },
      left: { x: 0, y: h / 2 },
      right: { x: w, y: h / 2 },
    };
    return { ...way, mm: way.mm + front.depth + LOOP + around(edge[side], { x, y }), box, leaves: false };
  }
  /** A driver in a socket is where its board is. */
  private host(id: string): string {
    const part: Part | undefined = this.design.parts[id];
    return isPlugIn(part) ? (seatOf(this.design, id)?.board ?? id) : id;
  }
}

const kept = new WeakMap<NonNullable<Design['enclosures']>, { parts: Design['parts']; routes: Routes }>();
/** The ways over the plates of a design, worked out once for its boxes and parts; undefined where nothing is laid out. */
export function routesOf(design: Design): Routes | undefined {
  const { enclosures, parts } = design;
  if (!enclosures || !Object.values(enclosures).some((box) => box.places)) return undefined;
  const known = kept.get(enclosures);
  if (known?.parts === parts) return known.routes;
  const routes = new Routes(design);
  if (Object.isFrozen(enclosures)) kept.set(enclosures, { parts, routes });
  return routes;
}

/** To what a way is cut, mm: with what both ends need, rounded up. Of one that leaves the box, with the one end inside. */
export const cutMm = ({ mm, leaves }: Route): number => Math.ceil((mm + (leaves ? 1 : 2) * SPARE) / STEP - 1e-9) * STEP;
