import { roomOf } from '../../../settings/controllerSettings';
import { forceDependencies } from '../../dependencies';
import { choice, textOf } from '../../reading';
import { drives, driverAt, motorAt } from '../../subjects';
import type { BringUpTest } from '../../testKind';

export const tuning: BringUpTest = {
  kind: 'tuning',
  version: 1,
  phase: 'measuring',
  title: 'Drive tuned with the final mass',
  purpose: 'A loop that was tuned without its table hunts with it, or lags and gives an alarm in the first hard cut.',
  caution:
    'A drive that hunts can shake loose what is clamped. Hand on the stop; lower the gain before you look for the cause.',
  minutes: 10,
  subjects: (m) =>
    drives(m).filter((s) => {
      const driver = driverAt(m, s);
      return (
        driver &&
        (driver.data.class === 'servo-drive' || driver.data.closedLoop || motorAt(m, s)?.data.type !== 'stepper')
      );
    }),
  after: (_, s) => [`scale/${s.axis}`, `backlash/${s.axis}`],
  dependsOn: (m, s) => forceDependencies(m, s.axis!),
  steps: () => [
    'Everything on the axis that it will carry.',
    'Fast moves to and fro: listen, and watch the following error if the drive shows it.',
    'Push the table while it rests: it must push back and not swing.',
  ],
  fields: () => [
    choice('result', 'It', {
      calm: 'follows and rests quietly',
      hunts: 'hunts or hums at rest',
      swings: 'swings over at the end of a move',
      lags: 'lags, or gives an alarm',
    }),
  ],
  judge(r, { m, s }) {
    const result = textOf(r, 'result');
    if (result === 'calm') return { verdict: 'passed', says: ['It follows, and rests quietly.'] };
    return {
      verdict: 'failed',
      says: [{ hunts: 'It hunts.', swings: 'It swings over.', lags: 'It lags.' }[result] ?? ''],
      causes:
        result === 'lags'
          ? ['Gain too low.', 'Acceleration above what motor and mass allow.', 'A coupling that slips.']
          : [
              'Gain too high for this mass.',
              'Backlash between motor and table.',
              'The ratio of inertias in the drive is still that of the bare motor.',
            ],
      proposals: [
        {
          label: 'Tuned again',
          why: 'Then the same moves again.',
          rework: { subject: `parts.${driverAt(m, s)?.id}.setup`, text: 'Drive tuned again', fixes: () => false },
        },
      ],
    };
  },
  rehearse: (bench, s) => {
    bench.on();
    bench.reference();
    const own = bench.input.settings.axes.find((a) => a.id === s.axis)!;
    if (bench.axis(s.axis!).referenced)
      for (const share of [0.3, 0.7, 0.3])
        bench.moveTo(s.axis!, roomOf(own).min + share * (roomOf(own).max - roomOf(own).min));
    return { result: bench.happenings.some((h) => h.kind === 'alarm') ? 'lags' : 'calm' };
  },
};
