import { forceDependencies, scaleDependencies } from '../../dependencies';
import { judgeSearch, nextProgram, rehearseSearch, searchFields, searchSteps } from '../../judging/searchTest';
import { axes } from '../../subjects';
import type { BringUpTest } from '../../testKind';

export const speed: BringUpTest = {
  kind: 'speed',
  version: 2,
  phase: 'measuring',
  title: 'Highest speed',
  purpose:
    'The speed at which this motor loses its steps on this axis, found in few trials, and the one to work with: well below.',
  caution: 'Cutter out, table clear, hand on the stop. At the limit a motor stalls with a bang that is heard.',
  minutes: 15,
  subjects: axes,
  after: (_, s) => [`scale/${s.id}`, `backlash/${s.id}`, 'supply-load'],
  reliesOn: (_, s) => [`scale/${s.id}`],
  dependsOn: (m, s) => [
    ...forceDependencies(m, s.axis!),
    ...scaleDependencies(m, s.axis!),
    `axes.${s.axis}.acceleration`,
    `axes.${s.axis}.maxSpeed`,
  ],
  steps: (m, s, display, so) => searchSteps('speed', so, { m, s, display }),
  fields: (m, s, so, display) => searchFields('speed', so, { m, s, display }),
  program: (m, s, so, display) => nextProgram('speed', so, { m, s, display }),
  judge: (r, at) => judgeSearch('speed', r, at),
  rehearse: (bench, s) => rehearseSearch('speed', bench, s),
};
