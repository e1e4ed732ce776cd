import type { Arc } from './program';

const TURN = 2 * Math.PI;
/** Start and end of an arc may lie on radii that differ by this much, mm, or by this share: programs are rounded. */
const ROUNDING_MM = 0.02;
const ROUNDING_SHARE = 0.002;

export type ArcFault = 'no centre' | 'centre and radius' | 'radii differ' | 'radius too small' | 'radius without way';

/**
 * The arc from one point of a plane to another. `centre`: from the start to the centre; `radius`: signed, negative for
 * more than half a turn. A centre with start and end alike is a full turn.
 */
export function arcThrough(
  plane: { a: number; b: number },
  start: readonly [number, number],
  end: readonly [number, number],
  clockwise: boolean,
  centre: readonly [number, number] | undefined,
  radius: number | undefined,
): Arc | ArcFault {
  if (centre && radius !== undefined) return 'centre and radius';
  const [dx, dy] = [end[0] - start[0], end[1] - start[1]];
  let centreA: number;
  let centreB: number;
  if (centre) [centreA, centreB] = [start[0] + centre[0], start[1] + centre[1]];
  else if (radius !== undefined) {
    const half = Math.hypot(dx, dy) / 2;
    if (half < 1e-9) return 'radius without way';
    const r = Math.abs(radius);
    if (r < half - Math.max(ROUNDING_MM, r * ROUNDING_SHARE)) return 'radius too small';
    const height = Math.sqrt(Math.max(0, r * r - half * half));
    // The centre lies left of the way for a short counter-clockwise arc, right of it for a clockwise one.
    const side = clockwise === radius > 0 ? -1 : 1;
    centreA = start[0] + dx / 2 - (side * height * dy) / (2 * half);
    centreB = start[1] + dy / 2 + (side * height * dx) / (2 * half);
  } else return 'no centre';
  const r = Math.hypot(start[0] - centreA, start[1] - centreB);
  const rEnd = Math.hypot(end[0] - centreA, end[1] - centreB);
  if (r < 1e-9) return 'no centre';
  if (Math.abs(r - rEnd) > Math.max(ROUNDING_MM, r * ROUNDING_SHARE)) return 'radii differ';
  const from = Math.atan2(start[1] - centreB, start[0] - centreA);
  const to = Math.atan2(end[1] - centreB, end[0] - centreA);
  const full = centre !== undefined && Math.hypot(dx, dy) < 1e-9;
  let sweep = full ? TURN : (((to - from) % TURN) + TURN) % TURN;
  if (sweep < 1e-9) sweep = TURN;
  if (clockwise) sweep = full ? -TURN : sweep - TURN === 0 ? -TURN : sweep - TURN;
  return { ...plane, centreA, centreB, radius: r, from, sweep };
}

/** Smallest and largest coordinates that an arc reaches in its plane. */
export function arcBounds(arc: Arc): { minA: number; maxA: number; minB: number; maxB: number } {
  const angles = [arc.from, arc.from + arc.sweep];
  const [low, high] = [Math.min(...angles), Math.max(...angles)];
  for (let q = Math.ceil(low / (TURN / 4)); q * (TURN / 4) <= high; q++) angles.push(q * (TURN / 4));
  const as = angles.map((g) => arc.centreA + arc.radius * Math.cos(g));
  const bs = angles.map((g) => arc.centreB + arc.radius * Math.sin(g));
  return { minA: Math.min(...as), maxA: Math.max(...as), minB: Math.min(...bs), maxB: Math.max(...bs) };
}
