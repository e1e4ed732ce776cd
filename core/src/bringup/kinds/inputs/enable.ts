import { motorDependencies, stopDependencies } from '../../dependencies';
import { choice, textOf } from '../../reading';
import { driverAt, drives } from '../../subjects';
import type { BringUpTest } from '../../testKind';

export const enable: BringUpTest = {
  kind: 'enable',
  version: 1,
  phase: 'inputs and stop',
  title: 'Enable',
  purpose:
    'A motor with power and enable holds its shaft. One that does not would be looked for in the settings for an evening.',
  caution: 'Motors get their power now. Heads propped; hands off screws, racks and belts.',
  minutes: 1,
  subjects: drives,
  after: (_, s) => ['stop-chain', `drive-set/${s.id}`, `coils/${s.id}`, `couplings/${s.id}`, 'supply'],
  dependsOn: (m, s) => [...motorDependencies(m, s.axis!, s.drive!), ...stopDependencies(m)],
  steps: () => [
    'Switch on and start. Listen: a stepper that holds hisses or is silent, and its shaft is stiff.',
    'Try the shaft with two fingers where it can be reached, never near a running part.',
  ],
  fields: () => [
    choice('result', 'The shaft', {
      stiff: 'is stiff',
      free: 'turns freely',
      alarm: 'turns freely, and the drive shows an alarm',
    }),
  ],
  judge(r, { m, s }) {
    const result = textOf(r, 'result');
    if (result === 'stiff') return { verdict: 'passed', says: ['It holds.'] };
    const driver = driverAt(m, s);
    return {
      verdict: 'failed',
      says: [result === 'alarm' ? 'The drive gives an alarm.' : 'The motor has no torque.'],
      causes:
        result === 'alarm'
          ? [
              'A phase that is open: look at “Coils” again.',
              'Its supply is too low or too high.',
              'The encoder’s plug.',
            ]
          : [
              'Its enable is not connected, or connected the other way round.',
              'Its supply is missing: fuse, contactor.',
              'A phase that is open.',
            ],
      proposals: driver
        ? [
            {
              label: 'Its enable was connected',
              why: 'Look in its sheet for what an unconnected enable means: with some drivers it is off.',
              rework: {
                subject: `axes.${s.axis}.drives.${s.drive}`,
                text: `Enable of ${driver.part.designation} connected`,
                fixes: (f) => f.kind === 'not-enabled' && f.axis === s.axis && f.drive === s.drive,
              },
            },
          ]
        : [],
    };
  },
  rehearse(bench, s) {
    bench.on();
    const k = bench.motorsOf(s.axis!)[s.drive!]!;
    const { plant } = bench.sim;
    return { result: plant.motors.alarm[k] ? 'alarm' : plant.motors.fed[k] ? 'stiff' : 'free' };
  },
};
