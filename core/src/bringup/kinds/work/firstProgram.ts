import { shownFactor } from '../../../machine/design';
import type { Figure } from '../../judging/figureProgram';
import { TICK, figureProgram } from '../../judging/figureProgram';
import { choice, textOf, wayPrinter } from '../../reading';
import type { Bench } from '../../rehearse/bench';
import { whole } from '../../subjects';
import type { BringUpTest } from '../../testKind';
import type { Made } from '../../made';

/** A figure that ends within this of where it began has lost nothing, backlash included; mm or °. */
const CLOSES = 0.4;
/** A figure whose edges are off by more than this share has another size; a rule tells half a millimetre besides. */
const SIZE_SHARE = 0.02;
const RULE_MM = 0.5;
const LARGEST_MM = 40;
const LEAST_MM = 5;
const FASTEST_MM_S = 20;
/** How far the figure may reach over the envelope, and how fast it is drawn against the highest speed. */
const ROOM = 0.3;
const SPEED_SHARE = 0.25;
/** How often somebody who watches looks where the tool is, in steps of the simulation. */
const LOOK = 20;
const MOST_LOOKS = 4000;

interface Drawn {
  /** The axes that span the plane, in the order of the figure's letters. */
  ids: readonly [string, string];
  figure: Figure;
}
/** The figure that this machine can draw; undefined where it has no plane of X, Y and Z, or no room. */
function drawn(m: Made): Drawn | undefined {
  if (!m.figures.controller.known) return undefined;
  const { axes, programWords } = m.figures.controller.value;
  for (const [plane, a, b] of [
    [17, 'X', 'Y'],
    [18, 'Z', 'X'],
    [19, 'Y', 'Z'],
  ] as const) {
    const [first, second] = [a, b].map((l) => axes.find((x) => x.letter === l && x.linear));
    if (!first || !second) continue;
    const both = [first, second];
    const room = Math.min(...both.map((x) => x.envelope.max - x.envelope.min)) * ROOM;
    const size = Math.floor(Math.min(LARGEST_MM, room));
    if (size < LEAST_MM) return undefined;
    const factor = (id: string) => shownFactor(m.design, m.design.axes[id]!);
    return {
      ids: [first.id, second.id],
      figure: {
        letters: [a, b],
        plane,
        size,
        feed: Math.min(FASTEST_MM_S, ...both.map((x) => x.maxSpeed * SPEED_SHARE)),
        words: programWords,
        inch: false,
        factors: [factor(first.id), factor(second.id)],
      },
    };
  }
  return undefined;
}

/** Draws it once and watches: where the pen went along both axes, and how far off it came to rest. */
function watch(bench: Bench, { ids, figure }: Drawn, pauseAfter?: number) {
  const from = ids.map((id) => bench.gauge(id));
  const ways: number[][] = [[], []];
  bench.start(figureProgram(figure));
  const under = ['following-program', 'paused'];
  for (let n = 0; n < MOST_LOOKS && under.includes(bench.look().state); n++) {
    if (n === pauseAfter) {
      bench.sim.act({ type: 'pause' });
      bench.settle();
      bench.sim.act({ type: 'continue' });
    }
    bench.run(LOOK);
    ids.forEach((id, i) => ways[i]!.push(bench.gauge(id) - from[i]!));
  }
  const ended = bench.look().state === 'at-rest';
  return {
    closes: ended && ids.every((id, i) => Math.abs(bench.gauge(id) - from[i]!) < CLOSES),
    low: ways.map((w) => Math.min(0, ...w)),
    high: ways.map((w) => Math.max(0, ...w)),
    looks: ways[0]!.length,
  };
}

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
    'datumStrategy',
    ...design.axisOrder.flatMap((id) => [`axes.${id}.plus`, `axes.${id}.carries`, `axes.${id}.maxSpeed`]),
  ],
  steps(m, s, display) {
    const own = drawn(m);
    const way = wayPrinter({ m, s, display });
    return [
      own
        ? `Set the work zero where the middle is to be, save the program and run it: a square of ${way(own.figure.size)} with a circle in it, drawn with a pen or in the air.`
        : 'A square with a circle in it, some tens of millimetres large, drawn with a pen or run in the air.',
      ...(own
        ? [
            `Its tick points outwards at the corner where ${own.figure.letters.join(' and ')} are at plus: anywhere else, an axis is mirrored.`,
          ]
        : []),
      'Pause in it, continue. Press the stop in it once, and see how it is taken up again.',
      'Back to where it began: the mark must be met.',
    ];
  },
  program(m, _s, _so, display) {
    const own = drawn(m);
    return own && figureProgram({ ...own.figure, inch: display.system === 'inch' });
  },
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
    const own = drawn(bench.made);
    const lost = { shape: 'open', pause: 'lost' };
    if (!bench.reference() || !own) return lost;
    for (const id of own.ids) {
      const { envelope } = bench.input.settings.axes.find((a) => a.id === id)!;
      bench.moveTo(id, (envelope.min + envelope.max) / 2);
      bench.sim.act({ type: 'set-work', axis: id, value: 0 });
    }
    const once = watch(bench, own);
    if (!once.closes) return lost;
    const { size } = own.figure;
    const tick = size * (0.5 + TICK);
    const like = (v: number, to: number) => Math.abs(v - to) <= RULE_MM + SIZE_SHARE * size;
    const right = once.high.every((v) => like(v, tick)) && once.low.every((v) => like(-v, size / 2));
    const turned = once.low.some((v, i) => like(-v, tick) && like(once.high[i]!, size / 2));
    const again = watch(bench, own, Math.floor(once.looks / 2));
    return { shape: right ? 'right' : turned ? 'mirrored' : 'size', pause: again.closes ? 'good' : 'lost' };
  },
};
