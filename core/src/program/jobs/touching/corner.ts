import { ProgramWriter } from '../../write';
import type { Job, JobField, JobValues } from '../job';
import type { ProgramStyle } from '../../write';
import { lengthField, proveClip, touchFields, touchTwice } from './steps';

/** Between a tool that has gone out over a face and that face, mm. */
const CLEAR_MM = 4;

/** Top, then the left and the front face: `thickness` and `rim` from the corner of the work to what is touched. */
function cornerProgram(
  v: JobValues,
  style: ProgramStyle,
  what: { name: string; held: string; ready: string; thickness: number; rim: number },
): string {
  const { thickness, rim } = what;
  const radius = v.tool! / 2;
  const above = thickness + v.back!;
  const out = v.inside! + radius + CLEAR_MM;
  const w = new ProgramWriter(style);
  w.comment(`${what.name}, tool ${w.length(v.tool!)}`)
    .line(w.units)
    .line('G90 G94 G17 G54');
  proveClip(w, v, what.held)
    .comment(`${what.ready}, at most ${w.length(v.inside!)} inside both faces`)
    .line('M0');
  touchTwice(w, 'Z', -(v.farthest! + v.proof!), v)
    .workHere('Z', thickness)
    .line('G90')
    .rapid({ Z: above });
  for (const letter of ['X', 'Y']) {
    w.line('G91')
      .rapid({ [letter]: -out })
      .line('G90')
      .cut({ Z: thickness - v.deep! }, v.fast!)
      .line('G91');
    touchTwice(w, letter, out, v)
      .workHere(letter, -(rim + radius))
      .rapid({ [letter]: -v.back! })
      .line('G90')
      .rapid({ Z: above })
      .rapid({ [letter]: v.inside! - rim });
  }
  w.rapid({ Z: thickness + v.away! }).comment('take the clip away');
  return w.end(false);
}
const cornerFields = (z: number, maxSpeed: number): JobField[] => [
  lengthField('tool', 'Diameter of tool or tip', 6, 0.1, 50),
  lengthField('inside', 'Tool inside the faces, at most', 10, 2, 100),
  lengthField('deep', 'Beside a face, below the top', 4, 0.5, z),
  lengthField('farthest', 'Way down, at most', Math.min(25, z), 1, z),
  lengthField('away', 'Then up by', 10, 1, 200),
  ...touchFields(maxSpeed),
];
const piece: NonNullable<Job['piece']> = (v) => ({
  kind: 'corner',
  below: Math.min(12, v.farthest! / 2),
  inside: v.inside!,
  toolRadius: v.tool! / 2,
});

/** All three zeros by a plate that hangs over the corner of the work. */
export const cornerPlate: Job = {
  id: 'corner-plate',
  title: 'Corner by a plate',
  purpose: 'X, Y and Z of the left front corner, by a plate with three faces that hangs over it.',
  before: 'The tool above the corner, with room above it to rise, the plate at hand. Work offset 1 in force.',
  then: 'Take clip and plate away before the spindle is switched on.',
  fields: ({ room, maxSpeed }) => [
    lengthField('thickness', 'Thickness of the plate', 10, 0, 200),
    lengthField('rim', 'Plate beyond the corner', 5, 0, 100),
    ...cornerFields(room.z, maxSpeed),
  ],
  write: (v, style) =>
    cornerProgram(v, style, {
      name: 'corner by a plate with three faces',
      held: 'the plate',
      ready: 'hang the plate over the corner; the tool above it',
      thickness: v.thickness!,
      rim: v.rim!,
    }),
  piece,
};
/** The same on the faces of the work itself, which has to lead, or by a probe. */
export const workCorner: Job = {
  id: 'work-corner',
  title: 'Corner of the work',
  purpose:
    'X, Y and Z of the left front corner of the work itself: by a probe, or by the tool where the work is of metal.',
  before: 'The tip above the corner, with room above it to rise. Work offset 1 in force.',
  then: 'A zero on a face is as good as the face: dress a sawn edge first.',
  fields: ({ room, maxSpeed }) => cornerFields(room.z, maxSpeed),
  write: (v, style) =>
    cornerProgram(v, style, {
      name: 'corner of the work',
      held: 'a lead to the work',
      ready: 'the tool over the left front corner',
      thickness: 0,
      rim: 0,
    }),
  piece,
};
