import type { FindingDraft, Rule } from '../../finding';

/** Usual values stand in for figures that nobody entered: said, so that they can be replaced. */
export const usualValues: Rule = {
  code: 'usual-values',
  severity: 'note',
  check: ({ axes }) =>
    axes.flatMap(({ id, axis, drives }): FindingDraft[] => {
      const torque = drives[0]?.torque;
      const list = torque?.known ? torque.value.load.assumptions : [];
      if (!list.length) return [];
      return [
        {
          subject: id,
          title: `${axis.letter} is computed with ${list.length === 1 ? 'a usual value' : `${list.length} usual values`}`,
          explain: (display) =>
            `Nothing is entered, so these are taken: ${list.map((a) => a.text(display)).join('; ')}. The bands in the chart are wider for it.`,
          station: 'machine',
          field: list[0]!.field,
        },
      ];
    }),
};
