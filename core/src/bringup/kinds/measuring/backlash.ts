import { roomOf } from '../../../settings/controllerSettings';
import { seenMove } from '../../../machine/directions';
import { t95 } from '../../judging/statistics';
import { deviation, mean } from '../../../units/sample';
import { measured, numberOf, reading, wayOf, wayPrinter } from '../../reading';
import { axes } from '../../subjects';
import type { BringUpTest } from '../../testKind';
import { axisAt } from '../../testKind';
import { quantity, baseValue } from '../../../units/quantity';

const TIMES = 5;
const AWAY = 2;
/** Backlash that a hobby machine is allowed before something is done about it, mm or °. */
const FAIR = 0.08;

export const backlash: BringUpTest = {
  kind: 'backlash',
  version: 1,
  phase: 'measuring',
  title: 'Backlash on reversal',
  purpose:
    'How far the screw turns on a reversal before the carriage follows. It rounds every corner, and no scale removes it.',
  minutes: 5,
  subjects: axes,
  after: (_, s) => [`scale/${s.id}`],
  reliesOn: (_, s) => [`scale/${s.id}`],
  dependsOn: (_, s) => [
    `axes.${s.axis}.transmission`,
    `axes.${s.axis}.drives`,
    `axes.${s.axis}.backlash`,
    `axes.${s.axis}.compensateBacklash`,
  ],
  steps: (m, s, display) => {
    const way = wayPrinter({ m, s, display });
    return [
      `Dial gauge against ${seenMove(m.design, axisAt(m, s), 'plus').what}. Move ${way(AWAY)} to plus, then to the target, and set the gauge to zero.`,
      `Move on ${way(AWAY)} to plus and come back to the same target: read the gauge. Five times.`,
    ];
  },
  fields: (m, s) =>
    Array.from({ length: TIMES }, (_, i) =>
      reading(`back-${i}`, `Reading ${i + 1}`, wayOf(axisAt(m, s).motion), [-2, 5]),
    ),
  judge(r, at) {
    const { m, s } = at;
    const way = wayPrinter(at);
    const axis = axisAt(m, s);
    const all = Array.from({ length: TIMES }, (_, i) => numberOf(r, `back-${i}`)).filter(Number.isFinite);
    const lost = mean(all);
    const spread = (t95(all.length - 1) * deviation(all)) / Math.sqrt(all.length);
    const figure = `${way(Math.max(0, lost), 3)} (±${way(spread, 1)})`;
    const made = axis.compensateBacklash && axis.backlash ? baseValue(axis.backlash) : 0;
    const plot = {
      kind: 'points' as const,
      x: { title: 'reading', dimension: 'ratio' as const },
      y: { title: 'lost', dimension: wayOf(axis.motion) },
      series: [{ name: 'backlash', points: all.map((v, i) => [i + 1, v] as const) }],
    };
    if (spread > FAIR)
      return {
        verdict: 'failed',
        plot,
        says: [`${figure}: the readings scatter more than what is looked for.`],
        causes: ['The gauge’s foot is loose.', 'Steps are lost on the way: go slower.', 'A coupling slips.'],
      };
    if (Math.abs(lost) <= FAIR)
      return {
        verdict: 'passed',
        plot,
        says: [`${figure}${made ? `, with ${way(made, 3)} made up for by the control` : ''}.`],
      };
    return {
      verdict: 'failed',
      plot,
      says: [`${figure}: more than ${way(FAIR)}.`],
      causes: [
        'A nut without preload.',
        'The screw moves in its end bearing: push it by hand and watch the gauge.',
        'A belt that is slack.',
      ],
      proposals: [
        {
          label: 'Nut or bearing taken up',
          why: 'The real remedy. Measure again.',
          rework: {
            subject: `axes.${s.axis}.transmission`,
            text: `Nut and bearing of ${axis.letter} taken up`,
            fixes: (f) => f.kind === 'backlash' && f.axis === s.axis,
          },
        },
        {
          label: `Let the control make up for ${way(lost + made, 3)}`,
          why: 'It helps positions, not cutting forces: the carriage can still be pushed by as much.',
          command: {
            name: 'several',
            args: {
              title: `Backlash of ${axis.letter} as measured`,
              commands: [
                {
                  name: 'set-field',
                  args: {
                    path: `axes.${s.axis}.backlash`,
                    value: quantity(
                      Math.round((lost + made) * 1000) / 1000,
                      axis.motion === 'linear' ? 'mm' : '°',
                      'measured',
                    ),
                  },
                },
                { name: 'set-field', args: { path: `axes.${s.axis}.compensateBacklash`, value: true } },
              ],
            },
          },
        },
      ],
    };
  },
  rehearse(bench, s) {
    bench.on();
    bench.reference();
    const axis = axisAt(bench.made, s);
    const own = bench.input.settings.axes.find((a) => a.id === s.axis)!;
    const target = bench.axis(s.axis!).referenced
      ? (roomOf(own).min + roomOf(own).max) / 2
      : bench.axis(s.axis!).position;
    const r: Record<string, ReturnType<typeof measured>> = {};
    for (let i = 0; i < TIMES; i++) {
      bench.moveTo(s.axis!, target - AWAY).moveTo(s.axis!, target);
      const zero = bench.gauge(s.axis!);
      bench.moveTo(s.axis!, target + AWAY).moveTo(s.axis!, target);
      r[`back-${i}`] = measured(Math.round((bench.gauge(s.axis!) - zero) * 1000) / 1000, wayOf(axis.motion));
    }
    return r;
  },
};
