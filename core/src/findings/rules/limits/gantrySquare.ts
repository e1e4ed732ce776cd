import type { Rule } from '../../finding';
import { usual } from '../../../machine/library/usual';

/** A gantry with two motors and one reference can be parked crooked and nobody knows. */
export const gantrySquare: Rule = {
  code: 'gantry-square',
  severity: 'doubtful',
  check: ({ axes }) =>
    axes.flatMap(({ id, axis, switches }) => {
      if (axis.drives.length < 2 || !axis.reference.method.startsWith('switch')) return [];
      const sides = new Set(switches.filter((s) => s.isReference).map((s) => s.drive));
      if (sides.size !== 1) return [];
      const existing = switches.find((s) => s.isReference)!;
      const other = existing.drive === 0 ? 1 : 0;
      return {
        subject: id,
        title: `${axis.letter} has two motors but one reference switch`,
        explain: () =>
          'The two sides cannot be squared by referencing: the gantry starts as crooked as it was left. A switch for each side, each on an input of its own, squares it at every reference run.',
        station: 'switches' as const,
        field: `axes.${id}.reference.method`,
        remedies: [
          {
            label: () => `Add a switch on the ${axis.drives[other]!.side} side`,
            command: {
              name: 'add-input' as const,
              args: {
                function: 'limit-and-reference' as const,
                library: usual.axisSwitch,
                mount: { axis: id, end: axis.reference.end, drive: other },
              },
            },
          },
        ],
      };
    }),
};
