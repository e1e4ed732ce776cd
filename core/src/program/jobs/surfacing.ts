import { ProgramWriter } from '../write';
import { clearHeight, spindleField, type Job } from './job';

/** A plunge goes so much slower than a cut across. */
export const PLUNGE_SHARE = 0.25;

/** Places of rows `step` apart at most that cover 0 to `width` with a tool of radius `radius` that goes `over` beyond it, mm. */
export function rowsOver(width: number, radius: number, over: number, step: number): number[] {
  const [first, last] = [radius - over, width - radius + over];
  if (last <= first) return [width / 2];
  const gaps = Math.max(1, Math.ceil((last - first) / step - 1e-9));
  return Array.from({ length: gaps + 1 }, (_, i) => first + ((last - first) * i) / gaps);
}

/** Flattens a bed or a board: rows to and fro, in equal passes down to the depth. */
export const surfacing: Job = {
  id: 'surfacing',
  title: 'Surfacing',
  purpose: 'Planes a bed or a board: rows along X, one beside the other, pass by pass.',
  before: 'Work zero at the left front corner of the area, on its highest place. Clamps outside of it.',
  then: 'Draw a finger across the rows: a step between them tells that the spindle is not square to the table.',
  fields: ({ room, maxSpeed, maxRpm }) => [
    { key: 'width', title: 'Along X', dimension: 'length', value: Math.floor(room.x * 0.8), least: 1, most: 10_000 },
    { key: 'depth', title: 'Along Y', dimension: 'length', value: Math.floor(room.y * 0.8), least: 1, most: 10_000 },
    { key: 'tool', title: 'Diameter of the tool', dimension: 'length', value: 22, least: 0.5, most: 200 },
    { key: 'overlap', title: 'Overlap of the rows', dimension: 'ratio', value: 0.4, least: 0, most: 0.95 },
    { key: 'over', title: 'Tool beyond the edge', dimension: 'length', value: 0, least: 0, most: 200 },
    { key: 'off', title: 'Taken off in all', dimension: 'length', value: 0.6, least: 0.01, most: 50 },
    { key: 'pass', title: 'In one pass', dimension: 'length', value: 0.3, least: 0.01, most: 10 },
    clearHeight,
    { key: 'feed', title: 'Feed', dimension: 'speed', value: Math.min(25, maxSpeed / 2), least: 0.1, most: maxSpeed },
    ...spindleField(maxRpm, 16_000),
  ],
  write(v, style, { maxRpm }) {
    const radius = v.tool! / 2;
    const ys = rowsOver(v.depth!, radius, v.over!, v.tool! * (1 - v.overlap!));
    const [x0, x1] = [Math.min(radius - v.over!, v.width! / 2), Math.max(v.width! - radius + v.over!, v.width! / 2)];
    const passes = Math.ceil(v.off! / v.pass! - 1e-9);
    const w = new ProgramWriter(style);
    w.comment(
      `surfacing ${w.length(v.width!)} by ${w.length(v.depth!)}, tool ${w.length(v.tool!)}, zero at the left front corner on top`,
    )
      .line(w.units)
      .line('G90 G94 G17 G54')
      .rapid({ Z: v.clear! })
      .rapid({ X: x0, Y: ys[0]! })
      .spindle(v.rpm ?? 0, maxRpm !== undefined);
    for (let p = 1; p <= passes; p++) {
      const z = -(v.off! * p) / passes;
      w.comment(`pass ${p} of ${passes}`)
        .rapid({ X: x0, Y: ys[0]! })
        .cut({ Z: z }, v.feed! * PLUNGE_SHARE);
      ys.forEach((y, i) => {
        if (i) w.cut({ Y: y }, v.feed!);
        w.cut({ X: i % 2 ? x0 : x1 }, v.feed!);
      });
      w.rapid({ Z: v.clear! });
    }
    return w.end(maxRpm !== undefined);
  },
};
