import { programNumber } from '../numbers';
import { touches, type Program } from '../program';
import { ProgramWriter, type ProgramStyle } from '../write';

/** More moves than this are not written once more. */
export const MOST_AIR_MOVES = 200_000;

/** The words of the centre of an arc, and of its plane, by the two axes that it lies in. */
const planes: readonly (readonly [a: string, b: string, plane: number, centreA: string, centreB: string])[] = [
  ['X', 'Y', 17, 'I', 'J'],
  ['Z', 'X', 18, 'K', 'I'],
  ['Y', 'Z', 19, 'J', 'K'],
];

/**
 * A program of a machine with X, Y and Z once more, in the air: every move as it was read, Z higher by `liftMm`, spindle and
 * coolant off, tools not changed; where it halted it halts. Places are those of the work zero that is in force. Undefined
 * on a machine without these three axes, for too many moves, for feeds that hang on the spindle’s turns, and for touches,
 * which would meet nothing there.
 */
export function airCut(
  program: Program,
  letters: readonly string[],
  liftMm: number,
  style: ProgramStyle,
): string | undefined {
  const { active, offsets } = program.setup;
  const zero = offsets[active];
  const z = letters.indexOf('Z');
  const moves = program.steps.filter((s) => s.kind === 'move');
  if (!zero || !['X', 'Y', 'Z'].every((l) => letters.includes(l)) || moves.length > MOST_AIR_MOVES) return undefined;
  if (moves.some((m) => m.feedMode !== 'per-second') || touches(program)) return undefined;
  const w = new ProgramWriter(style);
  const place = (to: readonly number[], i: number) => to[i]! - zero[i]! + (i === z ? liftMm : 0);
  const changed = (to: readonly number[], from: readonly number[]) =>
    Object.fromEntries(letters.flatMap((l, i) => (to[i] === from[i] ? [] : [[l, place(to, i)]])));
  w.comment(`in the air: everything ${w.length(liftMm)} higher, spindle off`)
    .line(w.units)
    .line(`G90 G94 G17 G${54 + active}`);
  let from: readonly number[] = program.start;
  let plane = 17;
  let lifted = false;
  for (const s of program.steps) {
    if (s.kind === 'dwell') w.line(`G4 P${programNumber(s.seconds)}`);
    else if (s.kind === 'halt') w.line(s.optional ? 'M1' : 'M0');
    if (s.kind !== 'move') continue;
    const { arc, to } = s;
    // A program that leaves Z to the hand is lifted before its first cut.
    if (!lifted && !s.rapid && (arc || to[z] === from[z])) w.rapid({ Z: place(from, z) });
    lifted ||= !s.rapid || to[z] !== from[z];
    if (arc) {
      const own = planes.find(([a, b]) => letters[arc.a] === a && letters[arc.b] === b)!;
      const [, , word, centreA, centreB] = own;
      if (word !== plane) w.line(`G${word}`);
      plane = word;
      const ends = { ...changed(to, from), [own[0]]: place(to, arc.a), [own[1]]: place(to, arc.b) };
      const centre = { [centreA]: arc.centreA - from[arc.a]!, [centreB]: arc.centreB - from[arc.b]! };
      w.arc(arc.sweep < 0, ends, centre, s.feed);
    } else {
      const ends = changed(to, from);
      if (Object.keys(ends).length) w[s.rapid ? 'rapid' : 'cut'](ends, s.feed);
    }
    from = to;
  }
  return w.end(false);
}
