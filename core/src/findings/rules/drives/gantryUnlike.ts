import type { FindingDraft, Rule } from '../../finding';

/** Two motors of one gantry that are not alike share the load unevenly. */
export const gantryUnlike: Rule = {
  code: 'gantry-unlike',
  severity: 'doubtful',
  check: ({ design, axes }) =>
    axes.flatMap(({ id, axis }): FindingDraft[] => {
      const [a, b] = axis.drives.map((d) => (d.motor ? design.parts[d.motor] : undefined));
      if (!a || !b || a.data === b.data || JSON.stringify(a.data) === JSON.stringify(b.data)) return [];
      return [
        {
          subject: id,
          title: `The two motors of ${axis.letter} are not alike`,
          explain: () =>
            `On the ${axis.drives[0]!.side}: ${a.name}; on the ${axis.drives[1]!.side}: ${b.name}. For the same current they hold differently, so one side lags and the gantry racks under load.`,
          station: 'drives',
          field: `axes.${id}.drives.1.motor`,
          remedies: a.libraryKey
            ? [
                {
                  label: () => `Take ${a.name} on both sides`,
                  command: {
                    name: 'choose-part',
                    args: { slot: { axis: id, drive: 1, item: 'motor' }, library: a.libraryKey },
                  },
                },
              ]
            : [],
        },
      ];
    }),
};
