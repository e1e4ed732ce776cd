import { deviation, mean } from '../../units/sample';

/** Student's t for a two-sided interval of 95 %, by degrees of freedom from 1 on (ISO 2602); beyond the table its limit. */
const T95 = [
  12.706, 4.303, 3.182, 2.776, 2.571, 2.447, 2.365, 2.306, 2.262, 2.228, 2.201, 2.179, 2.16, 2.145, 2.131, 2.12, 2.11,
  2.101, 2.093, 2.086, 2.08, 2.074, 2.069, 2.064, 2.06, 2.056, 2.052, 2.048, 2.045, 2.042,
];
export const t95 = (degrees: number): number => (degrees < 1 ? Infinity : (T95[degrees - 1] ?? 1.96 + 2.4 / degrees));

export interface Move {
  /** Where it was told to go from the common start, and where it arrived; mm or °. */
  commanded: number;
  measured: number;
  direction: 1 | -1;
}
export interface ScaleFit {
  /** Measured over commanded. */
  slope: number;
  /** Half width of the 95 % interval of the slope. */
  slopeSpread: number;
  /** Where zero was measured. */
  offset: number;
  /** Backlash: half of it stands on either side of the line. */
  backlash: number;
  backlashSpread: number;
  /** Scatter around the line. */
  residual: number;
}
/**
 * Least squares of `measured = offset + slope · commanded + (backlash / 2) · direction`. Undefined for fewer than four
 * moves or one single distance: nothing can be told from them. With moves in one direction only the backlash is NaN.
 */
export function fitScale(moves: readonly Move[]): ScaleFit | undefined {
  const both = moves.some((m) => m.direction > 0) && moves.some((m) => m.direction < 0);
  const columns = both ? 3 : 2;
  if (moves.length <= columns || new Set(moves.map((m) => m.commanded)).size < 2) return undefined;
  const rows = moves.map((m) => [1, m.commanded, ...(both ? [m.direction] : [])]);
  const normal = Array.from({ length: columns }, (_, i) =>
    Array.from({ length: columns }, (_, j) => rows.reduce((s, r) => s + r[i]! * r[j]!, 0)),
  );
  const inverse = invert(normal);
  if (!inverse) return undefined;
  const right = Array.from({ length: columns }, (_, i) => rows.reduce((s, r, k) => s + r[i]! * moves[k]!.measured, 0));
  const b = inverse.map((row) => row.reduce((s, x, j) => s + x * right[j]!, 0));
  const squares = rows.reduce((s, r, k) => s + (moves[k]!.measured - r.reduce((y, x, j) => y + x * b[j]!, 0)) ** 2, 0);
  const free = moves.length - columns;
  const variance = squares / free;
  const half = (i: number) => t95(free) * Math.sqrt(variance * inverse[i]![i]!);
  return {
    slope: b[1]!,
    slopeSpread: half(1),
    offset: b[0]!,
    // The carriage stays behind the screw: coming from minus it stands too far to minus.
    backlash: both ? -2 * b[2]! : NaN,
    backlashSpread: both ? 2 * half(2) : NaN,
    residual: Math.sqrt(variance),
  };
}
/** Inverse of a small symmetric matrix by elimination; undefined where it is singular. */
function invert(m: readonly (readonly number[])[]): number[][] | undefined {
  const n = m.length;
  const a = m.map((row, i) => [...row, ...Array.from({ length: n }, (_, j) => (i === j ? 1 : 0))]);
  for (let c = 0; c < n; c++) {
    let p = c;
    for (let r = c + 1; r < n; r++) if (Math.abs(a[r]![c]!) > Math.abs(a[p]![c]!)) p = r;
    if (Math.abs(a[p]![c]!) < 1e-12) return undefined;
    [a[c], a[p]] = [a[p]!, a[c]!];
    const d = a[c]![c]!;
    a[c] = a[c]!.map((x) => x / d);
    for (let r = 0; r < n; r++) {
      const f = a[r]![c]!;
      if (r !== c && f !== 0) a[r] = a[r]!.map((x, k) => x - f * a[c]![k]!);
    }
  }
  return a.map((row) => row.slice(n));
}

/** Deviations at one target: those that arrived going to plus, and going to minus. */
export interface Target {
  position: number;
  up: readonly number[];
  down: readonly number[];
}
export interface Positioning {
  targets: readonly { position: number; up: number; down: number; spreadUp: number; spreadDown: number }[];
  /** B, the largest mean reversal. */
  reversal: number;
  /** M, the range of the mean bidirectional deviation. */
  meanDeviation: number;
  /** R↑ and R↓ at their largest: 4 s. */
  repeatabilityOneWay: number;
  /** R, both ways. */
  repeatability: number;
  /** A, both ways. */
  accuracy: number;
}
/** Accuracy and repeatability of positioning after ISO 230-2, from at least five approaches each way to each target. */
export function positioning(targets: readonly Target[]): Positioning {
  const rows = targets.map((t) => ({
    position: t.position,
    up: mean(t.up),
    down: mean(t.down),
    spreadUp: deviation(t.up),
    spreadDown: deviation(t.down),
  }));
  const most = (f: (r: (typeof rows)[number]) => number) => Math.max(...rows.map(f));
  const least = (f: (r: (typeof rows)[number]) => number) => Math.min(...rows.map(f));
  const middle = (r: (typeof rows)[number]) => (r.up + r.down) / 2;
  const oneWay = most((r) => Math.max(4 * r.spreadUp, 4 * r.spreadDown));
  return {
    targets: rows,
    reversal: most((r) => Math.abs(r.up - r.down)),
    meanDeviation: most(middle) - least(middle),
    repeatabilityOneWay: oneWay,
    repeatability: Math.max(
      oneWay,
      most((r) => 2 * r.spreadUp + 2 * r.spreadDown + Math.abs(r.up - r.down)),
    ),
    accuracy:
      most((r) => Math.max(r.up + 2 * r.spreadUp, r.down + 2 * r.spreadDown)) -
      least((r) => Math.min(r.up - 2 * r.spreadUp, r.down - 2 * r.spreadDown)),
  };
}
