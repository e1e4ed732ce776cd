import { terminalKey } from '../../../machine/ids';
import { outputName } from '../../../wiring/planner/outputs';
import { terminalName } from '../../../wiring/wires';
import type { FindingDraft, Rule } from '../../finding';
import { grouped } from '../../../units/grouped';
import { replanned } from '../../replanned';

/** Two functions on one output terminal: neither can be had without the other. */
export const outputTwice: Rule = {
  code: 'output-twice',
  severity: 'wont-work',
  check: ({ design, plan }) => {
    const users = grouped(Object.keys(plan.outputs), (id) => terminalKey(plan.outputs[id]!));
    return [...users.values()].flatMap((ids): FindingDraft[] => {
      if (ids.length < 2) return [];
      const last = ids.at(-1)!;
      const names = ids.map((id) => outputName(design.outputs[id]!)).join(' and ');
      return [
        {
          subject: ids.join('+'),
          title: `${terminalName(design, plan.outputs[last]!)} serves ${names}`,
          explain: () =>
            'One output, two functions: when one is switched on, so is the other. Each needs an output of its own.',
          station: 'wiring',
          field: `outputs.${last}.output`,
          remedies: [
            replanned(design, `Let the planner choose for ${outputName(design.outputs[last]!)}`, {
              name: 'set-output',
              args: { output: last, terminal: null },
            }),
          ],
        },
      ];
    });
  },
};
