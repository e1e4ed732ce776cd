import { isEndless } from '../../../machine/mechanics';
import { parksAtMark } from '../../../machine/pulseSensor';
import { inputDependencies, motorDependencies, placeDependencies } from '../../dependencies';
import { choice, measured, numberOf, reading, textOf, wayOf, wayPrinter } from '../../reading';
import { ownSwitches, referenced } from '../../subjects';
import type { BringUpTest, Readings } from '../../testKind';
import type { Made } from '../../made';
import { axisAt, figuresAt } from '../../testKind';

/** A trip point that stands elsewhere than the file has it by more than this is told, mm or °. */
const TELL = 0.5;

export const referenceRun: BringUpTest = {
  kind: 'reference-run',
  alongAxis: true,
  version: 1,
  phase: 'datum and envelope',
  title: 'Reference run',
  purpose:
    'The machine gets its zero. From here on the envelope guards it, as well as the figures behind it are right.',
  caution: 'First run with the head up and the table clear. Hand on the stop.',
  minutes: 4,
  subjects: referenced,
  after: (m, s) => [
    `reference-direction/${s.id}`,
    `index-pulse/${s.id}`,
    `marked-datum/${s.id}`,
    'noise-in-motion',
    ...ownSwitches(m, s).map((d) => `trip-by-hand/${d.id}`),
  ],
  reliesOn: (_, s) => [`reference-direction/${s.id}`],
  dependsOn: (m, s) => [
    ...placeDependencies(m, s.axis!),
    ...ownSwitches(m, s).flatMap((d) => inputDependencies(m, d)),
    ...axisAt(m, s).drives.flatMap((_, i) => motorDependencies(m, s.axis!, i)),
    `axes.${s.axis}.transmission`,
  ],
  steps: (m, s) => [
    `${parksAtMark(axisAt(m, s).reference) ? `Park ${axisAt(m, s).letter} at its mark, and let it` : `Let ${axisAt(m, s).letter}`} find its datum.`,
    `With it at rest, measure from the carriage to its hard stop at that end: this checks where the ${parksAtMark(axisAt(m, s).reference) ? 'pulse really comes' : 'switch really trips'}.`,
  ],
  fields: (m, s, so) => [
    choice('result', 'The run', {
      found: 'found the datum',
      missed: parksAtMark(axisAt(m, s).reference) ? 'met no pulse' : 'went on past the switch',
      ...(parksAtMark(axisAt(m, s).reference) ? {} : { stayed: 'stayed on the switch' }),
      failed: 'stopped with another message',
    }),
    ...(isEndless(axisAt(m, s))
      ? []
      : [
          reading('toStop', 'From where it rests to the hard stop', wayOf(axisAt(m, s).motion), [0, 500], {
            optional: textOf(so, 'result') !== 'found',
          }),
        ]),
  ],
  judge(r, at) {
    const { m, s } = at;
    const way = wayPrinter(at);
    const axis = axisAt(m, s);
    const result = textOf(r, 'result');
    if (result !== 'found')
      return {
        verdict: 'failed',
        says: [
          {
            missed: parksAtMark(axis.reference) ? 'It met no pulse.' : 'It went on past its switch.',
            stayed: 'It backed off and its switch stayed tripped.',
            failed: 'It stopped with another message.',
          }[result] ?? 'It did not find its datum.',
        ],
        causes: parksAtMark(axis.reference)
          ? [
              'The gap between magnet and sensor is too wide.',
              'The magnet shows its other pole.',
              'A search that is too fast for the filter of the input.',
            ]
          : [
              'The target misses the switch by a few millimetres in height.',
              'A back-off shorter than the switch’s hysteresis.',
              'A limit of another axis on the same loop.',
              'The fast approach is too fast for the space behind the switch.',
            ],
      };
    const ruler = figuresAt(m, s).ruler;
    const toStop = numberOf(r, 'toStop');
    if (!Number.isFinite(toStop) || !ruler.known) return { verdict: 'passed', says: ['It finds its datum.'] };
    const expected =
      axis.reference.end === 'minus'
        ? ruler.value.restAfterReference - ruler.value.hardMinus
        : ruler.value.hardPlus - ruler.value.restAfterReference;
    const off = toStop - expected;
    if (Math.abs(off) <= TELL)
      return { verdict: 'passed', says: [`It finds its datum, ${way(toStop)} from the stop: as the file has it.`] };
    const own = ownSwitches(m, s);
    const mount = m.design.parts[own[0]?.part ?? '']?.mount;
    return {
      verdict: 'failed',
      says: [
        `It rests ${way(toStop)} from the stop; the file has ${way(expected)}. The ${parksAtMark(axis.reference) ? 'pulse comes' : 'switch is'} ${way(Math.abs(off), 3)} ${off > 0 ? 'further in' : 'nearer to the stop'} than entered.`,
      ],
      causes: [
        parksAtMark(axis.reference)
          ? 'The mark was measured roughly, or another turn was met: see “The same pulse from anywhere at the mark”.'
          : 'The switch was moved, or measured roughly.',
      ],
      proposals: mount?.tripFromStop
        ? [
            {
              label: 'Take the measured place into the file',
              why: 'Envelope and stopping distances follow.',
              command: {
                name: 'several',
                args: {
                  title: `Reference switch of ${axis.letter} where it was measured`,
                  commands: own.map((d) => ({
                    name: 'set-field' as const,
                    args: {
                      path: `parts.${d.part}.mount.tripFromStop`,
                      value: measured(Math.round((expectedTrip(m, d.part!) + off) * 100) / 100, wayOf(axis.motion)),
                    },
                  })),
                },
              },
            },
          ]
        : [],
    };
  },
  rehearse(bench, s): Readings {
    bench.on();
    const axis = axisAt(bench.made, s);
    const { length } = bench.sim.plant.model.axes.find((a) => a.id === s.axis)!;
    if (!bench.reference([s.axis!])) {
      const codes = bench.events.map((e) => e.event.code);
      return { result: codes.some((c) => c === 'reference-missed' || c === 'pulse-missed') ? 'missed' : 'failed' };
    }
    if (isEndless(axis)) return { result: 'found' };
    const at = bench.gauge(s.axis!);
    return {
      result: 'found',
      toStop: measured(Math.round((axis.reference.end === 'minus' ? at : length - at) * 100) / 100, wayOf(axis.motion)),
    };
  },
};
const expectedTrip = (m: Made, part: string): number => {
  const q = m.design.parts[part]?.mount?.tripFromStop;
  return q ? numberOf({ q }, 'q') : 0;
};
