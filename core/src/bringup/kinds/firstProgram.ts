import { choice, textOf } from '../reading';
import { whole } from '../subjects';
import type { BringUpTest } from '../test';

/** A figure that ends within this of where it began has lost nothing, lost motion included; mm or °. */
const CLOSES = 0.4;

export const firstProgram: BringUpTest = {
  kind: 'first-program',
  version: 1,
  phase: 'spindle and work',
  title: 'First program, in the air',
  purpose:
    'A job with the tool held clear of the work: directions, scale, offsets and stop together, where a mistake cuts nothing but air.',
  caution: 'Work zero a hand’s breadth above the work. Feed trim low, hand on the stop.',
  minutes: 15,
  subjects: whole,
  after: () => [
    'envelope-proof',
    'speed',
    'acceleration',
    'spindle',
    'scale',
    'squareness',
    'repeatability',
    'noise-with-spindle',
    'tuning',
  ],
  reliesOn: () => ['envelope-proof', 'scale'],
  dependsOn: ({ design }) => [
    'programWords',
    'roles.controller',
    'datumSchool',
    ...design.axisOrder.flatMap((id) => [`axes.${id}.plus`, `axes.${id}.carries`, `axes.${id}.maxSpeed`]),
  ],
  steps: () => [
    'A square with a circle in it, some tens of millimetres large, drawn with a pen or run in the air.',
    'Pause in it, continue. Press the stop in it once, and see how it is taken up again.',
    'Back to where it began: the mark must be met.',
  ],
  fields: () => [
    choice('shape', 'The figure', {
      right: 'is as drawn',
      mirrored: 'is mirrored',
      size: 'has another size',
      open: 'does not close',
    }),
    choice('pause', 'Pause and continue', { good: 'lost nothing', lost: 'lost its place' }),
  ],
  judge(r) {
    const shape = textOf(r, 'shape');
    if (shape === 'right' && textOf(r, 'pause') === 'good')
      return { verdict: 'passed', says: ['As drawn, and nothing lost in the pause. It is ready for its first chip.'] };
    return {
      verdict: 'failed',
      says: [
        {
          mirrored: 'One axis has its plus at the wrong end.',
          size: 'Inch and millimetre, or a scale.',
          open: 'Steps are lost on the way.',
        }[shape] ?? 'The pause loses its place.',
      ],
      causes: ['Do the tests of the axis that is wrong again: “First move”, “Scale”, “Highest speed”.'],
    };
  },
  rehearse(bench) {
    bench.on();
    if (!bench.reference()) return { shape: 'open', pause: 'good' };
    const [a, b] = bench.input.settings.axes as [
      (typeof bench.input.settings.axes)[0],
      (typeof bench.input.settings.axes)[0] | undefined,
    ];
    const start = [a, b].map((x) => x && bench.gauge(x.id));
    const middle = (x: typeof a) => (x.envelope.min + x.envelope.max) / 2;
    const span = (x: typeof a) => (x.envelope.max - x.envelope.min) * 0.2;
    const home = [a, b].map((x) => x && bench.axis(x.id).position);
    for (const [i, j] of [
      [-1, -1],
      [1, -1],
      [1, 1],
      [-1, 1],
    ] as const) {
      bench.moveTo(a.id, middle(a) + i * span(a));
      if (b) bench.moveTo(b.id, middle(b) + j * span(b));
    }
    [a, b].forEach((x, i) => x && bench.moveTo(x.id, home[i]!));
    const closed = [a, b].every((x, i) => !x || Math.abs(bench.gauge(x.id) - start[i]!) < CLOSES);
    return { shape: closed ? 'right' : 'open', pause: 'good' };
  },
};
