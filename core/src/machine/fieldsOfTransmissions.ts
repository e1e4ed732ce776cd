import type { Definition } from './fieldKinds';
import { choice, field, q } from './fieldKinds';

/** Fields of what turns the motion of a motor into that of its axis. */
export const fieldsOfTransmissions: Record<string, Definition> = {
  'axes.*.transmission.kind': field(
    'machine',
    'Driven by',
    choice({ screw: 'screw', belt: 'belt', rack: 'rack and pinion', rotary: 'rotary gearing' }),
    'What turns the motion of the motor into that of the axis.',
    'leadscrew ballscrew belt rack gear',
  ),
  'axes.*.transmission.form': field(
    'machine',
    'Screw',
    choice({ ball: 'ball screw', trapezoidal: 'trapezoidal screw' }),
    'A ball screw turns back under load; many trapezoidal ones hold.',
  ),
  'axes.*.transmission.pitch': {
    ...field(
      'machine',
      'Pitch',
      q('length'),
      'From one thread or tooth to the next. Threads per inch are a unit of it: type 10 tpi.',
      'lead tpi',
    ),
    bounds: [0.1, 100],
  },
  'axes.*.transmission.starts': field(
    'machine',
    'Starts',
    { type: 'integer', min: 1, max: 24 },
    'Separate threads on the screw. Lead = starts · pitch.',
  ),
  'axes.*.transmission.ratio': {
    ...field(
      'machine',
      'Ratio',
      q('ratio'),
      'Motor revolutions for one of the screw, pulley, pinion or table; with a worm, for one of the worm. 1 when empty.',
      'gear reduction',
    ),
    bounds: [0.01, 500],
    whenEmpty: '1',
  },
  'axes.*.transmission.efficiency': {
    ...field(
      'machine',
      'Efficiency',
      q('ratio'),
      'Share of the power that arrives: about 0.9 for a ball screw, 0.3 for a trapezoidal one.',
    ),
    bounds: [0.05, 1],
  },
  'axes.*.transmission.ratioEfficiency': {
    ...field(
      'machine',
      'Efficiency of the ratio',
      q('ratio'),
      'Of the belt or gear stage ahead of the screw, pulley or pinion.',
    ),
    bounds: [0.3, 1],
    whenEmpty: '1',
  },
  'axes.*.transmission.threadFriction': {
    ...field(
      'machine',
      'Thread friction',
      q('ratio'),
      'Of a trapezoidal thread: 0.1 to 0.2 greased bronze on steel. Its efficiency follows when none is entered.',
    ),
    bounds: [0.01, 0.5],
  },
  'axes.*.transmission.outerDiameter': {
    ...field('machine', 'Outer diameter', q('length'), 'Of the screw, over its threads.'),
    bounds: [2, 200],
  },
  'axes.*.transmission.rootDiameter': {
    ...field(
      'machine',
      'Root diameter',
      q('length'),
      'Of the screw, at the bottom of its threads: it decides at which speed the screw whirls.',
    ),
    bounds: [1, 200],
  },
  'axes.*.transmission.length': {
    ...field('machine', 'Free length', q('length'), 'Of the screw between its bearings.', 'unsupported length'),
    bounds: [20, 20_000],
  },
  'axes.*.transmission.endFixity': field(
    'machine',
    'Ends held',
    choice({
      'fixed-free': 'one clamped, one free',
      'supported-supported': 'both in single bearings',
      'fixed-supported': 'one clamped, one in a bearing',
      'fixed-fixed': 'both clamped',
    }),
    'How the bearings hold the screw. A clamped end is a pair of bearings some distance apart, pulled together.',
    'end fixity critical speed',
  ),
  'axes.*.transmission.rotatingInertia': {
    ...field('machine', 'Inertia that turns', q('inertia'), 'Of pulleys, pinion or table, about the output shaft.'),
    bounds: [0, 100],
  },
  'axes.*.transmission.teeth': field(
    'machine',
    'Teeth',
    { type: 'integer', min: 6, max: 500 },
    'Of the pulley or pinion.',
  ),
  'axes.*.transmission.wheelTeeth': {
    ...field(
      'machine',
      'Teeth of the worm wheel',
      { type: 'integer', min: 10, max: 720 },
      'Count them, or turn the worm by hand until the table has gone round once. Empty where no worm turns the table.',
      'worm gear ratio rotary table',
    ),
    whenEmpty: 'no worm',
  },
  'axes.*.transmission.wormStarts': {
    ...field(
      'machine',
      'Starts of the worm',
      { type: 'integer', min: 1, max: 8 },
      'Separate threads on the worm: one on nearly every dividing table.',
      'worm',
    ),
    whenEmpty: '1',
  },
  'axes.*.transmission.module': {
    ...field('machine', 'Module', q('length'), 'Pitch circle diameter over number of teeth.'),
    bounds: [0.2, 20],
  },
  'axes.*.transmission.helixAngle': {
    ...field('machine', 'Helix angle', q('angle'), 'Of the teeth of the rack; 0 when straight.'),
    bounds: [0, 45],
    whenEmpty: '0',
  },
};
