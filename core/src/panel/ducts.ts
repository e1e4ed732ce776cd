import type { Design } from '../machine/design';
import type { Duct } from '../machine/enclosure';

/** Usual widths of slotted wiring ducts, mm. */
export const DUCT_WIDTHS = [25, 40, 60, 80, 100] as const;
/** And how far they reach out from the plate, mm. */
export const DUCT_DEPTHS = [40, 60, 80, 100] as const;
/** Of a duct that is laid out by rules, mm. */
export const USUAL_DUCT = { width: 40, depth: 60 } as const;
/** Walls and fingers of a duct, mm: what its inside loses of each side. */
const WALL = 1.5;
/** Ducts that come so close are cut into each other, mm. */
const JOINED = 15;

export interface Point {
  x: number;
  y: number;
}
/** A duct as it lies on its plate, mm. */
export interface LaidDuct {
  id: string;
  duct: Duct;
  /** Its outline from the front. */
  x: number;
  y: number;
  width: number;
  height: number;
  /** Ends of its middle line. */
  from: Point;
  to: Point;
}

export function ductsOn(design: Pick<Design, 'enclosures'>, enclosure: string): LaidDuct[] {
  return Object.entries(design.enclosures?.[enclosure]?.ducts ?? {}).map(([id, duct]) => laid(id, duct));
}
export function laid(id: string, duct: Duct): LaidDuct {
  const { x, y, length, width, upright } = duct;
  const half = width / 2;
  return {
    id,
    duct,
    x,
    y,
    width: upright ? width : length,
    height: upright ? length : width,
    from: upright ? { x: x + half, y } : { x, y: y + half },
    to: upright ? { x: x + half, y: y + length } : { x: x + length, y: y + half },
  };
}

/** Free cross-section of a duct, mm². */
export const insideMm2 = ({ width, depth }: Duct): number => Math.max(0, width - 2 * WALL) * Math.max(0, depth - WALL);

/** The point of a duct’s middle line that is nearest to another point. */
export function nearestOn(d: LaidDuct, p: Point): Point {
  const clamp = (v: number, a: number, b: number) => Math.max(a, Math.min(v, b));
  return { x: clamp(p.x, d.from.x, d.to.x), y: clamp(p.y, d.from.y, d.to.y) };
}
/** Along the plate as conductors are led: across, then up or down, mm. */
export const around = (a: Point, b: Point): number => Math.abs(a.x - b.x) + Math.abs(a.y - b.y);

/** How far along the middle line of a duct a point lies, mm from its lower or left end. */
export const alongOf = (d: LaidDuct, p: Point): number => (d.duct.upright ? p.y - d.from.y : p.x - d.from.x);

/** Where two ducts open into each other, as the point where their middle lines do; undefined where they do not meet. */
export function meetingOf(a: LaidDuct, b: LaidDuct): Point | undefined {
  const apart = (p: number, pLong: number, q: number, qLong: number) => Math.max(0, q - p - pLong, p - q - qLong);
  if (apart(a.x, a.width, b.x, b.width) > JOINED || apart(a.y, a.height, b.y, b.height) > JOINED) return undefined;
  if ((a.duct.upright ?? false) !== (b.duct.upright ?? false)) {
    const [upright, level] = a.duct.upright ? [a, b] : [b, a];
    return { x: upright.from.x, y: level.from.y };
  }
  const onA = nearestOn(a, { x: b.x + b.width / 2, y: b.y + b.height / 2 });
  const onB = nearestOn(b, onA);
  return { x: (onA.x + onB.x) / 2, y: (onA.y + onB.y) / 2 };
}
