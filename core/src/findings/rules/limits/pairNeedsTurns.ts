import { sharesChannel } from '../../../distribution/seats';
import { circuitName } from '../../../machine/fields';
import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';

/** Both switches of a gantry on one input: which side has tripped only shows if one motor moves at a time. */
export const pairNeedsTurns: Rule = {
  code: 'pair-needs-turns',
  severity: 'wont-work',
  check: ({ design }) => {
    const controller = design.roles.controller ? design.parts[design.roles.controller] : undefined;
    if (controller?.data.class !== 'controller') return [];
    const together = controller.data.independentSlaves === false;
    return Object.entries(design.circuits).flatMap(([id, c]): FindingDraft[] => {
      if (c.function === 'limit') return [];
      const drives = new Set(c.devices.flatMap((d) => design.parts[d]?.mount?.drive ?? []));
      const axes = new Set(c.devices.flatMap((d) => design.parts[d]?.mount?.axis ?? []));
      if (drives.size < 2 || !(together || [...axes].some((axis) => sharesChannel(design, axis, 1)))) return [];
      return [
        {
          subject: id,
          title: `${circuitName(design, id)}: both sides on one input, and the controller cannot move them in turn`,
          explain: () =>
            `${controller.name} steps the two motors as one. When the shared input trips it cannot know which side has tripped, so it stops both as crooked as they are. Give each side an input, and a controller that references slaves on their own.`,
          station: 'switches',
          field: `circuits.${id}.input`,
          remedies: [
            replanned(design, 'Give each switch an input of its own', { name: 'split-input', args: { circuit: id } }),
          ],
        },
      ];
    });
  },
};
