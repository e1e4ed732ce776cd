import { terminalName } from '../../../wiring/wires';
import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';

const outputRoles = new Set(['output', 'step-out', 'direction-out', 'enable-out', 'analogue-out', 'pulse-width-out']);

/** Two outputs on one net: when one says high and the other low, both burn. */
export const outputsJoined: Rule = {
  code: 'outputs-joined',
  severity: 'danger',
  check: ({ design, wires }) => {
    const seen = new Set<number>();
    return wires.all.flatMap((w): FindingDraft[] => {
      if (seen.has(w.net)) return [];
      seen.add(w.net);
      const outs = wires.terminalsOf(w.net).filter((t) => outputRoles.has(t.role));
      if (outs.length < 2) return [];
      const names = outs.map((t) => terminalName(design, t));
      // The conductor to take out is one that touches the last of them.
      const wrong = wires.at(outs.at(-1)!.part, outs.at(-1)!.terminal)[0];
      return [
        {
          subject: names.join('+').toLowerCase(),
          title: `Outputs ${names.join(' and ')} are joined`,
          explain: () =>
            'Where one output gives a high level and the other a low one, they drive against each other and fail. Each output needs a net of its own.',
          station: 'wiring',
          field: `conductors.${wrong?.id ?? w.id}`,
          remedies: wrong
            ? [
                replanned(design, `Take out conductor ${wrong.conductor.number}`, {
                  name: 'remove-conductors',
                  args: { ids: [wrong.id] },
                }),
              ]
            : [],
        },
      ];
    });
  },
};
