import { ProgramWriter, type ProgramStyle } from '../../write';
import type { Job, JobField, JobMachine, JobValues } from '../job';
import { lengthField, proveClip, touchFields, touchTwice } from './steps';

const fields = ({ envelope, room, maxSpeed }: JobMachine): JobField[] => [
  lengthField('x', 'Plate at X, machine position', envelope.x.min + room.x * 0.05, envelope.x.min, envelope.x.max),
  lengthField('y', 'Plate at Y, machine position', envelope.y.min + room.y * 0.05, envelope.y.min, envelope.y.max),
  lengthField('farthest', 'Way down, at most', room.z * 0.9, 1, room.z),
  ...touchFields(maxSpeed),
];
/** Up, across to the plate, and down to it; `then`: what is made of the touch. Ends up at the top. */
function toPlate(
  v: JobValues,
  style: ProgramStyle,
  machine: JobMachine,
  title: string,
  then: (w: ProgramWriter) => void,
) {
  const standard = style.words === 'standard';
  const w = new ProgramWriter(style);
  const direct = (text: string) => w.line(standard ? text : `G53 ${text}`);
  const up = () => {
    if (standard) w.line('G53');
    direct(`G0 Z${w.length(machine.envelope.z.max - v.proof!)}`);
  };
  w.comment(title).line(w.units).line('G90 G94 G17 G54');
  up();
  direct(`G0 X${w.length(v.x!)} Y${w.length(v.y!)}`);
  if (standard) w.line('G54');
  proveClip(w, v, 'a piece of metal on the lead of the plate').comment('hands off').line('M0');
  touchTwice(w, 'Z', -v.farthest!, v);
  then(w);
  w.line('G90');
  up();
  if (standard) w.line('G54');
  return w.end(false);
}
const piece: NonNullable<Job['piece']> = (v) => ({
  kind: 'fixed',
  below: v.farthest! / 3,
  x: v.x!,
  y: v.y!,
});

/** The first tool, whose work zero is set: what it reads at the plate is what every other tool has to read there. */
export const firstTool: Job = {
  id: 'first-tool',
  title: 'Fixed plate: first tool',
  purpose:
    'Touches the fixed plate with the tool whose work zero is set, and waits: write down the Z that the control shows.',
  before: 'Datum known, work zero set with this tool. Nothing stands in the way at the top.',
  then: 'The next program asks for this figure.',
  fields,
  write: (v, style, machine) =>
    toPlate(v, style, machine, 'fixed plate, first tool', (w) =>
      w.comment('write down the work position of Z that the control shows').line('M0'),
    ),
  piece,
};
/** Another tool: its touch gets the same work position, and the work zero is where it was. */
export const nextTool: Job = {
  id: 'next-tool',
  title: 'Fixed plate: next tool',
  purpose: 'Touches the fixed plate with another tool and gives Z the figure that the first one read there.',
  before: 'Datum known, the new tool fitted. The first tool was measured at the same plate, with the same work zero.',
  then: 'Hold the new tool over the work once, by eye, before it cuts.',
  fields: (machine) => [
    lengthField('reads', 'Z of the first tool there, work position', 0, -machine.room.z * 2, machine.room.z * 2),
    ...fields(machine),
  ],
  write: (v, style, machine) =>
    toPlate(v, style, machine, `fixed plate, next tool: Z is as the first tool read it`, (w) =>
      w.workHere('Z', v.reads!),
    ),
  piece,
};
