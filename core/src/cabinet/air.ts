import type { Enclosure, Placement } from '../machine/enclosure';
import { positive } from '../units/derived';

/** Heat that a square metre of painted sheet gives off, W/(m²·K). */
export const PER_SURFACE = 5.5;
/** What warms a cubic metre of air by a kelvin, J: 1.16 kg/m³ (30 °C) times 1005 J/(kg·K). */
const AIR = 1.16 * 1005;
/** A filter mat with its grille lets half of the flow through that a fan has by its sheet; a grille alone four fifths. */
const THROUGH_FILTER = 0.5;
const THROUGH_GRILLE = 0.8;
/** Discharge of two like openings in series: 0.6/√2. */
const DISCHARGE = 0.6 / Math.SQRT2;
const THROUGH_MAT = 0.5;
const GRAVITY = 9.81;
const ROOM_K = 303;
/** From the middle of a grille near the floor to that of one near the top, of the height of the box. */
const GRILLES_APART = 0.7;

/** How much a side of a box counts, by what is before it (IEC 60890, table for the surface factor). */
const factor = { top: 1.4, topCovered: 0.7, side: 0.9, sideCovered: 0.5 } as const;
const sides: Record<Placement, { top: number; back: number; front: number; left: number; right: number }> = {
  free: { top: factor.top, back: factor.side, front: factor.side, left: factor.side, right: factor.side },
  'at-wall': { top: factor.top, back: factor.sideCovered, front: factor.side, left: factor.side, right: factor.side },
  'beside-one': {
    top: factor.top,
    back: factor.sideCovered,
    front: factor.side,
    left: factor.sideCovered,
    right: factor.side,
  },
  'between-two': {
    top: factor.top,
    back: factor.sideCovered,
    front: factor.side,
    left: factor.sideCovered,
    right: factor.sideCovered,
  },
  covered: {
    top: factor.topCovered,
    back: factor.sideCovered,
    front: factor.side,
    left: factor.sideCovered,
    right: factor.sideCovered,
  },
};

/** The effective surface of a box in m²: each side by what is before it, the floor not at all. Undefined without its sizes. */
export function effectiveSurfaceM2(box: Enclosure): number | undefined {
  const [w, h, d] = [box.width, box.height, box.depth].map((q) => positive(q, ''));
  if (!w?.known || !h?.known || !d?.known) return undefined;
  const [width, height, depth] = [w.value / 1000, h.value / 1000, d.value / 1000];
  const f = sides[box.placement];
  return f.top * width * depth + (f.back + f.front) * width * height + (f.left + f.right) * height * depth;
}

/** Share of its free flow that a fan moves through grille and mat. */
export const flowShare = (box: Pick<Enclosure, 'filter'>): number => (box.filter ? THROUGH_FILTER : THROUGH_GRILLE);

/** Air in m³/h that carries `watts` off at a rise of `riseK`, walls left out: V = P/(ρ·c·ΔT). */
export const airNeededM3h = (watts: number, riseK: number): number => (3600 * watts) / (AIR * riseK);

/** What keeps a box cool: its surface, and the air that goes through. */
export interface Cooling {
  /** W/K through its walls. */
  wallsWPerK: number;
  /** Air that a fan moves, m³/h; 0 without one. */
  forcedM3h: number;
  /** Free opening of each of two grilles in m², by way of which warm air rises, and how far apart they are in m; 0 without them. */
  openM2: number;
  apartM: number;
}
/** Undefined where its sizes are not known, and nothing was measured. */
export function coolingOf(box: Enclosure): Cooling | undefined {
  const measured = positive(box.measuredSurface, '');
  // What was read says it for walls and air together.
  if (measured.known) return { wallsWPerK: (PER_SURFACE * measured.value) / 1e6, forcedM3h: 0, openM2: 0, apartM: 0 };
  const surface = effectiveSurfaceM2(box);
  const height = positive(box.height, '');
  if (surface === undefined || !height.known) return undefined;
  const flow = positive(box.flow, '');
  const open = positive(box.openArea, '');
  const blocked = box.inlet === 'none' || box.outlet === 'none';
  return {
    wallsWPerK: PER_SURFACE * surface,
    forcedM3h: box.air === 'fan' && flow.known && !blocked ? flow.value * flowShare(box) : 0,
    openM2: box.air === 'grilles' && open.known && !blocked ? (open.value / 1e6) * (box.filter ? THROUGH_MAT : 1) : 0,
    apartM: (height.value / 1000) * GRILLES_APART,
  };
}

/** Heat in W that leaves a box whose air is `riseK` warmer than the room. */
export function heatAway(c: Cooling, riseK: number): number {
  // Warm air rises: V = C·A·√(2·g·h·ΔT/T).
  const risingM3s = DISCHARGE * c.openM2 * Math.sqrt((2 * GRAVITY * c.apartM * riseK) / ROOM_K);
  return c.wallsWPerK * riseK + AIR * (c.forcedM3h / 3600 + risingM3s) * riseK;
}

/** By how many kelvins the air in a box gets warmer than the room, for long. */
export function riseK(c: Cooling, watts: number): number {
  if (!(watts > 0)) return 0;
  let [low, high] = [0, watts / c.wallsWPerK];
  for (let i = 0; i < 60; i++) {
    const mid = (low + high) / 2;
    if (heatAway(c, mid) < watts) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}
