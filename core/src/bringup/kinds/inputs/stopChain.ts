import { stopDependencies } from '../../dependencies';
import { choice, textOf } from '../../reading';
import type { BringUpTest, Subject } from '../../testKind';
import type { Made } from '../../made';
import { resetsControl } from '../../../machine/design';
import { circuitName } from '../../../machine/fields';

const yesNo = { yes: 'yes', no: 'no' };
/** Every stop button, whether it tells the control or only cuts power. */
const stops = (m: Made): Subject[] =>
  Object.entries(m.design.circuits).flatMap(([circuit, c]) =>
    c.function === 'stop'
      ? c.devices.map((part) => ({
          id: part,
          name: `${m.design.parts[part]?.designation ?? ''} ${circuitName(m.design, circuit)}`,
          part,
          circuit,
        }))
      : [],
  );

export const stopChain: BringUpTest = {
  kind: 'stop-chain',
  version: 1,
  phase: 'inputs and stop',
  title: 'Stop',
  purpose:
    'The button has to work before there is anything to stop: it takes the torque away or asks for a stop as planned, stays in, and lets nothing start by itself.',
  caution:
    'Head propped or lowered, spindle without a cutter. This is a check of your wiring, not of a certified safety function.',
  minutes: 3,
  subjects: stops,
  after: (m, s) => [`input/${s.id}`, 'supply', ...(m.figures.plan.inputs[s.circuit!] ? [] : ['logic'])],
  reliesOn: () => [],
  dependsOn: stopDependencies,
  steps: (m) => [
    'Start the machine as for work, with every axis at rest.',
    'Press the button. Try the shafts by hand, and look at the screen.',
    'Turn it to release, and wait ten seconds: nothing may start.',
    resetsControl(m.design.stopStrategy)
      ? 'Link the control again, and reference: its position is lost.'
      : m.design.roles.resetButton
        ? 'Press the start button: only now may the motors have power again.'
        : 'Acknowledge at the control: only now may it move again.',
  ],
  fields: (m) => [
    choice('torque', 'With it pressed, the motors are', { free: 'free', held: 'held' }),
    choice(
      'told',
      resetsControl(m.design.stopStrategy) ? 'The screen loses the control' : 'The screen shows it',
      yesNo,
    ),
    choice(
      'stays',
      resetsControl(m.design.stopStrategy) ? 'Released, nothing moves' : 'Released, everything stays off',
      yesNo,
    ),
    ...(m.design.roles.resetButton ? [choice('again', 'It comes back with the start button', yesNo)] : []),
  ],
  judge(r, { m, s }) {
    const { course } = m.figures.stop;
    const cuts = course?.powerOffS !== undefined;
    const resets = resetsControl(m.design.stopStrategy);
    const tells = !m.design.circuits[s.circuit!]?.cutsOnly;
    const wrong: string[] = [];
    if (cuts && textOf(r, 'torque') === 'held')
      wrong.push('The motors keep their torque although this stop is meant to remove it.');
    if (!cuts && textOf(r, 'torque') === 'free')
      wrong.push(
        resets
          ? 'The motors lose their torque although this stop is meant to reset the control only: look what its enable output does in reset.'
          : 'The motors lose their torque although this stop is meant to be a request only.',
      );
    if (resets && textOf(r, 'told') === 'no')
      wrong.push('The control goes on: its reset does not reach 0 V through the closing contact.');
    else if (tells && textOf(r, 'told') === 'no')
      wrong.push('The control does not know of it: it would go on counting steps that nobody makes.');
    if (textOf(r, 'stays') === 'no')
      wrong.push('Something starts by itself when the button is released. Do not go on.');
    if (textOf(r, 'again') === 'no') wrong.push('It does not come back with the start button.');
    if (!wrong.length)
      return {
        verdict: 'passed',
        says: [
          resets
            ? 'It holds the control in reset, and nothing moves when it is released.'
            : 'It stops, stays stopped, and comes back by a second act only.',
        ],
      };
    return {
      verdict: 'failed',
      says: wrong,
      causes: [
        'A contact of the button in the wrong chain.',
        'The contactor’s own contact beside the wrong button.',
        'A welded contactor: pull its coil wire, and it must drop.',
        'The polarity of the stop input.',
      ],
      proposals: [
        {
          label: 'The chain was corrected',
          why: 'Follow it on the sheet “Stop chain”, terminal by terminal.',
          rework: { subject: `circuits.${s.circuit}`, text: `Stop chain of ${s.name} corrected`, fixes: () => false },
        },
      ],
    };
  },
  rehearse(bench, s) {
    const { stop } = bench.made.figures;
    bench.on();
    bench.press(s.part!, true);
    const cut = !bench.look().motorPower;
    const told = bench.look().state === 'latched' || bench.look().state === 'no-power';
    bench.press(s.part!, false).run(1000);
    const stays = bench.look().state !== 'at-rest' || !bench.look().motorPower || stop.course?.powerOffS === undefined;
    const reset = bench.made.design.roles.resetButton;
    if (reset) bench.press(reset, true).press(reset, false);
    return {
      torque: cut ? 'free' : 'held',
      told: told ? 'yes' : 'no',
      stays: stays ? 'yes' : 'no',
      ...(reset ? { again: bench.look().motorPower ? 'yes' : 'no' } : {}),
    };
  },
};
