import { choice, textOf } from '../../reading';
import { partItems, whole } from '../../subjects';
import type { BringUpTest, Readings } from '../../testKind';

export const labels: BringUpTest = {
  kind: 'labels',
  version: 1,
  phase: 'power off',
  title: 'Labels against terminals',
  purpose: 'Boards are labelled wrongly more often than one thinks: compare the labels on the board with the file.',
  minutes: 15,
  subjects: whole,
  after: () => [],
  dependsOn: (m) => partItems(m).flatMap((i) => i.paths),
  items: (m) => partItems(m),
  steps: () => [
    'Hold every part beside its terminals on Wiring: count them, and read each label aloud.',
    'Look at the plate of every supply and drive: volts, and any selector for the mains.',
    'Look at the leads that the makers have fitted: their colours against the sheet that came with them.',
    'Look for an earth terminal on every part with a metal case.',
  ],
  fields: (m, _s, so) => [
    choice('result', 'What you found', { alike: 'All match', differs: 'Something differs' }),
    ...(textOf(so, 'result') === 'differs'
      ? [
          choice(
            'part',
            'On which part',
            Object.fromEntries(Object.entries(m.design.parts).map(([id, p]) => [id, `${p.designation} ${p.name}`])),
          ),
        ]
      : []),
  ],
  judge(r, { m }) {
    if (textOf(r, 'result') === 'alike') return { verdict: 'passed', says: ['Parts and file say the same.'] };
    const id = textOf(r, 'part');
    const part = m.design.parts[id];
    const name = part ? `${part.designation} ${part.name}` : 'A part';
    return {
      verdict: 'failed',
      says: [`${name} is labelled differently from the file.`],
      causes: [
        'The board may be labelled wrongly: what counts is what a terminal does, not its label.',
        'The file has another version of the part: correct the terminal on Wiring (its function stays, its label changes).',
      ],
      proposals: [
        {
          label: 'Each conductor was put where its function truly is, and the label corrected',
          why: 'Then hold all of it against the file once more.',
          rework: {
            subject: `parts.${id}`,
            text: `${name}: conductors put where their function truly is, label corrected`,
            fixes: (f) => f.kind === 'misprinted' && m.figures.plan.inputs[f.a]?.part === id,
          },
        },
      ],
    };
  },
  rehearse(bench): Readings {
    const { inputs } = bench.made.figures.plan;
    const wrong = bench.truth.faults.flatMap((f) => (f.kind === 'misprinted' ? [inputs[f.a]?.part] : []))[0];
    return wrong ? { result: 'differs', part: wrong } : { result: 'alike' };
  },
};
