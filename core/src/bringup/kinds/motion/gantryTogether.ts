import { pairedOnOneChannel } from '../../../distribution/seats';
import { seenMove } from '../../../machine/directions';
import { motorDependencies } from '../../dependencies';
import { tightenCoupling } from '../../judging/remedies';
import { measured, numberOf, reading, wayPrinter } from '../../reading';
import { drives, gantries } from '../../subjects';
import type { BringUpTest } from '../../testKind';
import { axisAt } from '../../testKind';

const STEP = 10;
const ALIKE = 0.15;

export const gantryTogether: BringUpTest = {
  kind: 'gantry-together',
  saysWhichWay: true,
  version: 1,
  phase: 'first motion',
  title: 'Both motors of the gantry',
  purpose:
    'Two motors that work against each other rack the frame. Each was seen to turn the right way; now both are coupled.',
  caution: 'Hand on the stop: if it groans, it is already too late by a moment.',
  minutes: 4,
  subjects: gantries,
  after: (_, s) => [`first-move/${s.id}-0`, `first-move/${s.id}-1`, 'stop-moving', 'noise-in-motion'],
  reliesOn: (_, s) => [`first-move/${s.id}-0`, `first-move/${s.id}-1`],
  dependsOn: (m, s) => [0, 1].flatMap((d) => motorDependencies(m, s.axis!, d)),
  steps: (m, s, display) => [
    'Set both ends against their stops or a square, then couple both motors.',
    `Put a gauge or a rule at each end. Command ${axisAt(m, s).letter} ${wayPrinter({ m, s, display })(STEP)} to plus, slowly: ${seenMove(m.design, axisAt(m, s), 'plus', display.stand).text}. What goes that way counts as plus.`,
  ],
  fields: (m, s) =>
    axisAt(m, s).drives.map((d, i) => reading(`moved-${i}`, `The ${d.side} end moved, to plus`, 'length', [-100, 100])),
  judge(r, at) {
    const { m, s } = at;
    const way = wayPrinter(at);
    const axis = axisAt(m, s);
    const [a, b] = [numberOf(r, 'moved-0'), numberOf(r, 'moved-1')];
    if (Math.abs(a - b) <= ALIKE && a > 0)
      return { verdict: 'passed', says: [`Both ends went ${way((a + b) / 2, 3)}.`] };
    const backwards = [a, b].flatMap((v, i) => (v < -ALIKE ? [i] : []));
    if (backwards.length === 1) {
      const i = backwards[0]!;
      return {
        verdict: 'failed',
        says: [`The ${axis.drives[i]!.side} end goes the other way: the motors fight each other.`],
        causes: ['Motors that face each other turn opposite ways for the same motion.'],
        proposals: [
          pairedOnOneChannel(m.design, s.axis!)
            ? {
                label: `Two leads of one coil of the ${axis.drives[i]!.side} motor exchanged`,
                why: 'Both motors get one direction signal, so only the leads can turn one of them round. Power off. The file stays as it is.',
                rework: {
                  subject: `axes.${s.axis}.drives.${i}`,
                  text: `${axis.letter} ${axis.drives[i]!.side}: two leads of one coil exchanged`,
                  fixes: (f) => f.kind === 'motor-reversed' && f.axis === s.axis && f.drive === i,
                },
              }
            : {
                label: `Turn the direction of the ${axis.drives[i]!.side} motor round`,
                why: 'Its partner is right.',
                command: {
                  name: 'set-field',
                  args: {
                    path: `axes.${s.axis}.drives.${i}.invertedInWiring`,
                    value: !axis.drives[i]!.invertedInWiring,
                  },
                },
              },
        ],
      };
    }
    const slow = Math.abs(a) < Math.abs(b) ? 0 : 1;
    return {
      verdict: 'failed',
      says: [`${axis.drives[0]!.side} ${way(a, 3)}, ${axis.drives[1]!.side} ${way(b, 3)}: one end stays behind.`],
      causes: [
        'A coupling slips on that side.',
        'Its drive is set to other pulses a revolution.',
        'It is jammed there.',
      ],
      proposals: [
        ...drives(m)
          .filter((d) => d.axis === s.axis && d.drive === slow)
          .map((d) => tightenCoupling(d, 'The likeliest, and the quickest to look at.')),
      ],
    };
  },
  rehearse(bench, s) {
    bench.on();
    bench.nudge(s.axis!, 5);
    const before = [0, 1].map((d) => bench.gauge(s.axis!, d));
    bench.nudge(s.axis!, STEP);
    return Object.fromEntries(
      before.map((b, d) => [`moved-${d}`, measured(Math.round((bench.gauge(s.axis!, d) - b) * 100) / 100, 'length')]),
    );
  },
};
