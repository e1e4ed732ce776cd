import { tightenCoupling } from '../../judging/remedies';
import { choice, textOf } from '../../reading';
import { drives } from '../../subjects';
import type { BringUpTest } from '../../testKind';

export const couplings: BringUpTest = {
  kind: 'couplings',
  version: 1,
  phase: 'power off',
  title: 'Coupling and its screws',
  purpose: 'A coupling that slips loses position without a sound, and looks like lost steps for weeks.',
  minutes: 2,
  subjects: drives,
  after: () => ['seating'],
  dependsOn: (_, s) => [`axes.${s.axis}.transmission.kind`, `axes.${s.axis}.drives.${s.drive}.motor`],
  steps: () => [
    'Draw a paint mark across shaft, coupling and screw.',
    'Hold the screw and turn the motor’s shaft against it by hand, both ways, as hard as two fingers can.',
    'The screw on a flat goes home first; then every clamping screw, with its key and not with pliers.',
  ],
  fields: () => [choice('result', 'What you felt', { tight: 'Nothing gives', loose: 'It slips or clicks' })],
  judge: (r, { s }) =>
    textOf(r, 'result') === 'tight'
      ? { verdict: 'passed', says: ['It holds.'] }
      : {
          verdict: 'failed',
          says: ['The coupling slips.'],
          causes: ['A clamping screw is loose.', 'Oil on the shaft.', 'The bore is too large for the shaft.'],
          proposals: [
            tightenCoupling(s, 'Everything that was measured through this coupling is then to be measured again.'),
          ],
        },
  rehearse: (bench, s) => ({
    result: bench.truth.faults.some((f) => f.kind === 'loose-coupling' && f.axis === s.axis && f.drive === s.drive)
      ? 'loose'
      : 'tight',
  }),
};
