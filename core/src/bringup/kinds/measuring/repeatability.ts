import { roomOf } from '../../../settings/controllerSettings';
import { placeDependencies } from '../../dependencies';
import { deviation, mean } from '../../../units/sample';
import { measured, numberOf, reading, wayOf, wayPrinter } from '../../reading';
import { referenced } from '../../subjects';
import type { BringUpTest } from '../../testKind';
import { axisAt } from '../../testKind';

const RUNS = 5;
/** Four standard deviations of the datum that are fair for a hobby switch, mm or °. */
const FAIR = 0.12;

export const repeatability: BringUpTest = {
  kind: 'repeatability',
  alongAxis: true,
  version: 1,
  phase: 'measuring',
  title: 'Datum, again and again',
  purpose:
    'A job that is taken up tomorrow is as good as the datum that is found tomorrow. Four times the standard deviation, after ISO 230-2.',
  minutes: 8,
  subjects: referenced,
  after: (_, s) => [`reference-run/${s.id}`, `scale/${s.id}`, `squareness/${s.id}`, `index-pulse/${s.id}`],
  reliesOn: (_, s) => [`reference-run/${s.id}`],
  dependsOn: (m, s) => [...placeDependencies(m, s.axis!), `axes.${s.axis}.drives`, `axes.${s.axis}.transmission`],
  steps: () => [
    'Dial gauge against the carriage at a fixed machine position; set it to zero after the first run.',
    `Reference again, go to the same position, read. ${RUNS} times; once with the power off in between.`,
  ],
  fields: (m, s) =>
    Array.from({ length: RUNS }, (_, i) => reading(`run-${i}`, `Run ${i + 1}`, wayOf(axisAt(m, s).motion), [-10, 10])),
  judge(r, at) {
    const way = wayPrinter(at);
    const all = Array.from({ length: RUNS }, (_, i) => numberOf(r, `run-${i}`)).filter(Number.isFinite);
    const four = 4 * deviation(all);
    const middle = mean(all);
    const plot = {
      kind: 'points' as const,
      x: { title: 'run', dimension: 'ratio' as const },
      y: { title: 'deviation', dimension: wayOf(axisAt(at.m, at.s).motion) },
      series: [{ name: 'datum', points: all.map((v, i) => [i + 1, v - middle] as const) }],
    };
    if (four <= FAIR)
      return { verdict: 'passed', plot, says: [`The datum repeats to ${way(four, 2)} (4 s of ${all.length} runs).`] };
    return {
      verdict: 'failed',
      plot,
      says: [`The datum scatters by ${way(four, 2)} (4 s of ${all.length} runs).`],
      causes: [
        'A loose switch, or a loose target.',
        'The slow approach is fast for its filter.',
        'Chips or coolant on a proximity sensor.',
        'An index pulse beside the trip point.',
      ],
      proposals: [
        {
          label: 'Switch and target fastened',
          why: 'Then measure again.',
          rework: {
            subject: `axes.${at.s.axis}.reference`,
            text: `Reference switch of ${axisAt(at.m, at.s).letter} fastened`,
            fixes: (f) => f.kind === 'index-near-trip' && f.axis === at.s.axis,
          },
        },
      ],
    };
  },
  rehearse(bench, s) {
    bench.on();
    const r: Record<string, ReturnType<typeof measured>> = {};
    let zero = NaN;
    const own = bench.input.settings.axes.find((a) => a.id === s.axis)!;
    const middle = (roomOf(own).min + roomOf(own).max) / 2;
    const end = axisAt(bench.made, s).reference.end === 'minus' ? roomOf(own).min + 30 : roomOf(own).max - 30;
    for (let i = 0; i < RUNS; i++) {
      bench.reference([s.axis!]);
      bench.moveTo(s.axis!, Math.abs(roomOf(own).max - roomOf(own).min) > 80 ? end : middle);
      const at = bench.gauge(s.axis!);
      if (i === 0) zero = at;
      r[`run-${i}`] = measured(Math.round((at - zero) * 1000) / 1000, wayOf(axisAt(bench.made, s).motion));
    }
    return r;
  },
};
