import { ProgramWriter } from '../write';
import { clearHeight, spindleField, type Job } from './job';

/** Four fine holes at the corners of a rectangle: their diagonals tell how square the machine is. */
export const fourHoles: Job = {
  id: 'four-holes',
  title: 'Four holes for squareness',
  purpose: 'Drills the corners of a rectangle, as large as the table lets you.',
  before: 'Work zero at the near left hole, on top of a scrap board. A fine drill or a point.',
  then: 'Measure both diagonals and enter them on Bring-up, “Squareness of the gantry”: which end is ahead, by how much, and what to move. A machine without two motors across is squared at its rails, by the same figures.',
  fields: ({ room, maxSpeed, maxRpm }) => [
    { key: 'across', title: 'Along X', dimension: 'length', value: Math.floor(room.x * 0.9), least: 1, most: 10_000 },
    { key: 'along', title: 'Along Y', dimension: 'length', value: Math.floor(room.y * 0.9), least: 1, most: 10_000 },
    { key: 'deep', title: 'Depth', dimension: 'length', value: 2, least: 0.1, most: 50 },
    clearHeight,
    { key: 'feed', title: 'Feed downwards', dimension: 'speed', value: 3, least: 0.05, most: maxSpeed },
    ...spindleField(maxRpm, 10_000),
  ],
  write(v, style, { maxRpm }) {
    const w = new ProgramWriter(style);
    w.comment(`four holes, ${w.length(v.across!)} by ${w.length(v.along!)}, zero at the near left one on top`)
      .line(w.units)
      .line('G90 G94 G17 G54')
      .rapid({ Z: v.clear! })
      .spindle(v.rpm ?? 0, maxRpm !== undefined);
    for (const [x, y] of [
      [0, 0],
      [v.across!, 0],
      [v.across!, v.along!],
      [0, v.along!],
    ] as const)
      // Each hole is come to from minus on both axes, so that backlash puts all of them off alike.
      w.rapid({ X: x - LEAD, Y: y - LEAD })
        .rapid({ X: x, Y: y })
        .cut({ Z: -v.deep! }, v.feed!)
        .rapid({ Z: v.clear! });
    return w.end(maxRpm !== undefined);
  },
};
/** Way on which every hole is approached, mm: longer than the backlash of any machine that can be used. */
export const LEAD = 2;
