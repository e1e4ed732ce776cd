import { wiresOn } from '../../dependencies';
import { choice, measured, numberOf, reading, textOf } from '../../reading';
import { whole } from '../../subjects';
import type { BringUpTest } from '../../testKind';
import type { Made } from '../../made';
import { showValue } from '../../../units/print';

const SHARES = [0.25, 0.5, 1] as const;
/** Slip and a trimmer that is a little off. */
const NEAR = 0.06;
const settingsOf = (m: Made) => (m.figures.controller.known ? m.figures.controller.value.spindle : undefined);

export const spindle: BringUpTest = {
  kind: 'spindle',
  version: 1,
  phase: 'spindle and work',
  title: 'Spindle',
  purpose:
    'Direction, speed against what was asked, and a stop that stops it. Coolant first: a water-cooled one lives for a minute without.',
  caution: 'No cutter, no loose collet nut, glasses on. It runs on after a stop: wait.',
  minutes: 10,
  subjects: (m) => (m.design.roles.spindle ? whole() : []),
  after: () => ['noise-with-spindle', 'stop-chain', 'earth'],
  dependsOn: ({ design }) => [
    ...(['spindle', 'spindleDrive', 'spindleEncoder'] as const).flatMap((r) => [
      `roles.${r}`,
      ...(design.roles[r] ? [`parts.${design.roles[r]}.data`] : []),
    ]),
    ...wiresOn(design, design.roles.spindleDrive, design.roles.spindle),
  ],
  steps: (m) => [
    'Coolant on and seen to flow, where it needs it.',
    'Lowest speed first, five minutes; then up in steps.',
    ...(settingsOf(m)?.speedSet
      ? ['Measure with a contactless meter at a quarter, half and full speed.']
      : ['It is only switched on and off here: measure its one speed.']),
  ],
  fields: (m) => {
    const max = settingsOf(m)?.maxRpm ?? 30_000;
    const shares = settingsOf(m)?.speedSet ? SHARES : [1];
    return [
      choice('turns', 'Seen from its nose, it turns', {
        right: 'as a cutter needs it',
        wrong: 'the other way',
        still: 'not at all',
      }),
      ...shares.map((share) =>
        reading(`rpm-${share * 100}`, `Asked for ${Math.round(max * share)} rpm`, 'rotation', [0, max * 1.5]),
      ),
      choice('stop', 'The stop button', { stops: 'stops it', ignores: 'leaves it running' }),
    ];
  },
  judge(r, at) {
    const { m, display } = at;
    const s = settingsOf(m);
    const max = s?.maxRpm ?? 0;
    const says: string[] = [];
    const causes: string[] = [];
    if (textOf(r, 'turns') === 'wrong') {
      says.push('It turns the wrong way: a collet nut can come loose.');
      causes.push('Two of its three phases are swapped: exchange any two at the drive, power off and discharged.');
    }
    if (textOf(r, 'turns') === 'still') {
      says.push('It does not turn.');
      causes.push(
        'The drive waits for its panel instead of the terminals (command source).',
        'The run input’s common.',
        'A drive that waits for its fault to be reset.',
      );
    }
    if (textOf(r, 'stop') === 'ignores') {
      says.push('The stop leaves it running.');
      causes.push('Its run command does not pass through the stop chain.');
    }
    const shares = s?.speedSet ? SHARES : ([1] as const);
    const off = shares.flatMap((share) => {
      const rpm = numberOf(r, `rpm-${share * 100}`);
      const asked = max * share;
      return Number.isFinite(rpm) && asked > 0 && Math.abs(rpm - asked) > NEAR * asked ? [{ asked, rpm }] : [];
    });
    const show = (v: number) => showValue(v, 'rotation', display, 4);
    if (off.length && !says.length) {
      says.push(off.map((o) => `${show(o.rpm)} where ${show(o.asked)} were asked`).join('; ') + '.');
      causes.push(
        'The drive’s highest frequency does not belong to 10 V.',
        'The number of poles in the drive.',
        'The highest speed in the file.',
      );
    }
    const plot = {
      kind: 'points' as const,
      x: { title: 'asked', dimension: 'rotation' as const },
      y: { title: 'measured', dimension: 'rotation' as const },
      series: [
        {
          name: 'spindle',
          line: true,
          points: shares
            .map((share) => [max * share, numberOf(r, `rpm-${share * 100}`)] as const)
            .filter((p) => Number.isFinite(p[1])),
        },
      ],
    };
    return says.length
      ? {
          verdict: 'failed',
          says,
          causes,
          plot,
          proposals: [
            {
              label: 'Corrected at the drive',
              why: 'Then measure again.',
              rework: {
                subject: `parts.${m.design.roles.spindleDrive ?? m.design.roles.spindle}`,
                text: 'Spindle drive corrected',
                fixes: () => false,
              },
            },
          ],
        }
      : { verdict: 'passed', plot, says: ['Right way, right speed, and the stop stops it.'] };
  },
  rehearse(bench) {
    bench.on();
    const s = bench.input.settings.spindle;
    const max = s?.maxRpm ?? 1000;
    const r: Record<string, ReturnType<typeof measured> | string> = {};
    let turned = 0;
    for (const share of s?.speedSet ? SHARES : [1]) {
      bench.sim.act({ type: 'spindle', direction: 1, rpm: max * share });
      bench.run(12_000);
      const rpm = bench.look().spindle?.rpm ?? 0;
      turned = rpm;
      r[`rpm-${share * 100}`] = measured(Math.round(bench.around(Math.abs(rpm), 0.01)), 'rotation');
    }
    r.turns = Math.abs(turned) < 1 ? 'still' : turned > 0 ? 'right' : 'wrong';
    const stop = Object.values(bench.made.design.circuits).find((c) => c.function === 'stop')?.devices[0];
    if (stop) bench.press(stop, true).run(30_000);
    r.stop = Math.abs(bench.look().spindle?.rpm ?? 0) < 10 || !stop ? 'stops' : 'ignores';
    return r;
  },
};
