import type { Design } from '../machine/design';
import { heldBy } from './body';
import type { Placed } from './plate';
import { railsOn } from './rails';

/** What is dragged stops at each so many millimetres. */
export const STEP = 5;
/** Within so many millimetres a rail or a neighbour’s edge draws it on. */
const PULL = 8;

/**
 * Where a part stops that is dragged to a place: with its middle on a rail that is there, if it hangs on one; else flush with an edge of a
 * part that stands beside it; else at the next step.
 */
export function snapped(
  design: Design,
  enclosure: string,
  moved: Placed,
  others: readonly Placed[],
): { x: number; y: number } {
  const { x, y, body } = moved;
  const nearest = (at: number, places: readonly number[]): number | undefined =>
    places.filter((p) => Math.abs(p - at) <= PULL).sort((p, q) => Math.abs(p - at) - Math.abs(q - at))[0];
  const beside = others.filter((o) => o.part !== moved.part);
  const rails =
    heldBy(design.parts[moved.part]!) === 'rail' && !moved.turned
      ? railsOn(design, enclosure)
          .filter((r) => r.parts.some((p) => p !== moved.part))
          .map((r) => r.y - body.height / 2)
      : [];
  const grid = (v: number) => Math.round(v / STEP) * STEP;
  return {
    x:
      nearest(
        x,
        beside.filter((o) => meets(y, body.height, o.y, o.body.height)).map((o) => o.x + o.body.width),
      ) ?? grid(x),
    y:
      nearest(y, rails) ??
      nearest(
        y,
        beside.map((o) => o.y),
      ) ??
      grid(y),
  };
}
const meets = (a: number, aLong: number, b: number, bLong: number) => a < b + bLong && b < a + aLong;

export const alignments = ['left', 'right', 'top', 'bottom', 'middle', 'spread'] as const;
export type Alignment = (typeof alignments)[number];

/** Several parts brought into line: by an edge or the middle of the first of them, or spread evenly between the outermost two. */
export function aligned(parts: readonly Placed[], how: Alignment): Record<string, { x: number; y: number }> {
  const [first] = parts;
  if (!first) return {};
  if (how === 'spread') {
    const row = [...parts].sort((a, b) => a.x - b.x);
    const last = row.at(-1)!;
    const taken = row.reduce((sum, p) => sum + p.body.width, 0);
    const gap = (last.x + last.body.width - row[0]!.x - taken) / Math.max(1, row.length - 1);
    let x = row[0]!.x;
    return Object.fromEntries(
      row.map((p) => {
        const at = { x, y: p.y };
        x += p.body.width + gap;
        return [p.part, at];
      }),
    );
  }
  const to = ({ x, y, body }: Placed) => ({
    left: { x: first.x, y },
    right: { x: first.x + first.body.width - body.width, y },
    bottom: { x, y: first.y },
    top: { x, y: first.y + first.body.height - body.height },
    middle: { x, y: first.y + (first.body.height - body.height) / 2 },
  });
  return Object.fromEntries(parts.map((p) => [p.part, to(p)[how]]));
}
