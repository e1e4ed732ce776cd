import { quantity } from '../units/quantity';
import type { Design } from './design';
import type { Axis, MachineKind } from './mechanics';

interface AxisPlan {
  letter: Axis['letter'];
  plus: Axis['plus'];
  carries: Axis['carries'];
  tiltDeg: number;
  end: Axis['reference']['end'];
  pair?: boolean;
}

const ax = (
  letter: AxisPlan['letter'],
  plus: AxisPlan['plus'],
  carries: AxisPlan['carries'],
  end: AxisPlan['end'],
  tiltDeg = 0,
  pair = false,
): AxisPlan => ({ letter, plus, carries, tiltDeg, end, pair });

/** How the axes of each kind lie, after ISO 841, for someone who stands in front. */
const plans: Record<MachineKind, { title: string; about: string; axes: AxisPlan[]; stages: string[][] }> = {
  'router-moving-gantry': {
    title: 'Router, moving gantry',
    about: 'The work lies still; a gantry on two motors carries the spindle over it.',
    axes: [
      ax('X', 'right', 'tool', 'minus'),
      ax('Y', 'away', 'tool', 'minus', 0, true),
      ax('Z', 'up', 'tool', 'plus', 90),
    ],
    stages: [['z'], ['x', 'y']],
  },
  'router-fixed-gantry': {
    title: 'Router, fixed gantry',
    about: 'The table carries the work under a fixed gantry.',
    axes: [ax('X', 'right', 'tool', 'minus'), ax('Y', 'away', 'workpiece', 'minus'), ax('Z', 'up', 'tool', 'plus', 90)],
    stages: [['z'], ['x', 'y']],
  },
  'mill-bench': {
    title: 'Mill, bench',
    about: 'Compound table under a head that moves up and down.',
    axes: [
      ax('X', 'right', 'workpiece', 'plus'),
      ax('Y', 'away', 'workpiece', 'plus'),
      ax('Z', 'up', 'tool', 'plus', 90),
    ],
    stages: [['z'], ['x', 'y']],
  },
  'mill-knee': {
    title: 'Mill, knee with quill',
    about: 'The knee carries the table; the quill carries the tool and is the Z that cuts.',
    axes: [
      ax('X', 'right', 'workpiece', 'plus'),
      ax('Y', 'away', 'workpiece', 'plus'),
      ax('Z', 'up', 'tool', 'plus', 90),
      ax('W', 'up', 'workpiece', 'plus', 90),
    ],
    stages: [['z'], ['x', 'y'], ['w']],
  },
  lathe: {
    title: 'Lathe',
    about: 'The spindle turns the work; Z runs along it, X across it.',
    axes: [ax('X', 'towards-you', 'tool', 'plus'), ax('Z', 'right', 'tool', 'plus')],
    stages: [['x'], ['z']],
  },
};

export const kindTitle = (kind: MachineKind): string => plans[kind].title;
export const kindAbout = (kind: MachineKind): string => plans[kind].about;

/** A fresh axis: its place and signs, one or two drives, and no figure that only the builder can know. */
export function newAxis(plan: AxisPlan, rotary = false): Axis {
  const drive = (side: Axis['drives'][number]['side'], turnsForPlus: Axis['drives'][number]['turnsForPlus']) => ({
    side,
    turnsForPlus,
    invertedInWiring: false,
    invertedInDrive: false,
  });
  return {
    letter: plan.letter,
    motion: rotary ? 'rotary' : 'linear',
    carries: plan.carries,
    plus: plan.plus,
    tilt: quantity(plan.tiltDeg, '°'),
    transmission: rotary ? { kind: 'rotary' } : { kind: 'screw', form: 'ball', starts: 1 },
    drives: plan.pair
      ? [drive('left', 'clockwise'), drive('right', 'counter-clockwise')]
      : [drive('single', 'clockwise')],
    reference: { method: rotary ? 'none' : 'switch', end: plan.end },
    envelopeMargin: rotary ? undefined : quantity(2, 'mm', 'estimate'),
  };
}

/** A new design of a kind: axes in place, everything that must be measured or chosen still open. */
export function newDesign(kind: MachineKind, name: string): Design {
  const plan = plans[kind];
  const ids = plan.axes.map((a) => a.letter.toLowerCase());
  return {
    name,
    kind,
    notes: '',
    ...(kind === 'lathe' ? { latheX: 'diameter' as const } : {}),
    datumStrategy: 'after-back-off',
    limitStrategy: 'away-only',
    axisOrder: ids,
    axes: Object.fromEntries(plan.axes.map((a, i) => [ids[i]!, stripAbsent(newAxis(a))])),
    masses: {},
    roles: {},
    rails: {},
    referenceStages: plan.stages,
    parts: {},
    circuits: {},
    outputs: {},
    conductors: {},
    overrides: {},
  };
}

/** Absent means absent: no key with `undefined` ever reaches a file. */
export const stripAbsent = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
