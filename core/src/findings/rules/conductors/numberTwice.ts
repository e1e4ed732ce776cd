import { conductorList } from '../../../machine/conductorList';
import type { FindingDraft, Rule } from '../../finding';

/** Two conductors with one number: their labels lie. */
export const numberTwice: Rule = {
  code: 'number-twice',
  severity: 'doubtful',
  check: ({ design }) => {
    const first = new Map<number, string>();
    const shared = new Map<number, string[]>();
    let most = 0;
    for (const [id, { number }] of conductorList(design.conductors)) {
      most = Math.max(most, number);
      const before = first.get(number);
      if (before === undefined) first.set(number, id);
      else shared.set(number, [...(shared.get(number) ?? [before]), id]);
    }
    return [...shared].map(([number, ids]): FindingDraft => {
      const last = ids.at(-1)!;
      return {
        subject: `number-${number}`,
        title: `Number ${number} is on ${ids.length} conductors`,
        explain: () => 'A wire-end label that two conductors share is of no use when one of them is in doubt.',
        station: 'wiring',
        field: `conductors.${last}`,
        remedies: [
          {
            label: () => `Give the last one number ${most + 1}`,
            command: { name: 'set-conductors', args: { ids: [last], set: { number: most + 1 } } },
          },
        ],
      };
    });
  },
};
