import { cableUses } from '../../../wiring/cables';
import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';

/** A cable with fewer cores than there are conductors in it. */
export const cableCores: Rule = {
  code: 'cable-cores',
  severity: 'wont-work',
  check: ({ design }) =>
    cableUses(design).flatMap(({ id, part, name, cores, used, designation }): FindingDraft[] => {
      if (!id || !part || !cores || used <= cores.count) return [];
      return [
        {
          subject: id,
          title: `${designation} has ${cores.count} cores for ${used} conductors`,
          explain: () =>
            `${name}: ${used - cores.count} of its conductors ${used - cores.count === 1 ? 'has' : 'have'} no core to run in. Choose a cable with at least ${used} cores.`,
          station: 'wiring',
          field: `parts.${id}.data.length`,
          remedies: part.setup.cableChosen
            ? [
                replanned(design, 'Take the cable that the planner would', {
                  name: 'choose-cable',
                  args: { cable: id, library: null },
                }),
              ]
            : [],
        },
      ];
    }),
};
