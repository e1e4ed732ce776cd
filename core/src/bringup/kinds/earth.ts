import type { Made, Subject } from '../test';
import type { BringUpTest } from '../test';
import { measured, numberOf, reading } from '../reading';
import { wiresOn } from '../dependencies';
import { showValue } from '../../units/print';

/** IEC 60204-1 asks for a low resistance from every exposed part to the earth terminal; this is the house’s bound, Ω. */
const MOST_OHM = 0.1;

const earthed = (m: Made): Subject[] =>
  Object.entries(m.design.parts)
    .filter(
      ([, p]) =>
        p.data.class !== 'terminal-strip' && Object.values(p.terminals).some((t) => t.role === 'protective-earth'),
    )
    .map(([id, p]) => ({ id, name: `${p.designation} ${p.name}`, part: id }));

export const earth: BringUpTest = {
  kind: 'earth',
  version: 1,
  phase: 'power off',
  title: 'Protective earth',
  purpose: 'If a live conductor touches a case, the breaker must drop before a hand does the test.',
  caution:
    'Plug out. Work on the mains side belongs to a licensed person where your local code says so. This is a check, not a certificate.',
  minutes: 1,
  subjects: earthed,
  after: () => ['seating'],
  dependsOn: (m, s) => [
    'roles.earthBar',
    ...wiresOn(m.design, s.part).filter((path) => /protective-earth|earth|\/pe/.test(path)),
  ],
  steps: () => [
    'Hold the meter’s leads together and note what they read themselves.',
    'Measure from the earth pin of the mains plug to bare metal of this part, and subtract the leads.',
  ],
  fields: () => [reading('ohm', 'From the plug’s earth pin, leads subtracted', 'resistance', [0, 1e6])],
  judge(r, { m, s, display }) {
    const ohm = numberOf(r, 'ohm');
    const text = showValue(ohm, 'resistance', display, 3);
    if (ohm <= MOST_OHM)
      return { verdict: 'passed', says: [`${text}: within ${showValue(MOST_OHM, 'resistance', display)}.`] };
    return {
      verdict: 'failed',
      says: [`${text} is more than ${showValue(MOST_OHM, 'resistance', display)}.`],
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
            mends: () => false,
          },
        },
      ],
    };
  },
  rehearse: (bench) => ({ ohm: measured(Math.round(bench.around(0.04, 0.5) * 1000) / 1000, 'resistance') }),
};
