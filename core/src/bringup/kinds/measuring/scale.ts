import { roomOf } from '../../../settings/controllerSettings';
import { scaleDependencies } from '../../dependencies';
import { wrongSettingsFor } from '../../judging/ratios';
import type { Move } from '../../judging/statistics';
import { fitScale } from '../../judging/statistics';
import { measured, numberOf, reading, wayOf, wayPrinter } from '../../reading';
import { axes, driverAt } from '../../subjects';
import type { At, BringUpTest, Judgement, Proposal, Subject } from '../../testKind';
import type { Made } from '../../made';
import { axisAt, figuresAt } from '../../testKind';
import { printNumber } from '../../../units/print';
import { quantity } from '../../../units/quantity';

/** A scale is not altered by more than this: what lies beyond has a cause. */
const MOST_CALIBRATED = 0.02;
/** A slope that is known no better than this says nothing. */
const MOST_SCATTER = 0.01;
/** Away from the datum by this, where the measuring begins, mm or °. */
const CLEAR = 10;
/** What lies closer than this is as good as a hobby machine’s screw. */
const AS_GOOD = 0.0005;

/** Distances from the common start, told in both directions; in shares of a usable stretch. */
export const scaleMoves = (m: Made, s: Subject): { commanded: number; direction: 1 | -1 }[] => {
  const { ruler } = figuresAt(m, s);
  const usable = ruler.known ? ruler.value.usable : 100;
  const most =
    axisAt(m, s).motion === 'rotary' ? 90 : Math.min(150, Math.max(10, Math.floor((usable * 0.4) / 10) * 10));
  const stops = [most / 3, (2 * most) / 3, most].map((v) => Math.round(v));
  return [
    ...stops.map((commanded) => ({ commanded, direction: 1 as const })),
    ...[stops[1]!, stops[0]!, 0].map((commanded) => ({ commanded, direction: -1 as const })),
  ];
};
const movesOf = (r: Parameters<BringUpTest['judge']>[0], at: At): Move[] =>
  scaleMoves(at.m, at.s).flatMap((mv, i) => {
    const value = numberOf(r, `at-${i}`);
    return Number.isFinite(value) ? [{ ...mv, measured: value }] : [];
  });

export const scale: BringUpTest = {
  kind: 'scale',
  version: 1,
  phase: 'measuring',
  title: 'Scale',
  purpose:
    'Commanded and measured distance, over several lengths and both ways: how far one step really goes, and how well that is known.',
  caution: 'A rule is read to 0.2 mm, a caliper to 0.02: measure as long a way as you can.',
  minutes: 10,
  subjects: axes,
  after: (_, s) => [`envelope-proof/${s.id}`, `first-move/${s.id}-0`],
  reliesOn: () => [],
  dependsOn: (m, s) => scaleDependencies(m, s.axis!),
  steps: (m, s, display) => {
    const moves = scaleMoves(m, s);
    const way = wayPrinter({ m, s, display });
    return [
      `From a mark near the datum, with the last move before it to plus: go on to ${moves
        .slice(0, 3)
        .map((v) => way(v.commanded))
        .join(', ')}, and measure each from the mark.`,
      `Go a little further, and come back over ${moves
        .slice(3)
        .map((v) => way(v.commanded))
        .join(', ')}: the same measured the other way.`,
    ];
  },
  fields: (m, s, _so, display) =>
    scaleMoves(m, s).map((v, i) => {
      const room = Math.max(5, v.commanded);
      return reading(
        `at-${i}`,
        `${wayPrinter({ m, s, display })(v.commanded)} commanded, coming from ${v.direction > 0 ? 'minus' : 'plus'}`,
        wayOf(axisAt(m, s).motion),
        [-30 * room, 30 * room],
      );
    }),
  judge(r, at): Judgement {
    const { m, s } = at;
    const axis = axisAt(m, s);
    const way = wayPrinter(at);
    const moves = movesOf(r, at);
    const fit = fitScale(moves);
    if (!fit) return { verdict: 'not-judged', says: ['Too few readings: at least four, over more than one distance.'] };
    const { slope, slopeSpread } = fit;
    const dimension = wayOf(axis.motion);
    const plot: Judgement['plot'] = {
      kind: 'points',
      x: { title: 'told', dimension },
      y: { title: 'measured less commanded', dimension },
      series: ([1, -1] as const).map((d) => ({
        name: d > 0 ? 'coming from minus' : 'coming from plus',
        points: moves.filter((v) => v.direction === d).map((v) => [v.commanded, v.measured - v.commanded] as const),
      })),
    };
    const figure = `${way(slope * 100, 6)} for ${way(100)} commanded (±${way(slopeSpread * 100, 2)})`;
    if (slope < 0)
      return {
        verdict: 'failed',
        plot,
        says: [`${figure}: it goes the other way.`],
        causes: ['Its direction was turned round since “First move”.'],
      };
    if (slopeSpread > MOST_SCATTER)
      return {
        verdict: 'failed',
        plot,
        says: [`${figure}: the readings scatter too much to be of use.`],
        causes: [
          'It was stopped on the way: by a limit, by its envelope, by a stall. Look at the screen.',
          'The distance is far from what was commanded: the drive may be set to other pulses a revolution. Try ten millimetres first.',
          'A reading of another mark, or a typing error.',
        ],
        proposals: driveProposals(at, 2).filter((p) => 'rework' in p),
      };
    const wrong = wrongSettingsFor(slope, slopeSpread, axis.transmission, m.design.kind === 'lathe');
    if (wrong.length)
      return {
        verdict: 'failed',
        plot,
        says: [`${figure}. That is ${printNumber(wrong[0]!.ratio, 4)} times: a wrong setting, not a calibration.`],
        causes: wrong.map((w) => w.text),
        proposals: driveProposals(at, slope),
      };
    if (Math.abs(slope - 1) <= Math.max(AS_GOOD, slopeSpread))
      return { verdict: 'passed', plot, says: [`${figure}: as the file has it.`] };
    if (Math.abs(slope - 1) > MOST_CALIBRATED)
      return {
        verdict: 'failed',
        plot,
        says: [`${figure}: too far off to be calibrated away, and no usual wrong setting gives it.`],
        causes: [
          'Lost steps on the way: go slower and measure again.',
          'A coupling that slips.',
          'The pitch or the pulley in the file.',
          'The rule was read from its end instead of its mark.',
        ],
      };
    const settings = figuresAt(m, s).drives.map((d, i) => ({
      key: `axis/${s.axis}/scale${i ? `-${i}` : ''}`,
      now: m.figures.settings.find((x) => x.key === `axis/${s.axis}/scale${i ? `-${i}` : ''}`),
      d,
    }));
    const commands = settings.flatMap(({ key, now }) =>
      now?.value.known && typeof now.value.value === 'number'
        ? [
            {
              name: 'override-setting' as const,
              args: {
                setting: key,
                title: now.title,
                value: quantity(
                  Number((now.value.value / slope).toPrecision(8)),
                  axis.motion === 'linear' ? 'steps/mm' : 'steps/°',
                  'measured',
                ),
                reason: `Measured: ${printNumber(slope, 7)} of what was commanded`,
              },
            },
          ]
        : [],
    );
    return {
      verdict: 'failed',
      plot,
      says: [`${figure}: more than the readings scatter.`],
      causes: ['The lead of the screw, or the belt’s pitch under load, differs a little from its nominal one.'],
      proposals: commands.length
        ? [
            {
              label: `Scale of ${axis.letter} to 1/${printNumber(slope, 7)} of what it is`,
              why: 'New steps a millimetre = old × commanded / measured.',
              command: { name: 'several', args: { title: `Scale of ${axis.letter} as measured`, commands } },
            },
          ]
        : [],
    };
  },
  rehearse(bench, s) {
    bench.on();
    bench.reference();
    const axis = axisAt(bench.made, s);
    const moves = scaleMoves(bench.made, s);
    const own = bench.input.settings.axes.find((a) => a.id === s.axis)!;
    const most = moves[2]!.commanded;
    // Near the datum: should every distance come out doubled, there is still room.
    const fromDatum = axis.reference.end === 'minus' ? roomOf(own).min + CLEAR : roomOf(own).max - CLEAR - most;
    const start = bench.axis(s.axis!).referenced ? fromDatum : bench.axis(s.axis!).position;
    bench.moveTo(s.axis!, start - 3).moveTo(s.axis!, start);
    const mark = bench.gauge(s.axis!);
    const readings: Record<string, ReturnType<typeof measured>> = {};
    moves.forEach((v, i) => {
      if (i === 3) bench.moveTo(s.axis!, start + most + 3);
      bench.moveTo(s.axis!, start + v.commanded);
      readings[`at-${i}`] = measured(Math.round((bench.gauge(s.axis!) - mark) * 1000) / 1000, wayOf(axis.motion));
    });
    return readings;
  },
};
/** The drive set right, or the file brought in line with it. */
function driveProposals({ m, s }: At, slope: number): Proposal[] {
  const axis = axisAt(m, s);
  const drivers = axis.drives.flatMap((_, drive) => driverAt(m, { ...s, drive }) ?? []);
  const first = drivers[0]?.part.setup.stepsPerRevolution;
  if (!first) return [];
  const there = Math.round(first / slope);
  return [
    {
      label: `The drive’s switches were set to ${printNumber(first, 7)} pulses a revolution`,
      why: 'As the file has it; then measure again.',
      rework: {
        subject: `parts.${drivers[0]!.id}.setup`,
        text: `Drive of ${axis.letter} set to ${first} pulses a revolution`,
        fixes: (f) => f.kind === 'other-pulses' && f.axis === s.axis,
      },
    },
    {
      label: `Take ${printNumber(there, 7)} pulses a revolution into the file`,
      why: 'If the drive shows just that.',
      command: {
        name: 'several',
        args: {
          title: `Drive of ${axis.letter} as found`,
          commands: drivers.map((d) => ({
            name: 'set-field' as const,
            args: { path: `parts.${d.id}.setup.stepsPerRevolution`, value: there },
          })),
        },
      },
    },
  ];
}
