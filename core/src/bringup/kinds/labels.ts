import { choice, textOf } from '../reading';
import { whole } from '../subjects';
import type { BringUpTest } from '../test';

export const labels: BringUpTest = {
  kind: 'labels',
  version: 1,
  phase: 'power off',
  title: 'Labels against terminals',
  purpose:
    'A board is printed wrongly more often than one thinks: what stands on it is held against what the file says.',
  minutes: 15,
  subjects: whole,
  after: () => [],
  dependsOn: ({ design }) => Object.keys(design.parts).map((id) => `parts.${id}.data.class`),
  steps: () => [
    'Hold every part beside its terminals on Wiring: count them, and read each label aloud.',
    'Look at the plate of every supply and drive: volts, and any selector for the mains.',
    'Look at the leads that the makers have fitted: their colours against the sheet that came with them.',
    'Look for an earth terminal on every part with a metal case.',
  ],
  fields: () => [choice('result', 'What you found', { alike: 'All alike', differs: 'Something differs' })],
  judge: (r) =>
    textOf(r, 'result') === 'alike'
      ? { verdict: 'passed', says: ['Parts and file say the same.'] }
      : {
          verdict: 'failed',
          says: ['Something is printed otherwise than the file has it.'],
          causes: [
            'Correct the terminal on Wiring (its true function stays, its printed label changes), then look again.',
          ],
        },
  rehearse: () => ({ result: 'alike' }),
};
