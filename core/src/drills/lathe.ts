import { shownFactor, type Design } from '../machine/design';
import { spindleEncoderOf } from '../machine/spindleEncoder';
import { stageInUse } from '../machine/spindleStages';
import type { HiddenFault } from '../motion/truth/hiddenFault';
import { figureOr } from '../units/derived';
import type { Drill, DrillMachine, DrillStart, Fault, Goal, Prelude } from './drill';
import { referencedFirst } from './subjects';
import type { Watch } from './watch';

/** X and Z of a lathe whose spindle is switched by its control and counted; undefined on any other machine. */
function latheOf(design: Design): { x: string; z: string; doubled: 1 | 2 } | undefined {
  const of = (letter: string) => design.axisOrder.find((id) => design.axes[id]?.letter === letter);
  const [x, z] = [of('X'), of('Z')];
  const driven = Object.values(design.outputs).some((o) => o.function === 'spindle-speed');
  if (design.kind !== 'lathe' || !x || !z || !driven || !spindleEncoderOf(design)) return undefined;
  return { x, z, doubled: shownFactor(design, design.axes[x]!) };
}

/** The tool stands at ⌀ 40 and 12 mm ahead of the face of the work: the zero is set. */
const [TOOL_RADIUS_MM, AHEAD_MM] = [20, 12];
const zeroSet = (design: Design, { x, z }: { x: string; z: string }): Prelude[] => [
  ...referencedFirst(design),
  { act: { type: 'set-work', axis: x, value: TOOL_RADIUS_MM }, thenS: 0.1 },
  { act: { type: 'set-work', axis: z, value: AHEAD_MM }, thenS: 0.1 },
];

const [LEAD_MM, PASSES, RPM] = [1.5, 6, 400];
/** A thread in the air, pass by pass; `doubled`: X is written as a diameter. */
function airThread(doubled: 1 | 2): string {
  const x = (radius: number) => `X${Number((radius * doubled).toFixed(3))}`;
  return [
    `(a thread in the air, lead ${LEAD_MM} mm)`,
    'G90 G18',
    `S${RPM} M3`,
    'G4 P4',
    `G0 ${x(12)} Z4`,
    ...Array.from({ length: PASSES }, (_, i) => [
      `G0 ${x(10 - 0.15 * (i + 1))}`,
      `G33 Z-14 K${LEAD_MM}`,
      `G0 ${x(12)}`,
      'G0 Z4',
    ]).flat(),
    'M30',
  ].join('\n');
}

const start =
  (fault: HiddenFault, situation: string) =>
  ({ design }: DrillMachine): DrillStart | undefined => {
    const lathe = latheOf(design);
    return (
      lathe && {
        faults: [fault],
        startShare: 0.5,
        prelude: zeroSet(design, lathe),
        situation,
        subject: {},
        program: airThread(lathe.doubled),
      }
    );
  };
const goals: readonly Goal[] = [
  {
    id: 'cut',
    text: 'Cut three passes in the air, and look at what they left',
    reached: (w) => (w.now?.threads.length ?? 0) >= 3,
  },
  { id: 'counted', text: 'Turn the spindle by hand and count', reached: (w) => w.sawBy('spindle-turns') },
];
const faults: readonly Fault[] = [
  {
    id: 'hand-in',
    points: 30,
    why: 'A hand went to the chuck while the spindle turned.',
    committed: (w) => w.inspected.some((i) => i.key === 'spindle-turns' && i.rpm > 0),
  },
];
const [TWICE, RATIO, DIVIDER] = [
  'The index comes twice in each turn of the spindle',
  'The encoder turns faster than the file says: other pulleys',
  'Fewer lines reach the control than it is set to: a divider',
];
const OTHERS = ['The spindle slows down under the cut', 'The nut of Z has backlash'];

/** The most that the chuck bears, as a share of what the spindle can turn. */
const CHUCK_SHARE = 0.5;
const limitOf = (s: DrillStart): number => Number(s.subject.rpm);
const ranFree = (w: Watch, s: DrillStart): boolean => w.highestRpm > limitOf(s) * 1.02;

/** Troubles of the lathe: what a thread and a constant surface speed hang on. */
export const latheDrills: readonly Drill[] = [
  {
    id: 'thread-two-grooves',
    title: 'The thread that cuts through itself',
    aim: 'Find out why a second pass does not meet the first.',
    safeWay: [
      'Cut the passes in the air first, and compare where they lie.',
      'Spindle off and locked: ten turns by hand, counting how often the index comes.',
      'The lead is right, and the index comes too often: look for a second mark.',
    ],
    onTheMachine:
      'Two passes at hardly any depth, with ink on a scrap bar: two lines that are half a turn apart tell of a second mark.',
    start: start(
      { kind: 'index-twice' },
      'The last thread was cut through: after some passes no crest was left. The program lies ready, nothing is clamped, the zero is set.',
    ),
    goals,
    faults,
    answers: [TWICE, RATIO, DIVIDER, ...OTHERS],
  },
  {
    id: 'thread-lead-short',
    title: 'The thread that fits no nut',
    aim: 'Find out why the lead came out as another one.',
    safeWay: [
      'Cut in the air and measure the lead over several turns.',
      'Spindle off and locked: ten turns by hand. What does the control count?',
      'The index comes once a turn, the count is short: lines are divided on their way.',
    ],
    onTheMachine: 'Read the divider’s switches, and compare the lines in the control with what really arrives.',
    start: start(
      { kind: 'divider-other', factor: 0.25 },
      'The encoder was rewired after its lead was torn. Since then threads are far too fine. The program lies ready, nothing is clamped.',
    ),
    goals,
    faults,
    answers: [DIVIDER, RATIO, TWICE, ...OTHERS],
  },
  {
    id: 'thread-lead-long',
    title: 'The thread after the new belt',
    aim: 'Find out what the new belt has changed.',
    safeWay: [
      'Cut in the air: is the lead right, and do the passes meet?',
      'Spindle off and locked: ten turns by hand. Count and index are off by the same factor.',
      'Count the teeth of both pulleys: that is the factor.',
    ],
    onTheMachine: 'Pulleys of the same size, or one on the encoder that is a whole number of times as large.',
    start: start(
      { kind: 'encoder-ratio', factor: 2 },
      'The belt of the spindle’s encoder was torn; a pulley from the drawer was fitted with the new one. The program lies ready, nothing is clamped.',
    ),
    goals,
    faults,
    answers: [RATIO, DIVIDER, TWICE, ...OTHERS],
  },
  {
    id: 'clamp-missing',
    title: 'Facing to the centre',
    aim: 'Face a disc at a constant surface speed without running the chuck to pieces.',
    safeWay: [
      'Read what is marked on the chuck, and take the lower of chuck and work.',
      'Give the highest speed with G92 S before G96 asks for a surface speed.',
      'Run it, and watch the speed on the way to the centre.',
    ],
    onTheMachine:
      'The clamp stands in every program with a constant surface speed, and in the drive as its highest speed while that chuck is on. Guard closed.',
    start: ({ design }) => {
      const lathe = latheOf(design);
      const part = design.roles.spindle ? design.parts[design.roles.spindle] : undefined;
      if (!lathe || part?.data.class !== 'spindle') return undefined;
      const most = figureOr(part.data.maxSpeed, 0) * stageInUse(part).ratio;
      const rpm = Math.floor((most * CHUCK_SHARE) / 100) * 100;
      if (rpm < 100) return undefined;
      const x = (radius: number) => `X${radius * lathe.doubled}`;
      return {
        faults: [],
        startShare: 0.5,
        prelude: zeroSet(design, lathe),
        situation: `A disc of 40 mm is to be faced to its centre. The program lies ready; the chuck is marked ${rpm} rpm.`,
        subject: { rpm: String(rpm) },
        program: [
          '(facing at a constant surface speed)',
          'G90 G18',
          'G96 S60 M3',
          `G0 ${x(20)} Z1`,
          'G1 Z0 F300',
          `G1 ${x(0.5)} F300`,
          'G0 Z5',
          'G97 M5',
          'M30',
        ].join('\n'),
      };
    },
    goals: [
      {
        id: 'faced',
        text: 'Bring the program to its end within what the chuck is marked for',
        reached: (w, s) => w.said('program-ended') > 0 && !ranFree(w, s),
      },
    ],
    faults: [
      {
        id: 'ran-free',
        points: 40,
        why: 'Towards the centre the spindle ran faster than the chuck is marked for: jaws let go, or fly.',
        committed: ranFree,
      },
    ],
  },
];
