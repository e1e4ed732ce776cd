import type { FindingDraft, Rule } from '../../finding';

/** A magnet that shows a Hall sensor the pole to which it is blind. */
export const magnetPole: Rule = {
  code: 'magnet-pole',
  severity: 'wont-work',
  check: ({ design }) =>
    Object.entries(design.parts).flatMap(([id, part]): FindingDraft[] => {
      const { data, mount } = part;
      if (data.class !== 'sensor' || data.principle !== 'hall' || !data.magnetPole || data.magnetPole === 'either')
        return [];
      const wanted = data.magnetPole;
      if (mount && !mount.pole)
        return [
          {
            subject: id,
            severity: 'doubtful',
            title: `Which pole of its magnet ${part.designation} sees is not entered`,
            explain: () =>
              `It answers to the ${wanted} pole alone. A magnet that shows it the other one never trips it, and nothing reports it. Hold the sensor to the magnet on the bench, mark the face that it answers to, and enter it.`,
            station: 'switches',
            field: `parts.${id}.mount.pole`,
            remedies: [
              {
                label: () => `It was tried: the magnet shows its ${wanted} pole`,
                command: { name: 'set-field', args: { path: `parts.${id}.mount.pole`, value: wanted } },
              },
            ],
          },
        ];
      if (!mount?.pole || mount.pole === wanted) return [];
      return [
        {
          subject: id,
          title: `${part.designation} does not see its magnet`,
          explain: () =>
            `It answers to the ${wanted} pole, and the magnet shows it the ${mount.pole} one: it never switches. Turn the magnet over in its holder and mark the face.`,
          station: 'switches',
          field: `parts.${id}.mount.pole`,
          remedies: [
            {
              label: () => `The magnet is turned: it shows its ${wanted} pole`,
              command: { name: 'set-field', args: { path: `parts.${id}.mount.pole`, value: wanted } },
            },
          ],
        },
      ];
    }),
};
