import type { Subject } from '../../testKind';
import type { Made } from '../../made';
import type { BringUpTest } from '../../testKind';
import { measured, numberOf, reading } from '../../reading';
import { wiresOn } from '../../dependencies';
import type { Display } from '../../../units/print';
import { showValue } from '../../../units/print';
import { earthPath } from '../../../wiring/earthPath';

/**
 * IEC 60204-1 wants a continuous protective circuit, of a resistance that fits its conductors: so much may the joints
 * add to the copper, Ω. The house’s bound.
 */
const JOINTS_OHM = 0.1;
/** A good joint, and what a meter shows where there is no way at all, Ω. */
const JOINT_OHM = 0.003;
const OPEN_OHM = 1e6;

const earthed = (m: Made): Subject[] =>
  Object.entries(m.design.parts)
    .filter(
      ([, p]) =>
        p.data.class !== 'terminal-strip' && Object.values(p.terminals).some((t) => t.role === 'protective-earth'),
    )
    .map(([id, p]) => ({ id, name: `${p.designation} ${p.name}`, part: id }));

function expectedText(m: Made, s: Subject, display: Display): string {
  const path = earthPath(m.design, s.part!);
  const show = (v: number) => showValue(v, 'resistance', display, 2);
  return path
    ? `Its conductors alone make ${show(path.ohm)}; joints may bring it to ${show(path.ohm + JOINTS_OHM)}.`
    : 'The file has no way of earth conductors from the mains inlet to it: look at Wiring first.';
}

export const earth: BringUpTest = {
  kind: 'earth',
  version: 2,
  phase: 'power off',
  title: 'Protective earth',
  purpose: 'If a live conductor touches a case, the breaker must drop before a hand does the test.',
  caution:
    'Plug out. Work on the mains side belongs to a licensed person where your local code says so. This is a check, not a certificate.',
  minutes: 1,
  subjects: earthed,
  after: () => ['seating'],
  dependsOn: (m, s) => [
    'rails.earth',
    ...(earthPath(m.design, s.part!)?.conductors.map((id) => `conductors.${id}`) ?? wiresOn(m.design, s.part)),
  ],
  steps: (m, s, display) => [
    'Hold the meter’s leads together and note what they read themselves.',
    'Measure from the earth pin of the mains plug to bare metal of this part, and subtract the leads.',
    expectedText(m, s, display),
  ],
  fields: () => [reading('ohm', 'From the plug’s earth pin, leads subtracted', 'resistance', [0, OPEN_OHM])],
  judge(r, { m, s, display }) {
    const ohm = numberOf(r, 'ohm');
    const show = (v: number) => showValue(v, 'resistance', display, 2);
    const most = (earthPath(m.design, s.part!)?.ohm ?? 0) + JOINTS_OHM;
    if (ohm <= most) return { verdict: 'passed', says: [`${show(ohm)}: within ${show(most)}.`] };
    return {
      verdict: 'failed',
      says: [`${show(ohm)} is more than ${show(most)}.`],
      causes:
        ohm > 10
          ? ['The earth conductor is not connected.', 'Paint or anodising lies under its lug.']
          : ['A lug sits on paint.', 'A crimp is poor.', 'The leads were not subtracted.'],
      proposals: [
        {
          label: 'The earth connection was remade',
          why: 'Bare metal, a toothed washer, and a lug that cannot turn.',
          rework: {
            subject: `parts.${s.part}`,
            text: `Earth of ${m.design.parts[s.part!]!.designation} remade`,
            fixes: (f) => f.kind === 'earth-poor' && f.part === s.part,
          },
        },
      ],
    };
  },
  rehearse(bench, s) {
    const path = earthPath(bench.truth.design, s.part!);
    const lug = bench.truth.faults.reduce(
      (sum, f) => sum + (f.kind === 'earth-poor' && f.part === s.part ? f.ohm : 0),
      0,
    );
    if (!path) return { ohm: measured(OPEN_OHM, 'resistance') };
    const ohm = path.ohm + (path.conductors.length + 1) * JOINT_OHM + lug;
    return { ohm: measured(Math.round(bench.around(ohm, 0.05) * 1000) / 1000, 'resistance') };
  },
};
