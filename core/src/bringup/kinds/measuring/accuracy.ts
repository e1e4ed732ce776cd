import { roomOf } from '../../../settings/controllerSettings';
import { seenMove } from '../../../machine/directions';
import { scaleDependencies } from '../../dependencies';
import { positioning } from '../../judging/statistics';
import { measured, numberOf, reading, wayOf, wayPrinter } from '../../reading';
import { axes } from '../../subjects';
import type { BringUpTest, Subject } from '../../testKind';
import type { Made } from '../../made';
import { axisAt } from '../../testKind';

const RUNS = 5;
const targetsOf = (m: Made, s: Subject): number[] => {
  const c = m.figures.controller;
  const own = c.known ? c.value.axes.find((a) => a.id === s.axis) : undefined;
  if (!own) return [];
  const { min, max } = roomOf(own);
  return [0.15, 0.5, 0.85].map((share) => Math.round(min + share * (max - min)));
};

export const accuracy: BringUpTest = {
  kind: 'accuracy',
  saysWhichWay: true,
  version: 1,
  phase: 'measuring',
  title: 'Accuracy and repeatability',
  purpose: 'Three targets, five approaches each way: what the axis can be trusted to, after ISO 230-2.',
  minutes: 30,
  optional: true,
  subjects: (m) => axes(m).filter((s) => targetsOf(m, s).length),
  after: (_, s) => [`scale/${s.id}`, `backlash/${s.id}`, `reference-run/${s.id}`],
  reliesOn: (_, s) => [`scale/${s.id}`, `backlash/${s.id}`],
  dependsOn: (m, s) => [
    ...scaleDependencies(m, s.axis!),
    `axes.${s.axis}.backlash`,
    `axes.${s.axis}.compensateBacklash`,
  ],
  steps: (m, s, display) => [
    `Go to ${targetsOf(m, s)
      .map((t) => wayPrinter({ m, s, display })(t))
      .join(', ')} in turn, then back over them: that is one run. Five runs.`,
    `At each, read how far it is from the target: plus where it went too far to plus (${seenMove(m.design, axisAt(m, s), 'plus', display.stand).text} for plus).`,
  ],
  fields: (m, s, _so, display) =>
    targetsOf(m, s).flatMap((t, k) =>
      (['up', 'down'] as const).flatMap((way) => {
        const row = `${wayPrinter({ m, s, display })(t)}, ${way === 'up' ? 'from minus' : 'from plus'}`;
        return Array.from({ length: RUNS }, (_, i) =>
          reading(`${way}-${k}-${i}`, `${row}, run ${i + 1}`, wayOf(axisAt(m, s).motion), [-5, 5], { row }),
        );
      }),
    ),
  judge(r, at) {
    const { m, s } = at;
    const way = wayPrinter(at);
    const targets = targetsOf(m, s).map((position, k) => ({
      position,
      up: Array.from({ length: RUNS }, (_, i) => numberOf(r, `up-${k}-${i}`)),
      down: Array.from({ length: RUNS }, (_, i) => numberOf(r, `down-${k}-${i}`)),
    }));
    const p = positioning(targets);
    const dimension = wayOf(axisAt(m, s).motion);
    const line = (name: string, f: (t: (typeof p.targets)[number]) => number) => ({
      name,
      line: true,
      points: p.targets.map((t) => [t.position, f(t)] as const),
    });
    return {
      verdict: Number.isFinite(p.accuracy) ? 'passed' : 'not-judged',
      says: [
        `Accuracy A ${way(p.accuracy, 3)}, repeatability R ${way(p.repeatability, 3)} both ways and ${way(p.repeatabilityOneWay, 2)} one way, reversal B ${way(p.reversal, 2)}, mean deviation M ${way(p.meanDeviation, 2)}.`,
      ],
      plot: {
        kind: 'points',
        x: { title: 'target', dimension },
        y: { title: 'deviation', dimension },
        series: [
          line('from minus', (t) => t.up),
          line('from minus +2 s', (t) => t.up + 2 * t.spreadUp),
          line('from plus', (t) => t.down),
          line('from plus −2 s', (t) => t.down - 2 * t.spreadDown),
        ],
      },
    };
  },
  rehearse(bench, s) {
    bench.on();
    bench.reference();
    const targets = targetsOf(bench.made, s);
    const dimension = wayOf(axisAt(bench.made, s).motion);
    const r: Record<string, ReturnType<typeof measured>> = {};
    const [first, last] = [targets[0]!, targets.at(-1)!];
    bench.moveTo(s.axis!, first - 2).moveTo(s.axis!, first);
    const zero = bench.gauge(s.axis!) - first;
    const read = (key: string, t: number) => {
      bench.moveTo(s.axis!, t);
      r[key] = measured(Math.round((bench.gauge(s.axis!) - zero - t) * 1000) / 1000, dimension);
    };
    for (let i = 0; i < RUNS; i++) {
      bench.moveTo(s.axis!, first - 2);
      targets.forEach((t, k) => read(`up-${k}-${i}`, t));
      bench.moveTo(s.axis!, last + 2);
      [...targets.keys()].reverse().forEach((k) => read(`down-${k}-${i}`, targets[k]!));
    }
    return r;
  },
};
