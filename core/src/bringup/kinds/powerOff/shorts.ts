import { wiresOn } from '../../dependencies';
import { measured, numberOf, reading } from '../../reading';
import { partsOf } from '../../subjects';
import type { BringUpTest } from '../../testKind';
import { showValue } from '../../../units/print';

const LEAST_OHM = 500;
/** What a meter shows across sound loads, and from them to the frame. */
const LOADS_OHM = 4700;
const FRAME_OHM = 2e6;

export const shorts: BringUpTest = {
  kind: 'shorts',
  version: 1,
  phase: 'power off',
  title: 'Short circuit of a supply',
  purpose: 'A supply with a short on its output trips at best, and at worst burns the thinnest conductor.',
  caution: 'Plug out and capacitors discharged: an ohmmeter on a charged one is the end of the meter.',
  minutes: 2,
  subjects: (m) => partsOf(m, 'supply'),
  after: () => ['seating'],
  dependsOn: (m, s) => [`parts.${s.part}.data`, ...wiresOn(m.design, s.part)],
  steps: () => [
    'Measure from plus to minus of its output, and wait: a capacitor makes the figure climb.',
    'Then from plus to the frame, and from minus to the frame.',
  ],
  fields: () => [
    reading('across', 'Plus to minus, once it is at rest', 'resistance', [0, 1e9]),
    reading('frame', 'Plus to the frame', 'resistance', [0, 1e9]),
  ],
  judge(r, { display, s, m }) {
    const low = (['across', 'frame'] as const).filter((k) => numberOf(r, k) < LEAST_OHM);
    if (!low.length) return { verdict: 'passed', says: ['No short between its poles, nor to the frame.'] };
    const text = low.map(
      (k) =>
        `${k === 'across' ? 'plus to minus' : 'plus to frame'} ${showValue(numberOf(r, k), 'resistance', display, 3)}`,
    );
    return {
      verdict: 'failed',
      says: [`Too low: ${text.join(', ')}. Do not switch it on.`],
      causes: ['A strand bridges two terminals.', 'A part hangs on it the wrong way round.', 'A conductor is pinched.'],
      proposals: [
        {
          label: 'The short was found and removed',
          why: 'Unplug the loads one by one until the figure jumps: the last one had it.',
          rework: {
            subject: `parts.${s.part}`,
            text: `Short on ${m.design.parts[s.part!]!.designation} removed`,
            fixes: (f) => f.kind === 'supply-short' && f.part === s.part,
          },
        },
      ],
    };
  },
  rehearse(bench, s) {
    const short = bench.truth.faults.find((f) => f.kind === 'supply-short' && f.part === s.part);
    const across = short?.kind === 'supply-short' ? short.ohm : LOADS_OHM;
    return {
      across: measured(Number(bench.around(across, 0.3).toPrecision(2)), 'resistance'),
      frame: measured(Number(bench.around(FRAME_OHM, 0.3).toPrecision(2)), 'resistance'),
    };
  },
};
