import { wiresOn } from '../../dependencies';
import { branchOf, mainsBranches } from './branch';
import { choice, measured, numberOf, reading, textOf } from '../../reading';
import { partsOf } from '../../subjects';
import type { BringUpTest } from '../../testKind';
import { showValue } from '../../../units/print';
import { figureOr } from '../../../units/derived';

const NEAR = 0.06;

export const supply: BringUpTest = {
  kind: 'supply',
  version: 1,
  phase: 'supplies and logic',
  title: 'Supply alone',
  purpose:
    'Volts and polarity are measured before anything is plugged in: what a wrong supply kills, it kills in the first second.',
  caution:
    'The mains side is live now. One hand in your pocket, meter leads with covered tips, and nobody else at the plug.',
  minutes: 2,
  // In the order of the tree: those on the branches nearest the inlet first.
  subjects: (m) => {
    const order = mainsBranches(m.design).map((b) => b.id);
    const place = (id: string) => order.indexOf(branchOf(m.design, id)?.id ?? '');
    return partsOf(m, 'supply').sort((a, b) => place(a.id) - place(b.id));
  },
  after: (m, s) => {
    const own = branchOf(m.design, s.id);
    return [`shorts/${s.id}`, 'earth', ...(own ? [`branch/${own.id}`] : [])];
  },
  dependsOn: (m, s) => [`parts.${s.part}.data`, 'mainsVoltage', ...wiresOn(m.design, s.part)],
  steps: () => [
    'Pull every plug and conductor off its output.',
    'Check its mains selector, switch on, and measure at the output terminals.',
    'Switch off and wait until the reading has fallen before the loads go back on.',
  ],
  fields: (m, s) => {
    const data = m.design.parts[s.part!]!.data;
    const nominal = data.class === 'supply' ? figureOr(data.outputVoltage, 24) : 24;
    return [
      reading('volts', 'Plus to minus', 'voltage', [-2 * nominal, 2 * nominal]),
      choice('selector', 'Its selector for the mains', { right: 'is right', none: 'it has none', wrong: 'was wrong' }),
    ];
  },
  judge(r, { m, s, display }) {
    const data = m.design.parts[s.part!]!.data;
    const nominal = data.class === 'supply' && data.outputVoltage ? figureOr(data.outputVoltage, 0) : undefined;
    const volts = numberOf(r, 'volts');
    const v = (x: number) => showValue(x, 'voltage', display, 4);
    if (textOf(r, 'selector') === 'wrong')
      return {
        verdict: 'failed',
        says: ['Its selector was set to the wrong mains voltage. Set it, switch on again, and measure.'],
      };
    if (volts < 0)
      return {
        verdict: 'failed',
        says: [`${v(volts)}: plus and minus are the wrong way round.`],
        causes: ['The meter’s leads are swapped: try them the other way.', 'The output’s conductors are swapped.'],
      };
    if (nominal === undefined)
      return {
        verdict: 'not-judged',
        says: [`${v(volts)}. Its plate’s voltage is not in the file, so there is nothing to hold it against.`],
      };
    if (Math.abs(volts - nominal) <= NEAR * nominal)
      return { verdict: 'passed', says: [`${v(volts)} where its plate says ${v(nominal)}.`] };
    return {
      verdict: 'failed',
      says: [`${v(volts)} where its plate says ${v(nominal)}.`],
      causes:
        volts > nominal
          ? ['An unregulated supply gives more without a load: measure again with a lamp on it.', 'Its trimmer is off.']
          : [
              'The selector is set to the higher mains voltage.',
              'Its trimmer is off.',
              'It is overloaded, or has shut down.',
            ],
      ...(Math.abs(volts - nominal) < 0.25 * nominal
        ? {
            proposals: [
              {
                label: `Take ${v(volts)} into the file`,
                why: 'Speeds, currents and checks then use what is really there.',
                command: {
                  name: 'set-field' as const,
                  args: { path: `parts.${s.part}.data.outputVoltage`, value: measured(volts, 'voltage') },
                },
              },
            ],
          }
        : {}),
    };
  },
  rehearse(bench, s) {
    const data = bench.truth.design.parts[s.part!]!.data;
    const nominal = data.class === 'supply' ? figureOr(data.outputVoltage, 24) : 24;
    return { volts: measured(Math.round(bench.around(nominal, 0.01) * 100) / 100, 'voltage'), selector: 'right' };
  },
};
