import type { ProgramWriter } from '../../write';
import type { JobField, JobValues } from '../job';

/** How fast the tool rises while a hand proves the circuit, mm/s: ten millimetres give ten seconds. */
const RISE_MM_S = 1;

const length = (key: string, title: string, value: number, least: number, most: number): JobField => ({
  key,
  title,
  dimension: 'length',
  value,
  least,
  most,
});
/** Figures that every touch asks for. */
export const touchFields = (maxSpeed: number): JobField[] => [
  length('proof', 'Rises for the trial by', 10, 2, 100),
  { key: 'fast', title: 'First touch', dimension: 'speed', value: Math.min(4, maxSpeed), least: 0.1, most: maxSpeed },
  {
    key: 'slow',
    title: 'Touch that counts',
    dimension: 'speed',
    value: Math.min(1, maxSpeed),
    least: 0.05,
    most: maxSpeed,
  },
  length('back', 'Back between them', 2, 0.2, 20),
];
export const lengthField = length;

/**
 * The circuit is proven before anything goes down: the tool rises, and a hand holds the plate to it. With the clip off, no
 * touch ends that move: the control gives up, high above the work, and nothing was struck.
 */
export const proveClip = (w: ProgramWriter, v: JobValues, contact: string): ProgramWriter =>
  w
    .comment(`spindle off; clip on the tool, ${contact} in your hand`)
    .comment('go on: the tool rises, and you touch it with that')
    .comment('your touch must end the move')
    .comment('if it does not, the program ends: look for the clip')
    .line('M0')
    .line('G91')
    .touch('Z', v.proof!, RISE_MM_S);

/** Touches along an axis: fast, back, and slowly; `to`: how far at most, with its sign. Relative ways are in force. */
export function touchTwice(w: ProgramWriter, letter: string, to: number, v: JobValues, back = v.back!): ProgramWriter {
  const way = Math.sign(to);
  return w
    .touch(letter, to, v.fast!)
    .rapid({ [letter]: -way * back })
    .touch(letter, 2 * way * back, v.slow!);
}
