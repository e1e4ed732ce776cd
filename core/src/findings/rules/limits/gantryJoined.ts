import { sharesChannel } from '../../../distribution/seats';
import type { FindingDraft, Rule } from '../../finding';

/** Two motors that can only move together: no switch squares their gantry. */
export const gantryJoined: Rule = {
  code: 'gantry-joined',
  severity: 'doubtful',
  check: ({ design, axes }) =>
    axes.flatMap(({ id, axis, switches }): FindingDraft[] => {
      if (axis.drives.length < 2) return [];
      const drivers = new Set(axis.drives.map((d) => d.driver));
      const joined = drivers.size === 1 && !drivers.has(undefined);
      const jumpered = !joined && sharesChannel(design, id, 1);
      const sides = new Set(switches.filter((s) => s.isReference).map((s) => s.drive));
      const controller = design.roles.controller ? design.parts[design.roles.controller]?.data : undefined;
      const linked = controller?.class === 'controller' && controller.independentSlaves === false;
      if (sides.size < 2 || !(joined || jumpered || linked)) return [];
      return [
        {
          subject: id,
          title: `${axis.letter}: its two sides cannot be squared by referencing`,
          explain: () =>
            `${joined ? 'Both motors hang on one driver' : jumpered ? 'A jumper on the board steps both motors by one channel' : 'The controller steps both motors as one'}, so the second switch can stop the gantry but not turn it square. Square it mechanically against its end blocks, ${joined ? 'or give each motor a driver and an output of its own' : 'or take a controller that references slaves on their own'}.`,
          station: 'switches',
          field: `axes.${id}.drives.1.driver`,
        },
      ];
    }),
};
