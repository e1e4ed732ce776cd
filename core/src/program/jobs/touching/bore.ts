import { ProgramWriter } from '../../write';
import type { Job } from '../job';
import { lengthField, proveClip, touchFields, touchTwice } from './steps';

/** The middle of a bore: wall to wall along X, then along Y. Tip and overshoot are the same on both sides and fall out. */
export const bore: Job = {
  id: 'bore',
  title: 'Middle of a bore',
  purpose: 'X and Y of the middle of a round hole, from its walls.',
  before: 'The tip in the bore, near its middle, with room above it to rise. Work offset 1 in force.',
  then: 'Run it twice: the second time X and Y must not move.',
  fields: ({ room, maxSpeed }) => [
    lengthField('diameter', 'Diameter of the bore', 30, 2, Math.min(room.x, room.y)),
    lengthField('tool', 'Diameter of the tip', 6, 0.1, 50),
    lengthField('away', 'Then up by', 10, 1, 200),
    ...touchFields(maxSpeed),
  ],
  refused: (v) =>
    v.tool! < v.diameter!
      ? undefined
      : {
          what: 'The tip does not go into this bore.',
          where: 'Diameter of the tip',
          fix: 'Enter a smaller tip, or the true bore.',
        },
  write(v, style) {
    const w = new ProgramWriter(style);
    const room = v.diameter! - v.tool!;
    // A small bore leaves less room to go back in.
    const back = Math.min(v.back!, room / 4);
    w.comment(`middle of a bore of ${w.length(v.diameter!)}, tip ${w.length(v.tool!)}`)
      .line(w.units)
      .line('G90 G94 G17 G54');
    proveClip(w, v, 'a lead to the work').comment('the tip deep enough in the bore, near its middle').line('M0');
    for (const letter of ['X', 'Y']) {
      w.line('G91');
      touchTwice(w, letter, -v.diameter!, v, back)
        .workHere(letter, 0)
        .rapid({ [letter]: back });
      touchTwice(w, letter, v.diameter!, v, back)
        .halve(letter)
        .line('G90')
        .rapid({ [letter]: 0 });
    }
    w.line('G91').rapid({ Z: v.away! }).line('G90').comment('take the clip away');
    return w.end(false);
  },
  piece: (v) => {
    const radius = (v.diameter! - v.tool!) / 2;
    return { kind: 'bore', below: 0, x: radius / 5, y: -radius / 8, radius };
  },
};
