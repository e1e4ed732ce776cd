import { ProgramWriter } from '../../program/write';

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
/** Word of the centre of an arc for each letter, after ISO 6983-1. */
const CENTRE: Readonly<Record<string, string>> = { X: 'I', Y: 'J', Z: 'K' };
/** The circle inside the square, as a share of its edge: room enough to see that both are not the same curve. */
const CIRCLE = 0.8;

/**
 * A square with a circle in it, and a tick outwards from the corner at plus and plus: it tells a mirrored figure from a
 * right one, which neither square nor circle would. A program after ISO 6983 that leaves the tool axis alone.
 */
export function figureProgram({ letters, plane, size, feed, words, factors, inch }: Figure): string {
  const w = new ProgramWriter({ words, inch });
  const [a, b] = letters;
  const half = size / 2;
  const to = (x: number, y: number) => ({ [a]: x * factors[0], [b]: y * factors[1] });
  const radius = half * CIRCLE;
  return (
    w
      .comment(`square of ${w.length(size)} with a circle, middle at the work zero, in the air`)
      .line(w.units)
      .line(`G90 G94 G${plane} G54`)
      .rapid(to(-half, -half))
      .cut(to(half, -half), feed)
      .cut(to(half, half), feed)
      // The tick at the plus corner, outwards.
      .cut(to(half + size * TICK, half + size * TICK), feed)
      .cut(to(half, half), feed)
      .cut(to(-half, half), feed)
      .cut(to(-half, -half), feed)
      .rapid(to(radius, 0))
      .arc(false, to(radius, 0), { [CENTRE[a]!]: -radius, [CENTRE[b]!]: 0 }, feed)
      .rapid(to(0, 0))
      .end(false)
  );
}
/** Length of the tick, as a share of the edge in each axis. */
export const TICK = 0.1;
