import type { FindingDraft, Rule } from '../../finding';

/** A coil that is switched off makes a spark of hundreds of volts, unless something takes it up. */
export const coilBare: Rule = {
  code: 'coil-bare',
  severity: 'doubtful',
  check: ({ design, wires }) =>
    Object.entries(design.parts).flatMap(([id, part]): FindingDraft[] =>
      Object.entries(part.elements).flatMap(([coil, e]): FindingDraft[] => {
        if (e.kind !== 'coil' || !wires.wired(id, e.a)) return [];
        const across = Object.values(part.elements).find((x) => x.kind === 'suppressor' && x.a === e.a && x.b === e.b);
        if (across?.kind === 'suppressor' && !(part.data.class === 'motor' && across.type === 'diode')) return [];
        const slow = across !== undefined;
        return [
          {
            subject: `${id}/${coil}`,
            severity: slow ? 'note' : 'doubtful',
            title: slow
              ? `The brake of ${part.designation} drops out late behind a diode`
              : `The coil of ${part.designation} has no suppression`,
            explain: () =>
              slow
                ? 'A plain diode lets the current run on: the brake takes several times as long to close, and the head falls meanwhile. A varistor or a zener diode clamps and still lets it go.'
                : 'Switching it off makes a spark of some hundred volts: it wears the contact, kills an output, and false trips come from it. A varistor or zener across the coil; a plain diode where a slow release does no harm.',
            station: 'wiring',
            field: `parts.${id}`,
            remedies: slow
              ? []
              : [
                  {
                    label: () => 'Fit a varistor across it',
                    command: { name: 'fit-suppressor', args: { part: id, coil, type: 'varistor' } },
                  },
                ],
          },
        ];
      }),
    ),
};
