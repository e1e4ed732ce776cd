import { seenMove, standingWords } from '../../../machine/directions';
import { parksAtMark } from '../../../machine/pulseSensor';
import { inputDependencies, motorDependencies } from '../../dependencies';
import { choice, textOf } from '../../reading';
import { ownSwitches, referenced } from '../../subjects';
import type { BringUpTest } from '../../testKind';
import { axisAt } from '../../testKind';

export const referenceDirection: BringUpTest = {
  kind: 'reference-direction',
  saysWhichWay: true,
  version: 1,
  phase: 'datum and envelope',
  title: 'Which way the reference run goes',
  purpose:
    'A run in the wrong direction does not stop by itself. Try it from the middle, with one hand on the switch and one on the stop.',
  caution: 'Your hand goes to the switch only where nothing can pinch it; else use a stick.',
  minutes: 3,
  subjects: referenced,
  after: (m, s) => [
    ...axisAt(m, s).drives.map((_, i) => `first-move/${s.id}-${i}`),
    `gantry-together/${s.id}`,
    'noise-in-motion',
    ...ownSwitches(m, s).map((d) => `input/${d.id}`),
  ],
  reliesOn: (m, s) => axisAt(m, s).drives.map((_, i) => `first-move/${s.id}-${i}`),
  dependsOn: (m, s) => [
    `axes.${s.axis}.reference.method`,
    `axes.${s.axis}.reference.end`,
    `overrides.axis/${s.axis}/reference-towards`,
    ...motorDependencies(m, s.axis!, 0),
    ...ownSwitches(m, s).flatMap((d) => inputDependencies(m, d)),
  ],
  steps: (m, s, display) => [
    `${parksAtMark(axisAt(m, s).reference) ? `Turn the shaft of ${axisAt(m, s).letter} towards its datum corner until the lamp of its sensor has just gone dark: the next pulse is then almost a turn away.` : `Put ${axisAt(m, s).letter} in the middle of its travel.`} Start its reference run, and look which way it goes: ${seenMove(m.design, axisAt(m, s), axisAt(m, s).reference.end, display.stand).text}, as you stand ${standingWords[display.stand ?? 'front']}.`,
    parksAtMark(axisAt(m, s).reference)
      ? 'Hold a magnet to its sensor: it must stop and turn back at once. If it goes the other way, press the stop.'
      : 'Press its switch by hand: it must stop and turn back at once. If it goes the other way, press the stop.',
  ],
  fields: (m, s) => [
    choice('went', 'It went', {
      towards: parksAtMark(axisAt(m, s).reference) ? 'towards its datum corner' : 'towards its switch',
      away: 'away from it',
      still: 'not at all',
    }),
    choice(
      'answered',
      parksAtMark(axisAt(m, s).reference) ? 'With the magnet at its sensor, it' : 'With the switch pressed, it',
      { turned: 'stopped and backed off', on: 'ran on' },
    ),
  ],
  judge(r, { m, s }) {
    const axis = axisAt(m, s);
    const byHand = `axis/${s.axis}/reference-towards`;
    if (textOf(r, 'went') === 'away' && m.design.overrides[byHand])
      return {
        verdict: 'failed',
        says: [
          'It runs away from its datum corner: the direction of the run was set by hand, against what the file has.',
        ],
        causes: ['It was reversed to correct a motor that turned the other way.'],
        proposals: [
          {
            label: 'Take the direction as it is worked out',
            why: `The datum corner is at ${axis.reference.end}; “First move” has shown that plus is plus.`,
            command: {
              name: 'clear-override',
              args: { setting: byHand, title: `${axis.letter} reference run towards` },
            },
          },
        ],
      };
    if (textOf(r, 'went') === 'away')
      return {
        verdict: 'failed',
        says: [
          `It runs away from its datum corner. “First move” has shown that plus is plus, so the run itself is set to the wrong end.`,
        ],
        causes: [`The reference corner: the file has it at ${axis.reference.end}.`],
        proposals: [
          {
            label: `Set the reference corner of ${axis.letter} to ${axis.reference.end === 'minus' ? 'plus' : 'minus'}`,
            why: 'Signs of the envelope follow.',
            command: {
              name: 'set-datum-corner',
              args: { ends: { [s.axis!]: axis.reference.end === 'minus' ? 'plus' : 'minus' } },
            },
          },
        ],
      };
    if (textOf(r, 'went') === 'still')
      return {
        verdict: 'failed',
        says: ['It does not start.'],
        causes: ['A latched state: look at the screen.', 'A limit or a stop that is tripped.', 'No motor power.'],
      };
    if (textOf(r, 'answered') === 'on')
      return {
        verdict: 'failed',
        says: [`It does not react to its ${parksAtMark(axis.reference) ? 'sensor' : 'switch'}.`],
        causes: ['It answers at another input: do “Input by hand” again.', 'A filter that is longer than the press.'],
      };
    return {
      verdict: 'passed',
      says: [
        parksAtMark(axis.reference)
          ? 'It goes the right way, and heeds its sensor.'
          : 'It goes to its switch, and heeds it.',
      ],
    };
  },
  rehearse(bench, s) {
    bench.on();
    const axis = axisAt(bench.made, s);
    const sw = ownSwitches(bench.made, s)[0];
    if (parksAtMark(axis.reference) && sw) bench.pastPulse(s.axis!, sw.circuit!);
    const start = bench.gauge(s.axis!);
    bench.sim.act({ type: 'reference', axes: [s.axis!] });
    bench.run(500);
    const went = bench.gauge(s.axis!) - start;
    if (Math.abs(went) < 0.05) return { went: 'still', answered: 'on' };
    const towards = went > 0 === (axis.reference.end === 'plus');
    if (!towards || !sw) {
      const stop = Object.values(bench.made.design.circuits).find((c) => c.function === 'stop')?.devices[0];
      if (stop) bench.press(stop, true);
      return { went: towards ? 'towards' : 'away', answered: towards ? 'turned' : 'on' };
    }
    // Every switch of the pair is pressed together, as the two sides of a gantry would meet them.
    for (const d of ownSwitches(bench.made, s)) bench.sim.act({ type: 'press', device: d.part!, down: true });
    bench.run(600);
    const at = bench.gauge(s.axis!);
    bench.run(400);
    const turned = bench.gauge(s.axis!) - at;
    return { went: 'towards', answered: turned > 0 === went > 0 && Math.abs(turned) > 1 ? 'on' : 'turned' };
  },
};
