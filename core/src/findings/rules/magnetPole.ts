import type { FindingDraft, Rule } from '../finding';

/** A magnet that shows a Hall sensor the pole to which it is blind. */
export const magnetPole: Rule = {
  code: 'magnet-pole',
  severity: 'wont-work',
  check: ({ design }) =>
    Object.entries(design.parts).flatMap(([id, part]): FindingDraft[] => {
      const { data, mount } = part;
      if (data.class !== 'sensor' || data.principle !== 'hall' || !data.magnetPole || data.magnetPole === 'either')
        return [];
      if (!mount?.pole || mount.pole === data.magnetPole) return [];
      const wanted = data.magnetPole;
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
