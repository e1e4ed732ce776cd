import { circuitName } from '../../../machine/fields';
import { terminalKey } from '../../../machine/ids';
import type { Rule } from '../../finding';
import { grouped } from '../../../units/grouped';

/** Two functions on one terminal: the controller cannot tell them apart, and their circuits fight. */
export const inputTwice: Rule = {
  code: 'input-twice',
  severity: 'wont-work',
  check: ({ design, plan }) => {
    const users = grouped(Object.keys(plan.inputs), (id) => terminalKey(plan.inputs[id]!));
    return [...users.values()]
      .filter((ids) => ids.length > 1)
      .map((ids) => {
        const input = plan.inputs[ids[0]!]!;
        const printed = design.parts[input.part]?.terminals[input.terminal]?.printed ?? input.terminal;
        const last = ids.at(-1)!;
        return {
          subject: ids.join('+'),
          title: `Input ${printed} serves ${ids.map((id) => circuitName(design, id)).join(' and ')}`,
          explain: () => 'Each function needs an input of its own, or the switches must share one loop by intent.',
          station: 'switches' as const,
          field: `circuits.${last}.input`,
          remedies: [
            {
              label: () => `Let the planner choose for ${circuitName(design, last)}`,
              command: { name: 'set-input-terminal' as const, args: { circuit: last, input: null } },
            },
          ],
        };
      });
  },
};
