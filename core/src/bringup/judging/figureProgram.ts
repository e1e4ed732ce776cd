import { programNumber } from '../../program/numbers';

/** The first thing a machine draws. Positions are work positions: its middle is the work zero. */
export interface Figure {
  /** Letters of both axes, as they span the plane: the circle runs from the first to the second. */
  letters: readonly [string, string];
  /** Word of the plane, as G17. */
  plane: 17 | 18 | 19;
  /** Edge of the square, mm. */
  size: number;
  /** Along the path, mm/s. */
  feed: number;
  words: 'standard' | 'widespread';
  /** A diameter is programmed for the axis. */
  factors: readonly [1 | 2, 1 | 2];
  /** Units of the program: those of whoever runs it. */
  inch: boolean;
}
const MM_PER_INCH = 25.4;
/** Word of the centre of an arc for each letter, after ISO 6983-1. */
const CENTRE: Readonly<Record<string, string>> = { X: 'I', Y: 'J', Z: 'K' };
/** The circle inside the square, as a share of its edge: room enough to see that both are not the same curve. */
const CIRCLE = 0.8;

/**
 * A square with a circle in it, and a tick outwards from the corner at plus and plus: it tells a mirrored figure from a
 * right one, which neither square nor circle would. A program after ISO 6983 that leaves the tool axis alone.
 */
export function figureProgram({ letters, plane, size: sizeMm, feed, words, factors, inch }: Figure): string {
  const unit = inch ? MM_PER_INCH : 1;
  const size = sizeMm / unit;
  const [a, b] = letters;
  const half = size / 2;
  const to = (x: number, y: number) => `${a}${programNumber(x * factors[0])} ${b}${programNumber(y * factors[1])}`;
  const f = `F${programNumber((feed * 60) / unit)}`;
  const radius = half * CIRCLE;
  return [
    `(square of ${programNumber(size)} with a circle, middle at the work zero, in the air)`,
    words === 'standard' ? (inch ? 'G70' : 'G71') : inch ? 'G20' : 'G21',
    `G90 G94 G${plane} G54`,
    `G0 ${to(-half, -half)}`,
    `G1 ${to(half, -half)} ${f}`,
    `G1 ${to(half, half)} ${f}`,
    // The tick at the plus corner, outwards.
    `G1 ${to(half + size * TICK, half + size * TICK)} ${f}`,
    `G1 ${to(half, half)} ${f}`,
    `G1 ${to(-half, half)} ${f}`,
    `G1 ${to(-half, -half)} ${f}`,
    `G0 ${to(radius, 0)}`,
    `G3 ${to(radius, 0)} ${CENTRE[a]}${programNumber(-radius)} ${CENTRE[b]}0 ${f}`,
    `G0 ${to(0, 0)}`,
    'M30',
    '',
  ].join('\n');
}
/** Length of the tick, as a share of the edge in each axis. */
export const TICK = 0.1;
