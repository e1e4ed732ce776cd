import { roomOf } from '../../../settings/controllerSettings';
import { pendantOf, wheelWay } from '../../../machine/pendant';
import { tripOf } from '../../../machine/trips';
import { axisFollowsTurnsPerS, wheelFigures, type WheelFigures } from '../../../settings/handwheel';
import { printNumber, showValue } from '../../../units/print';
import { inputDependencies, wiresOn } from '../../dependencies';
import type { Made } from '../../made';
import { choice, measured, numberOf, reading, textOf } from '../../reading';
import type { Bench } from '../../rehearse/bench';
import type { At, BringUpTest, Judgement, Proposal, Readings, Subject } from '../../testKind';

/** Turned so often each way. */
const TURNS = 10;
/** A count may be off by this many clicks: where a hand stops between two of them. */
const FAIR_CLICKS = 1;
/** Slow turns, in the rehearsal: turns/s. */
const SLOWLY = 0.5;

const figuresOf = (m: Made): WheelFigures | undefined => wheelFigures(m.design, m.figures.plan.inputs);
/** The axis of the trial: the first that its selector can choose, else the first of all. */
function trial(m: Made): { axis: string; letter: string; stepMm: number } | undefined {
  const circuits = Object.values(m.design.circuits);
  const chosen = circuits.find((c) => c.function === 'select-axis' && c.axis !== undefined)?.axis;
  const a = m.figures.axes.find((x) => (chosen === undefined ? x.axis.motion === 'linear' : x.id === chosen));
  if (!a) return undefined;
  const steps = circuits.flatMap((c) => (c.function === 'select-step' && c.step ? [c] : []));
  const stepMm = steps.length ? Math.max(...steps.map(stepOf).filter((s) => s <= MOST_STEP)) : MOST_STEP;
  return { axis: a.id, letter: a.axis.letter, stepMm: Number.isFinite(stepMm) ? stepMm : MOST_STEP };
}
/** Ten turns of 100 such clicks are 10 mm: room for them is anywhere. */
const MOST_STEP = 0.01;
const stepOf = ({ step }: { step?: { entered: number | string } | undefined }) => Number(step?.entered ?? NaN);

export const wheel: BringUpTest = {
  kind: 'wheel',
  version: 1,
  phase: 'measuring',
  title: 'Wheel of the pendant',
  purpose:
    'An axis that stands elsewhere than the wheel says ruins the part at the last touch. Ten turns show whether every click counts, both ways, and how fast a hand may be.',
  caution: 'The axis follows your hand: tool away from the work, the other hand on the stop.',
  minutes: 6,
  subjects: (m): Subject[] => {
    const pendant = pendantOf(m.design);
    const t = trial(m);
    return pendant && t && wheelWay(pendant) !== 'none' && figuresOf(m)
      ? [{ id: pendant.id, name: pendant.part.designation, part: pendant.id, axis: t.axis }]
      : [];
  },
  after: (m, s) => [`scale/${s.axis}`, ...(m.design.roles.pendant ? [`pendant-inputs/${s.id}`] : [])],
  reliesOn: () => [],
  dependsOn: (m, s) => [
    `parts.${s.part}.data`,
    ...wiresOn(m.design, s.part!),
    ...Object.entries(m.design.circuits).flatMap(([circuit, c]) =>
      c.devices.includes(s.part!) ? inputDependencies(m, { ...s, circuit }) : [],
    ),
    ...(m.design.roles.controller ? [`parts.${m.design.roles.controller}.data`] : []),
  ],
  steps(m, _s, display) {
    const t = trial(m)!;
    const f = figuresOf(m)!;
    const step = showValue(t.stepMm, 'length', display, 3);
    return [
      `Wheel on ${t.letter}, a click of ${step}${enableOf(m) ? ', the enabling button held' : ''}. Mark the wheel at the top, and write down where ${t.letter} stands.`,
      `Ten turns clockwise, one in two seconds: ${f.pulsesPerTurn * TURNS} clicks. Then ten turns back to the mark.`,
      'Again to the same side, as fast as your hand can, with a watch.',
      `Turn on, and ${pullOf(f)}: the axis must come to rest at once.`,
    ];
  },
  fields: (m) => [
    reading('there', `Way of ${trial(m)!.letter} after ten turns clockwise`, 'length', [-1000, 1000]),
    reading('back', 'From where it began, after ten turns back', 'length', [-1000, 1000]),
    reading('fast', 'Way after ten fast turns', 'length', [-1000, 1000]),
    reading('seconds', 'They took', 'time', [1, 60]),
    choice('lost', 'With the lead off', { stops: 'it came to rest', on: 'it went on' }),
  ],
  judge(r, at): Judgement {
    const { m } = at;
    const t = trial(m)!;
    const f = figuresOf(m)!;
    const clicks = (key: string) => numberOf(r, key) / t.stepMm;
    const expected = f.pulsesPerTurn * TURNS;
    const [there, back, fast] = [clicks('there'), clicks('back'), Math.abs(clicks('fast'))];
    const told = (n: number) => `${printNumber(n, 4)} of ${expected} clicks`;
    if (textOf(r, 'lost') === 'on')
      return {
        verdict: 'failed',
        says: [`${t.letter} went on with the lead off: a pendant that falls would drive it.`],
        causes: ['Clicks are queued instead of dropped.', 'The control does not notice that the lead is off.'],
      };
    if (Math.abs(there - expected) > FAIR_CLICKS) return wrongCount(at, there / expected, told(there));
    if (Math.abs(back) > FAIR_CLICKS)
      return {
        verdict: 'failed',
        says: [`Ten turns there and ten back leave ${printNumber(Math.abs(back), 3)} clicks.`],
        causes: ['A track that fails now and then.', 'Noise on its lead: shield at the cabinet, away from the motors.'],
        proposals: refitted(at),
      };
    const turnsPerS = TURNS / numberOf(r, 'seconds');
    const speed = `${printNumber(turnsPerS, 2)} turns a second`;
    if (fast >= expected - FAIR_CLICKS)
      return {
        verdict: 'passed',
        says: [
          `${told(there)} both ways, and none is lost at ${speed}.`,
          ...(Number.isFinite(f.turnsPerS)
            ? [`By its inputs it counts up to ${printNumber(f.turnsPerS, 3)} turns a second.`]
            : []),
        ],
      };
    const controller = m.figures.controller;
    const top = controller.known ? controller.value.axes.find((a) => a.id === t.axis)?.maxSpeed : undefined;
    const follows = axisFollowsTurnsPerS(top ?? Infinity, f.pulsesPerTurn, t.stepMm);
    return {
      verdict: turnsPerS > f.turnsPerS ? 'passed' : 'failed',
      says: [
        `At ${speed} it counts ${told(fast)}.`,
        turnsPerS > f.turnsPerS
          ? `That is to be expected: its inputs follow up to ${printNumber(f.turnsPerS, 3)} turns a second. Turn it slower, or read the axis and not the wheel.`
          : 'By its inputs it should follow that.',
      ],
      ...(turnsPerS > f.turnsPerS
        ? {}
        : {
            causes: [
              ...(turnsPerS > follows ? ['The axis could not follow, and clicks were dropped.'] : []),
              'A filter in the control that the file does not know.',
              'A worn wheel, whose tracks are far from a quarter apart.',
            ],
          }),
    };
  },
  rehearse(bench, s): Readings {
    bench.on();
    bench.reference();
    const { made } = bench;
    const t = trial(made)!;
    const f = figuresOf(made)!;
    const axis = bench.input.settings.axes.find((a) => a.id === t.axis)!;
    bench.moveTo(t.axis, (roomOf(axis).min + roomOf(axis).max) / 2);
    select(bench, t);
    const at = () => bench.axis(t.axis).position;
    const turned = (turns: number, perS: number) => {
      const from = at();
      bench.sim.act({ type: 'turn-wheel', edges: turns * f.edgesPerTurn, seconds: Math.abs(turns) / perS });
      bench.run(Math.ceil((Math.abs(turns) / perS) * 1000));
      bench.settle();
      return at() - from;
    };
    const rounded = (v: number) => measured(Math.round(v * 1e4) / 1e4, 'length');
    const began = at();
    const there = turned(TURNS, SLOWLY);
    turned(-TURNS, SLOWLY);
    const back = at() - began;
    const perS = Math.min(f.turnsPerS * 0.9, 2);
    const fast = turned(TURNS, perS);
    bench.sim.act({ type: 'turn-wheel', edges: f.edgesPerTurn, seconds: 1 });
    bench.run(300);
    pullOff(bench, s);
    bench.run(400);
    const rest = at();
    bench.run(400);
    return {
      there: rounded(there),
      back: rounded(back),
      fast: rounded(fast),
      seconds: measured(Math.round((TURNS / perS) * 10) / 10, 'time'),
      lost: Math.abs(at() - rest) < t.stepMm ? 'stops' : 'on',
    };
  },
};

const enableOf = (m: Made) => Object.entries(m.design.circuits).find(([, c]) => c.function === 'hand-enable');
const pullOf = (f: WheelFigures): string =>
  f.way === 'computer' ? 'pull the lead of the pendant, or end its program' : 'pull the plug of the pendant';

/** Holds the enabling switch and turns the selectors, or chooses on the screen where there are none. */
function select(bench: Bench, t: { axis: string; stepMm: number }): void {
  const { design } = bench.made;
  bench.sim.act({ type: 'wheel-moves', axis: t.axis, stepMm: t.stepMm });
  for (const c of Object.values(design.circuits)) {
    const wanted =
      c.function === 'hand-enable' ||
      (c.function === 'select-axis' && c.axis === t.axis) ||
      (c.function === 'select-step' && Math.abs(stepOf(c) - t.stepMm) < 1e-9);
    if (wanted) for (const d of c.devices) bench.press(tripOf(c, d, design.parts), true);
  }
}
/** With the plug out no track changes any more, and no button reads as held. */
function pullOff(bench: Bench, s: Subject): void {
  const { design } = bench.made;
  if (figuresOf(bench.made)?.way === 'computer') bench.sim.act({ type: 'link-lost' });
  bench.sim.act({ type: 'drop-wheel' });
  for (const c of Object.values(design.circuits))
    if (c.devices.includes(s.part!))
      bench.sim.act({ type: 'press', device: tripOf(c, s.part!, design.parts), down: false });
}

/** What a wrong count says by its ratio. */
function wrongCount(at: At, ratio: number, told: string): Judgement {
  const { m, s } = at;
  const tracks = Object.entries(m.design.circuits).filter(([, c]) => c.function.startsWith('wheel'));
  const near = (x: number) => Math.abs(ratio - x) < 0.02 * Math.abs(x) + 0.005;
  if (near(-1))
    return {
      verdict: 'failed',
      says: ['It counts every click, the wrong way round.'],
      causes: ['Its tracks A and B have changed places.'],
      proposals: [
        {
          label: 'The two tracks were exchanged',
          why: 'Clockwise then moves to plus, as on every machine.',
          rework: {
            subject: tracks[0] ? `circuits.${tracks[0][0]}` : `parts.${s.part}`,
            text: 'Tracks A and B of the wheel exchanged',
            fixes: (f) =>
              f.kind === 'inputs-swapped' && tracks.some(([id]) => id === f.a) && tracks.some(([id]) => id === f.b),
          },
        },
      ],
    };
  const says = [`Ten turns give ${told}.`];
  const four = [4, 2, 0.5, 0.25].find(near);
  if (four !== undefined)
    return {
      verdict: 'failed',
      says,
      causes: [
        `The control counts ${four > 1 ? `${four} edges as clicks` : `one click in ${1 / four}`}: look for the edges a click in its settings.`,
        'The wheel has other pulses a turn than the file says.',
      ],
    };
  if (Math.abs(ratio) < 0.02)
    return {
      verdict: 'failed',
      says,
      causes: [
        'One track is missing: with one alone the count goes up and down by one.',
        'The enabling button is not held, or no axis is chosen.',
      ],
      proposals: refitted(at),
    };
  return {
    verdict: 'failed',
    says,
    causes: [
      'Clicks are lost: a filter that is too long, or a lead that catches noise.',
      'Another step is chosen than you think.',
    ],
    proposals: refitted(at),
  };
}
const refitted = ({ m, s }: At): Proposal[] => [
  {
    label: 'Its lead was refitted',
    why: 'Measure its cores from the plug to the inputs, and the shield at the cabinet.',
    rework: {
      subject: `parts.${s.part}`,
      text: `Lead of ${m.design.parts[s.part!]?.designation ?? 'the pendant'} refitted`,
      fixes: (f) =>
        (f.kind === 'wire-off' &&
          [m.design.conductors[f.conductor]?.from.part, m.design.conductors[f.conductor]?.to.part].includes(s.part!)) ||
        ((f.kind === 'noise' || f.kind === 'loose-wire') &&
          m.design.circuits[f.circuit]?.devices.includes(s.part!) === true),
    },
  },
];
