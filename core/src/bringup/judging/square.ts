/** What the squareness of a gantry comes to. `lead`: how far the right end stands too far to plus, mm. */
export interface Squareness {
  angleRad: number;
  lead: number;
  /** Half width of its 95 % interval, from how well the tape or the gauge is read. */
  spread: number;
  /** The side of the rectangle that was not measured, as a check on the figures, mm. */
  along: number | undefined;
}

/**
 * From both diagonals of a drilled rectangle, `across` wide along the gantry: d1 from near left to far right, d2 from far
 * left to near right, seen from above. `b = √((d1² + d2²)/2 − a²)`, angle = (d1² − d2²) / (4·a·b); the right end leads by
 * `spacing · angle`. `readSpread`: half width to which a diagonal is read. Undefined where such a rectangle cannot be.
 */
export function fromDiagonals(
  d1: number,
  d2: number,
  across: number,
  spacing: number,
  readSpread: number,
): Squareness | undefined {
  const square = (d1 * d1 + d2 * d2) / 2 - across * across;
  if (!(square > 0) || !(across > 1e-3)) return undefined;
  const along = Math.sqrt(square);
  const angleRad = (d1 * d1 - d2 * d2) / (4 * across * along);
  // The angle hangs on each diagonal by d / (2ab); both are read on their own.
  const one = ((Math.hypot(d1, d2) / Math.SQRT2) * readSpread) / (2 * across * along);
  return { angleRad, lead: spacing * angleRad, spread: spacing * one * Math.SQRT2, along };
}

/**
 * From an edge that is square to the rails: `right` and `left` are how far along the gauge meets it at both ends of
 * `across`, on the way to plus. (right − left) · spacing / across; undefined
 * where the two places do not lie apart.
 */
export function fromEdge(
  left: number,
  right: number,
  across: number,
  spacing: number,
  readSpread: number,
): Squareness | undefined {
  if (!(across > 1e-3)) return undefined;
  const angleRad = (right - left) / across;
  return {
    angleRad,
    lead: spacing * angleRad,
    spread: (readSpread * Math.SQRT2 * spacing) / across,
    along: undefined,
  };
}
