import type { FindingDraft, Rule } from '../../finding';

/** A trip point at or behind the hard stop: the axis hits the stop before the switch says anything. */
export const tripAfterStop: Rule = {
  code: 'trip-after-stop',
  severity: 'danger',
  check: ({ axes, design }) =>
    axes.flatMap(({ axis, switches }) =>
      switches.flatMap((s): FindingDraft[] => {
        if (!s.fromStop.known || s.fromStop.value > 0) return [];
        const part = design.parts[s.device];
        return [
          {
            subject: s.device,
            title: `${axis.letter} hits its ${s.end} stop before ${part?.designation} trips`,
            explain: () =>
              'The trip point lies at or behind the hard stop. Move the switch, or its target, towards the middle.',
            station: 'switches',
            field: `parts.${s.device}.mount.tripFromStop`,
          },
        ];
      }),
    ),
};
