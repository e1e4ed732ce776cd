import type { Command } from '../../../commands/command';
import { describeField, fieldTitle } from '../../../machine/fields';
import type { Axis } from '../../../machine/mechanics';
import type { Ruler } from '../../../switches/envelope';
import { figureOr } from '../../../units/derived';
import { listed } from '../../../units/listed';
import { placeDependencies, scaleDependencies } from '../../dependencies';
import { toType } from '../../inControlsWords';
import { enteredTravel, farLimit, travelFrom, type Met } from '../../judging/travel';
import { choice, measured, numberOf, reading, textOf, wayOf, wayPrinter } from '../../reading';
import { axes } from '../../subjects';
import type { BringUpTest, Readings, Subject } from '../../testKind';
import type { Made } from '../../made';
import { axisAt, figuresAt } from '../../testKind';

/** Alike within what a hand and a rule tell, mm. */
const ALIKE = 0.6;
/** The control rests where the file has it, within this, mm. */
const SAME_REST = 0.1;
/** Steps in which a careful hand comes nearer to the far end, mm or °. */
const FALLING = [10, 1, 0.1];

/** Machine position at which the axis meets something at the end away from its datum, as far as the file tells. */
function farEnd(m: Made, s: Subject): { position: number; what: 'switch' | 'stop' } | undefined {
  const { ruler } = figuresAt(m, s);
  if (!ruler.known) return undefined;
  const end = axisAt(m, s).reference.end === 'minus' ? 'plus' : 'minus';
  const trip = ruler.value.trips.find((t) => t.end === end && t.isLimit);
  return {
    position: trip?.position ?? (end === 'plus' ? ruler.value.hardPlus : ruler.value.hardMinus),
    what: trip ? 'switch' : 'stop',
  };
}
const metIn = (m: Made, s: Subject, r: Readings): Met =>
  (textOf(r, 'met') as Met | '') || (farLimit(m.design, s.axis!) ? 'switch' : 'stop');
const inWords = { switch: 'the limit tripped', stop: 'it touched the hard stop', short: 'it stopped short of it' };
/** An axis that makes a reference run and comes to rest after it. */
const runs = ({ reference }: Axis) => !['none', 'absolute'].includes(reference.method);
const envelopeKeys = (s: Subject) => ['min', 'max'].map((e) => `axis/${s.axis}/envelope-${e}`);

export const envelope: BringUpTest = {
  kind: 'envelope',
  alongAxis: true,
  version: 1,
  phase: 'datum and envelope',
  title: 'Travel measured',
  purpose:
    'The envelope is worked out from the travel. Here the travel is measured, or found where nobody has measured it: by moving in falling steps until the far end answers.',
  caution: 'The envelope does not guard you here. Slow, and in steps that you could take with your hand in the way.',
  minutes: 5,
  subjects: (m) => axes(m).filter((s) => axisAt(m, s).motion === 'linear'),
  after: (m, s) => {
    const far = farLimit(m.design, s.axis!);
    return [`reference-run/${s.id}`, `first-move/${s.id}-0`, ...(far ? [`trip-by-hand/${far.device}`] : [])];
  },
  reliesOn: (_, s) => [`reference-run/${s.id}`],
  dependsOn: (m, s) => [
    ...placeDependencies(m, s.axis!),
    ...scaleDependencies(m, s.axis!),
    ...envelopeKeys(s).map((key) => `overrides.${key}`),
  ],
  steps: (m, s, display) => {
    const far = farEnd(m, s);
    const way = wayPrinter({ m, s, display });
    const { letter, reference } = axisAt(m, s);
    const hasLimit = farLimit(m.design, s.axis!) !== undefined;
    const steps = FALLING.map((v) => way(v)).join(', ');
    return [
      far
        ? `Move ${letter} to the far end until ${way(20)} are left by the file (${way(far.position, 5)}).`
        : `${runs(axisAt(m, s)) ? 'After the reference run, note the machine position. Then jog' : 'Jog'} ${letter} to ${reference.end === 'minus' ? 'plus' : 'minus'}, slowly, a rule between it and its stop, until about ${way(20)} are left.`,
      `Then in steps of ${steps}: until the ${hasLimit ? 'limit trips' : 'hard stop is touched, felt with a slip of paper'}. Stop short of it wherever that is not safe, and measure what is left.`,
      'Take the machine position from the screen.',
    ];
  },
  fields: (m, s, so) => {
    const { ruler } = figuresAt(m, s);
    const axis = axisAt(m, s);
    const span = ruler.known ? ruler.value.hardPlus - ruler.value.hardMinus : 5000;
    const met = metIn(m, s, so);
    return [
      choice(
        'met',
        'How it ended',
        farLimit(m.design, s.axis!) ? inWords : { stop: inWords.stop, short: inWords.short },
        { optional: true },
      ),
      reading('reached', 'Machine position there', wayOf(axis.motion), [-1.5 * span, 1.5 * span]),
      ...(met === 'short' ? [reading('left', 'Left to the hard stop, measured', wayOf(axis.motion), [0, 500])] : []),
      ...(runs(axis)
        ? [
            reading('rest', 'Machine position after the reference run', wayOf(axis.motion), [-1.5 * span, 1.5 * span], {
              optional: true,
            }),
          ]
        : []),
    ];
  },
  judge(r, at) {
    const { m, s } = at;
    const way = wayPrinter(at);
    const met = metIn(m, s, r);
    const [reached, rest] = [numberOf(r, 'reached'), numberOf(r, 'rest')];
    const found = travelFrom(m, s.axis!, reached, met, numberOf(r, 'left'), Number.isFinite(rest) ? rest : undefined);
    if (!found.known)
      return {
        verdict: 'not-judged',
        says: [`The file does not have what the travel is counted from: ${missingInWords(m, found.missing)}.`],
      };
    const { travel, ruler, shift } = found.value;
    if (!(travel > 0))
      return {
        verdict: 'not-judged',
        says: [`${way(reached, 5)} lies behind the datum’s own stop. Look at the sign, and at which end it went to.`],
      };
    const edges = (e: Ruler) =>
      `${way(e.usable, 5)} usable, envelope from ${way(e.envelope.min, 5)} to ${way(e.envelope.max, 5)}`;
    if (Math.abs(shift) > SAME_REST) {
      const other = otherStrategy(m, s, shift);
      return {
        verdict: 'failed',
        says: [
          `After the reference run the control shows ${way(rest, 5)}; the file expects ${way(rest - shift, 5)}. An envelope typed in as it is would be ${way(Math.abs(shift), 4)} off.`,
        ],
        causes: [
          ...(other ? [`This control ${other.says}.`] : []),
          'The position at the datum is another one in the control.',
          'The back-off is another one in the control.',
        ],
        proposals: other
          ? [
              {
                label: 'Take it over: the datum counts so',
                why: 'Of every axis. The envelopes follow.',
                command: other.command,
              },
            ]
          : [],
      };
    }
    // The envelope that counts is the one of the file’s travel, not of this reading.
    const filed = figuresAt(m, s).ruler;
    const entered = enteredTravel(m.design, s.axis!);
    const longer = entered === undefined ? undefined : travel - entered;
    if (longer !== undefined && Math.abs(longer) <= ALIKE && filed.known) {
      const typed = toType(m, envelopeKeys(s));
      return {
        verdict: 'passed',
        says: [
          `${met === 'short' ? 'Stopped' : 'Met'} at ${way(reached, 5)}: ${way(travel, 5)} between the hard stops, as the file has it; ${edges(filed.value)}.`,
          ...(typed ? [typed] : []),
        ],
      };
    }
    const far = farLimit(m.design, s.axis!);
    const shorter = (far?.fromStop ?? NaN) - (longer ?? NaN);
    return {
      verdict: 'failed',
      says: [
        entered === undefined
          ? `The travel is not in the file. By this it is ${way(travel, 5)} between the hard stops.`
          : `${way(travel, 5)} between the hard stops; the file has ${way(entered, 5)}: ${way(Math.abs(longer!), 3)} ${longer! > 0 ? 'more' : 'less'} than entered.`,
        ruler.known
          ? `With it: ${edges(ruler.value)}.`
          : `For the envelope the file still needs: ${missingInWords(m, ruler.missing)}.`,
      ],
      ...(entered === undefined
        ? {}
        : {
            causes: [
              'The travel was measured roughly.',
              ...(met === 'switch' ? ['The far switch is not where it was entered.'] : []),
              'The scale is off: do “Scale” before you believe it.',
            ],
          }),
      proposals: [
        ...(met === 'switch' && far && shorter > 0
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
          label: `Travel of ${way(travel, 5)}`,
          why:
            met === 'switch' && entered !== undefined
              ? 'Right if the switch is where it was entered. The envelope follows.'
              : 'The envelope follows. Reference, and go there once more to see that it is met.',
          command: {
            name: 'set-field' as const,
            args: { path: `axes.${s.axis}.travel`, value: measured(Math.round(travel * 100) / 100, 'length') },
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
    const rest = bench.axis(s.axis!).position;
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
    const told = (v: number) => measured(Math.round(v * 100) / 100, wayOf(axis.motion));
    return {
      met: far.what,
      reached: told(reached),
      ...(runs(axis) ? { rest: told(rest) } : {}),
    };
  },
};

/** The datum counted the other way, where that explains what the control shows at rest: it differs by the back-off. */
function otherStrategy(m: Made, s: Subject, shift: number): { says: string; command: Command } | undefined {
  const { reference } = axisAt(m, s);
  const backOff = figureOr(reference.backOff, NaN);
  const atSwitch = m.design.datumStrategy === 'at-switch';
  // At the switch: the rest is the back-off further in. After the back-off: the rest is the datum itself.
  const expected = backOff * (reference.end === 'minus' ? 1 : -1) * (atSwitch ? -1 : 1);
  return Math.abs(shift - expected) <= SAME_REST
    ? {
        says: atSwitch
          ? 'gives the datum after the back-off, the file has it at the switch'
          : 'gives the datum at the switch, the file has it after the back-off',
        command: {
          name: 'set-field',
          args: { path: 'datumStrategy', value: atSwitch ? 'after-back-off' : 'at-switch' },
        },
      }
    : undefined;
}
const missingInWords = (m: Made, paths: readonly string[]): string =>
  listed(
    paths.map((p) => {
      const field = describeField(m.design, p);
      return field ? fieldTitle(field) : 'the switch that it is counted from';
    }),
  );
