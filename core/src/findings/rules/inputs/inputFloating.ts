import { circuitName } from '../../../machine/fields';
import { inputElement } from '../../../wiring/planner/inputs';
import type { FindingDraft, Rule } from '../../finding';

/** An input that nothing holds in one of its states: it reads what the air tells it. */
export const inputFloating: Rule = {
  code: 'input-floating',
  severity: 'wont-work',
  check: ({ design, circuits }) =>
    Object.values(circuits).flatMap((a): FindingDraft[] => {
      const part = design.parts[a.input.part];
      if (!a.wired || !part || inputElement(part, a.input.terminal)?.kind !== 'level-input') return [];
      const open =
        a.idle.level === 'floating' ? 'at rest' : a.tripped.some((t) => t.level === 'floating') ? 'when it trips' : '';
      if (!open) return [];
      return [
        {
          subject: a.circuit,
          title: `${circuitName(design, a.circuit)}: the input floats ${open}`,
          explain: () =>
            `${open === 'at rest' ? 'At rest' : 'Tripped'}, no contact, output or resistor holds ${part.terminals[a.input.terminal]?.printed}: a motor cable beside it decides what is read. It needs a resistor to the other side, or an input that has one built in.`,
          station: 'switches',
          field: `circuits.${a.circuit}.input`,
        },
      ];
    }),
};
