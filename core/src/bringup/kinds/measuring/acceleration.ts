import { forceDependencies, scaleDependencies } from '../../dependencies';
import { judgeSearch, nextProgram, rehearseSearch, searchFields, searchSteps } from '../../judging/searchTest';
import { axes } from '../../subjects';
import type { BringUpTest } from '../../testKind';

export const acceleration: BringUpTest = {
  kind: 'acceleration',
  version: 2,
  phase: 'measuring',
  title: 'Highest acceleration',
  purpose:
    'How hard the axis may start and brake at its working speed. Half of all lost steps are lost here, not at speed.',
  caution: 'Cutter out, table clear, hand on the stop.',
  minutes: 15,
  subjects: axes,
  after: (_, s) => [`speed/${s.id}`],
  reliesOn: (_, s) => [`speed/${s.id}`],
  dependsOn: (m, s) => [
    ...forceDependencies(m, s.axis!),
    ...scaleDependencies(m, s.axis!),
    `axes.${s.axis}.acceleration`,
    `axes.${s.axis}.maxSpeed`,
  ],
  steps: (m, s, display, so) => searchSteps('acceleration', so, { m, s, display }),
  fields: (m, s, so, display) => searchFields('acceleration', so, { m, s, display }),
  program: (m, s, so, display) => nextProgram('acceleration', so, { m, s, display }),
  judge: (r, at) => judgeSearch('acceleration', r, at),
  rehearse: (bench, s) => rehearseSearch('acceleration', bench, s),
};
