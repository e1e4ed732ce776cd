import { ProgramWriter } from '../../write';
import type { Job } from '../job';
import { lengthField, proveClip, touchFields, touchTwice } from './steps';

/** The height of the work by a plate of known thickness. */
export const plate: Job = {
  id: 'touch-plate',
  title: 'Z by a plate',
  purpose: 'Work zero on the top of the work, by a touch plate that lies on it.',
  before: 'The tool above the work, with room above it to rise. Work offset 1 in force.',
  then: 'Take clip and plate away before the spindle is switched on.',
  fields: ({ room, maxSpeed }) => [
    lengthField('thickness', 'Thickness of the plate', 10, 0, 200),
    lengthField('farthest', 'Way down, at most', Math.min(25, room.z), 1, room.z),
    lengthField('away', 'Then up by', 10, 1, 200),
    ...touchFields(maxSpeed),
  ],
  write(v, style) {
    const w = new ProgramWriter(style);
    w.comment(`Z by a touch plate of ${w.length(v.thickness!)}`)
      .line(w.units)
      .line('G90 G94 G17 G54');
    proveClip(w, v, 'the plate').comment('lay the plate on the work, under the tool').line('M0');
    touchTwice(w, 'Z', -(v.farthest! + v.proof!), v)
      .workHere('Z', v.thickness!)
      .rapid({ Z: v.away! })
      .line('G90')
      .comment('take clip and plate away');
    return w.end(false);
  },
  piece: (v) => ({ kind: 'plate', below: Math.min(12, v.farthest! / 2) }),
};
