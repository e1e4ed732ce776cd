import { ProgramWriter } from '../write';
import { clearHeight, spindleField, type Job } from './job';
import { PLUNGE_SHARE } from './surfacing';

/** A square, in it a square on its corner, in that a circle: scribed or drawn, and measured with a calliper. */
export const circleDiamond: Job = {
  id: 'circle-diamond',
  title: 'Circle, diamond and square',
  purpose: 'Scribes three figures in one another. What is off in each of them has another cause.',
  before: 'Work zero in the middle of the piece, on top. A point, a pen or a fine cutter.',
  then: 'Square not square: the axes are not. Sides of the diamond of two lengths, or not 45°: the scales of X and Y differ. Flats on the circle at its left, right, near and far: backlash. An oval: scale or squareness.',
  fields: ({ room, maxSpeed, maxRpm }) => [
    {
      key: 'size',
      title: 'Side of the square',
      dimension: 'length',
      value: Math.floor(Math.min(100, room.x * 0.8, room.y * 0.8)),
      least: 5,
      most: 5000,
    },
    { key: 'deep', title: 'Depth', dimension: 'length', value: 0.3, least: 0, most: 20 },
    clearHeight,
    { key: 'feed', title: 'Feed', dimension: 'speed', value: Math.min(10, maxSpeed / 2), least: 0.1, most: maxSpeed },
    ...spindleField(maxRpm, 12_000),
  ],
  write(v, style, { maxRpm }) {
    const half = v.size! / 2;
    // The circle that touches the sides of the diamond: its distance from the middle is half / √2.
    const radius = half / Math.SQRT2;
    const w = new ProgramWriter(style);
    const down = () => w.cut({ Z: -v.deep! }, v.feed! * PLUNGE_SHARE);
    const round = (points: readonly (readonly [number, number])[]) => {
      const [first, ...rest] = points;
      w.rapid({ X: first![0], Y: first![1] });
      down();
      for (const [x, y] of [...rest, first!]) w.cut({ X: x, Y: y }, v.feed!);
      w.rapid({ Z: v.clear! });
    };
    w.comment(`circle, diamond and square of ${w.length(v.size!)}, zero in the middle on top`)
      .line(w.units)
      .line('G90 G94 G17 G54')
      .rapid({ Z: v.clear! })
      .spindle(v.rpm ?? 0, maxRpm !== undefined);
    w.comment('circle').rapid({ X: radius, Y: 0 });
    down();
    w.arc(false, { X: radius, Y: 0 }, { I: -radius, J: 0 }, v.feed!).rapid({ Z: v.clear! }).comment('diamond');
    round([
      [half, 0],
      [0, half],
      [-half, 0],
      [0, -half],
    ]);
    w.comment('square');
    round([
      [half, half],
      [-half, half],
      [-half, -half],
      [half, -half],
    ]);
    return w.end(maxRpm !== undefined);
  },
};
