import type { Severity } from './finding';
import { severityWord } from './finding';
import { rules, subjects } from './rules';
import { stopping } from './rules/stopping/index';

/** What no rule looks at, said plainly: nobody may read “no findings” as more than it is. */
export const notChecked: readonly string[] = [
  'Local codes, licences and insurance: what a licensed person has to do or to inspect is theirs.',
  'Whether the parts are what their sheets say, whether a screw is tight, a crimp good, an insulation whole: only hands and meters find that, at the bring-up.',
  'Guards, enclosures, fire, dust, swarf, coolant on electrics, noise and light.',
  'Touch voltage, loop impedance, short-circuit capacity and the residual-current device of the outlet.',
  'Heat inside a cabinet, and parts in hot or damp places.',
  'Radiated disturbance and what the machine does to a neighbour’s radio: only coupling onto its own inputs is estimated.',
  'Stiffness, chatter, tool load and accuracy of the finished work: forces are those that were entered.',
  'Wear, corrosion, and anything that changes with the years.',
  'Two faults at once: every single fault of the nets is tried, pairs are not.',
  'Functional safety by performance level or integrity level: nothing here is a safety assessment.',
  'Programs: their envelope is checked against the machine, what they cut is not.',
  'Firmware of controllers and drives, and whether a setting was truly typed in: the bring-up tests ask.',
];

/** The sweep of all faults is no rule of one look: it has a worker of its own. It stands under the subject of stops. */
const SWEEP = {
  code: 'fault-unnoticed',
  severity: 'danger',
  looksAt: 'every single fault of the nets: does it take a stop, limit or brake away without a sign',
} as const;

const line = (code: string, looksAt: string, severity: Severity): string =>
  `| \`${code}\` | ${looksAt} | ${severityWord[severity]} |`;

/** All rules by subject as a page in Markdown. */
export function checksPage(): string {
  return [
    '# What Nodaxis checks, and what it does not',
    '',
    `${rules.length + 1} rules run over every machine at every edit. “No findings” means: none of them found anything. It does not mean that the machine is safe. This page is written from the rules themselves (\`npm run generate\`); the worst severity of each is beside it.`,
    '',
    ...subjects.flatMap((subject) => [
      `## ${subject.title}`,
      '',
      '| Rule | Looks at | At worst |',
      '| --- | --- | --- |',
      ...subject.rules.map(([rule, looksAt]) => line(rule.code, looksAt, rule.severity)),
      ...(subject === stopping ? [line(SWEEP.code, SWEEP.looksAt, SWEEP.severity)] : []),
      '',
    ]),
    '## What is not checked',
    '',
    ...notChecked.map((n) => `- ${n}`),
    '',
  ].join('\n');
}
