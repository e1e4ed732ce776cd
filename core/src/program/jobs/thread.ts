import { programNumber } from '../numbers';
import { fillLine } from '../linePattern';
import { simulatedThreadLine } from '../threadLine';
import { isoDepth, isoNutDepth, passDepths, passesFor } from '../threadPasses';
import { ProgramWriter } from '../write';
import type { Job, JobValues } from './job';
import type { LatheMachine } from './lathe';
import type { ThreadRoom } from './threadRoom';

/** The last pass takes at least this much, mm: less rubs and does not cut. */
const LEAST_CUT = 0.05;
const MOST_PASSES = 40;
/** X goes this much clear of the work between passes, mm of the slide; in a bore half of it. */
const CLEAR = 2;
/** Beside the ramp itself the tool needs this way before the thread, mm. */
const SPARE = 1;

const inside = (v: JobValues): boolean => v.kind === 1;
const depthOf = (v: JobValues): number => (inside(v) ? isoNutDepth(v.pitch!) : isoDepth(v.pitch!));
/** Speed along the thread, mm/s, and the way in which it is reached, mm. */
const speedOf = (v: JobValues): number => (v.pitch! * v.rpm!) / 60;
const rampOf = (v: JobValues, { limits }: LatheMachine): number => speedOf(v) ** 2 / (2 * limits.z.acceleration);
const roundUp = (mm: number): number => Math.ceil(mm * 10) / 10;
/** Where a pass begins ahead of the face: the ramp and something to spare. */
const runIn = (v: JobValues, machine: LatheMachine): number => roundUp(rampOf(v, machine) + SPARE);
const passes = (v: JobValues): number => passesFor(depthOf(v), LEAST_CUT, MOST_PASSES);

/** A metric thread of 60° in passes of the same chip, from the face at Z 0 towards the chuck. */
export const thread: Job<LatheMachine> = {
  id: 'thread',
  title: 'Thread',
  purpose:
    'A thread of 60° in passes that take the same chip each; at full depth they are repeated to take the spring out of work and tool.',
  before:
    'X shows the diameter at the work, Z is 0 at its face, an undercut at the end of the thread. The spindle’s speed stays as it is from the first pass to the last.',
  then: 'After the run, Practice shows whether every pass lies in one groove. At the machine: a pass at hardly any depth, looked at with a thread gauge, before the rest.',
  fields: ({ maxRpm, limits }) => [
    {
      key: 'kind',
      title: 'Thread',
      dimension: 'ratio',
      value: 0,
      least: 0,
      most: 1,
      choices: [
        { value: 0, label: 'on a bolt' },
        { value: 1, label: 'in a nut' },
      ],
    },
    { key: 'diameter', title: 'Diameter where it begins', dimension: 'length', value: 20, least: 1, most: 500 },
    { key: 'pitch', title: 'Lead', dimension: 'length', value: 1.5, least: 0.1, most: 20 },
    { key: 'length', title: 'Length', dimension: 'length', value: 20, least: 1, most: 1000 },
    {
      key: 'rpm',
      title: 'Spindle',
      dimension: 'rotation',
      value: Math.max(1, Math.floor(Math.min(600, maxRpm, (0.5 * limits.z.speed * 60) / 1.5))),
      least: 1,
      most: maxRpm,
    },
    { key: 'spring', title: 'Passes at full depth', dimension: 'ratio', value: 1, least: 0, most: 5 },
    {
      key: 'oneLine',
      title: 'Written as',
      dimension: 'ratio',
      value: 0,
      least: 0,
      most: 1,
      choices: [
        { value: 0, label: 'one line for each move' },
        { value: 1, label: 'one line for all passes' },
      ],
    },
  ],
  ownLine: (v) => v.oneLine === 1,
  room: (v, machine): ThreadRoom => ({
    runIn: runIn(v, machine),
    ramp: rampOf(v, machine),
    length: v.length!,
    runOut: rampOf(v, machine),
    depths: passDepths(depthOf(v), passes(v)),
  }),
  refused: (v, machine) => {
    const way = runIn(v, machine) + v.length!;
    if (speedOf(v) > machine.limits.z.speed)
      return {
        what: 'Z cannot follow: for this lead at this speed it would have to go faster than it can.',
        where: 'Spindle',
        fix: `At most ${Math.floor((machine.limits.z.speed * 60) / v.pitch!)} rpm for this lead.`,
      };
    if (way > machine.room.z)
      return {
        what: 'Run-in and thread together are longer than the travel of Z.',
        where: 'Length',
        fix: 'A shorter thread, or a lower speed, which needs less run-in.',
      };
    return inside(v) && v.diameter! <= 2 * CLEAR
      ? { what: 'There is no room in this bore.', where: 'Diameter where it begins', fix: 'Enter a larger diameter.' }
      : undefined;
  },
  write(v, style, machine) {
    const w = new ProgramWriter(style);
    const sign = inside(v) ? -1 : 1;
    const read = machine.diameterX ? 1 : 0.5;
    const x = (diameter: number) => diameter * read;
    const [start, end] = [runIn(v, machine), -v.length!];
    const clear = v.diameter! + sign * (inside(v) ? CLEAR : 2 * CLEAR);
    const depth = depthOf(v);
    const n = passes(v);
    const spring = Math.round(v.spring!);
    w.comment(`thread of ${programNumber(v.pitch!)} mm lead, ${n} passes and ${spring} at full depth`)
      .line(`${w.units} G90 G54 G18`)
      .spindle(v.rpm!, true)
      .rapid({ X: x(clear) })
      .rapid({ Z: start });
    const root = v.diameter! - sign * 2 * depth;
    if (v.oneLine === 1)
      w.line(
        fillLine(style.threadLine ?? simulatedThreadLine, {
          to: w.length(end),
          lead: w.length(v.pitch!),
          from: w.length(x(v.diameter!)),
          root: w.length(x(root)),
          passes: String(n),
          spring: String(spring),
        }),
      );
    else
      for (const d of [...passDepths(depth, n), ...Array.from({ length: spring }, () => depth)])
        w.rapid({ X: x(v.diameter! - sign * 2 * d) })
          .line(`G33 Z${w.length(end)} K${w.length(v.pitch!)}`)
          .rapid({ X: x(clear) })
          .rapid({ Z: start });
    return w.end(true);
  },
};
