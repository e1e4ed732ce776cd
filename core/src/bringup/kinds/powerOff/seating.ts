import { choice, textOf } from '../../reading';
import { partItems, whole } from '../../subjects';
import type { BringUpTest } from '../../testKind';
import { isPlugIn, type PartClass } from '../../../machine/parts';

const plugged: PartClass[] = ['controller', 'input-board', 'connector', 'stepper-driver', 'servo-drive'];

export const seating: BringUpTest = {
  kind: 'seating',
  version: 1,
  phase: 'power off',
  title: 'Seating of plug-in parts',
  purpose: 'A driver or plug that sits one row off burns itself and the board at the first power.',
  caution:
    'Mains off and the plug in your pocket. Wait until the supplies have discharged: five minutes, then measure.',
  minutes: 5,
  subjects: whole,
  after: () => ['labels'],
  dependsOn: (m) => [
    ...partItems(m, ...plugged).flatMap((i) => i.paths),
    // A driver that moved to another socket was plugged anew.
    ...Object.keys(m.design.parts).flatMap((id) => (isPlugIn(m.design.parts[id]) ? [`feeds.${id}.supply`] : [])),
  ],
  items: (m) => partItems(m, ...plugged),
  steps: () => [
    'Look along every row of pins from the side: none bent, none beside its socket.',
    'Hold the mark of each plug-in part against the mark on its board.',
    'Press every plug home and tug each conductor lightly.',
  ],
  fields: () => [
    choice('result', 'What you found', { right: 'All sit right', wrong: 'One sat wrong, and was corrected' }),
  ],
  judge: (r) => ({
    verdict: 'passed',
    says: [
      textOf(r, 'result') === 'right'
        ? 'Everything sits as it should.'
        : 'One part was corrected. It had no power yet, so it is whole.',
    ],
  }),
  rehearse: () => ({ result: 'right' }),
};
