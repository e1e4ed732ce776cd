import { placeDependencies, scaleDependencies } from '../../dependencies';
import { measured, numberOf, reading, wayOf, wayPrinter } from '../../reading';
import { axes } from '../../subjects';
import type { BringUpTest, Subject } from '../../testKind';
import type { Made } from '../../made';
import { axisAt, figuresAt } from '../../testKind';

const ALIKE = 0.6;
/** Steps in which a careful hand comes nearer to the far end, mm or °. */
const FALLING = [10, 1, 0.1];

/** Machine position at which the axis meets something at the end away from its datum: a limit, else the hard stop. */
function farEnd(
  m: Made,
  s: Subject,
): { position: number; what: 'switch' | 'stop'; device: string | undefined } | undefined {
  const { ruler } = figuresAt(m, s);
  if (!ruler.known) return undefined;
  const end = axisAt(m, s).reference.end === 'minus' ? 'plus' : 'minus';
  const trip = ruler.value.trips.find((t) => t.end === end && t.isLimit);
  return {
    position: trip?.position ?? (end === 'plus' ? ruler.value.hardPlus : ruler.value.hardMinus),
    what: trip ? 'switch' : 'stop',
    device: trip?.device,
  };
}

export const envelope: BringUpTest = {
  kind: 'envelope',
  alongAxis: true,
  version: 1,
  phase: 'datum and envelope',
  title: 'Travel measured',
  purpose:
    'The envelope is worked out from the travel that the file has. Here it is measured: by moving in falling steps until the far end answers.',
  caution: 'The envelope does not guard you here. Slow, and in steps that you could take with your hand in the way.',
  minutes: 5,
  subjects: (m) => axes(m).filter((s) => axisAt(m, s).motion === 'linear'),
  after: (_, s) => [`reference-run/${s.id}`, `first-move/${s.id}-0`],
  reliesOn: (_, s) => [`reference-run/${s.id}`],
  dependsOn: (m, s) => [
    ...placeDependencies(m, s.axis!),
    ...scaleDependencies(m, s.axis!),
    ...['min', 'max'].map((e) => `overrides.axis/${s.axis}/envelope-${e}`),
  ],
  steps: (m, s, display) => {
    const far = farEnd(m, s);
    const way = wayPrinter({ m, s, display });
    return [
      `Move ${axisAt(m, s).letter} to the far end until ${way(20)} are left by the file (${far ? way(far.position, 5) : 'its end'}).`,
      `Then in steps of ${FALLING.map((v) => way(v)).join(', ')}: until the ${far?.what === 'switch' ? 'switch trips' : 'stop is touched, felt with a slip of paper'}.`,
      'Take the machine position from the screen.',
    ];
  },
  fields: (m, s) => {
    const { ruler } = figuresAt(m, s);
    const span = ruler.known ? ruler.value.hardPlus - ruler.value.hardMinus : 5000;
    return [reading('reached', 'Machine position there', wayOf(axisAt(m, s).motion), [-1.5 * span, 1.5 * span])];
  },
  judge(r, at) {
    const { m, s } = at;
    const far = farEnd(m, s);
    const way = wayPrinter(at);
    const reached = numberOf(r, 'reached');
    const { ruler } = figuresAt(m, s);
    if (!far || !ruler.known)
      return { verdict: 'not-judged', says: ['The file does not have what the envelope is worked out from.'] };
    const off = reached - far.position;
    const usable = way(ruler.value.usable, 5);
    if (Math.abs(off) <= ALIKE)
      return {
        verdict: 'passed',
        says: [
          `Met at ${way(reached, 5)}, as worked out. ${usable} are usable, between ${way(ruler.value.envelope.min, 5)} and ${way(ruler.value.envelope.max, 5)}.`,
        ],
      };
    const outward = axisAt(m, s).reference.end === 'minus' ? 1 : -1;
    const longer = off * outward;
    const travel = ruler.value.hardPlus - ruler.value.hardMinus;
    const mount = far.device ? m.design.parts[far.device]?.mount : undefined;
    const from = numberOf({ q: mount?.tripFromStop ?? '' }, 'q');
    const shorter = from - longer;
    return {
      verdict: 'failed',
      says: [
        `Met at ${way(reached, 5)}; the file has ${way(far.position, 5)}: ${way(Math.abs(longer), 3)} ${longer > 0 ? 'more' : 'less'} than entered.`,
      ],
      causes: [
        'The travel was measured roughly.',
        'The far switch is not where it was entered.',
        'The scale is off: do “Scale” before you believe it.',
      ],
      proposals: [
        ...(far.device && shorter > 0
          ? [
              {
                label: `Far switch ${way(shorter)} from its stop`,
                why: 'Right if the hard stops are where the file has them.',
                command: {
                  name: 'set-field' as const,
                  args: {
                    path: `parts.${far.device}.mount.tripFromStop`,
                    value: measured(Math.round(shorter * 100) / 100, 'length'),
                  },
                },
              },
            ]
          : []),
        {
          label: `Travel of ${way(travel + longer, 5)}`,
          why: 'Right if the switch is where it was entered. The envelope follows.',
          command: {
            name: 'set-field' as const,
            args: {
              path: `axes.${s.axis}.travel`,
              value: measured(Math.round((travel + longer) * 100) / 100, 'length'),
            },
          },
        },
      ],
    };
  },
  rehearse(bench, s) {
    bench.on();
    bench.reference();
    const far = farEnd(bench.made, s)!;
    const axis = axisAt(bench.made, s);
    const dir = axis.reference.end === 'minus' ? 1 : -1;
    const own = bench.sim.controller.settings.axes.find((a) => a.id === s.axis)!;
    // The person drives past the edge on purpose: the envelope is set wide for this test alone.
    const kept = { ...own.envelope };
    own.envelope = { min: -1e6, max: 1e6 };
    bench.moveTo(s.axis!, far.position - dir * 20);
    const stopped = () =>
      bench.look().state === 'latched' || bench.happenings.some((h) => h.kind === 'bang' || h.kind === 'stall');
    let reached = bench.axis(s.axis!).position;
    for (const step of FALLING)
      for (let i = 0; i < 400 && !stopped(); i++) {
        if (step > 0.5 && Math.abs(reached - far.position) < step * 1.5) break;
        const [before, carriage] = [reached, bench.gauge(s.axis!)];
        bench.nudge(s.axis!, dir * step);
        // Against a stop the control counts on: what the carriage has really gone is what is believed there.
        reached =
          far.what === 'stop' && stopped()
            ? before + dir * Math.abs(bench.gauge(s.axis!) - carriage)
            : bench.axis(s.axis!).position;
      }
    own.envelope = kept;
    return { reached: measured(Math.round(reached * 100) / 100, wayOf(axis.motion)) };
  },
};
