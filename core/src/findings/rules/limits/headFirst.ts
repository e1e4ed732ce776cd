import { baseValue } from '../../../units/quantity';
import type { Rule } from '../../finding';

/** The head should be out of the way before anything moves sideways. */
export const headFirst: Rule = {
  code: 'head-first',
  severity: 'doubtful',
  check: ({ design, axes }) =>
    axes
      .filter(
        ({ axis }) =>
          axis.carries === 'tool' &&
          axis.tilt &&
          Math.abs(baseValue(axis.tilt)) > 45 &&
          axis.reference.method !== 'none',
      )
      .flatMap(({ id, axis }) => {
        const stage = design.referenceStages.findIndex((s) => s.includes(id));
        if (stage === 0 && design.referenceStages[0]!.length === 1) return [];
        const rest = design.referenceStages.map((s) => s.filter((a) => a !== id)).filter((s) => s.length);
        return {
          subject: id,
          title: `${axis.letter} is not referenced first`,
          explain: () =>
            `Other axes move sideways before the tool is clear of the work and the clamps. Reference ${axis.letter} first and alone, away from the work.`,
          station: 'switches' as const,
          field: 'referenceStages',
          remedies: [
            {
              label: () => `Reference ${axis.letter} first`,
              command: { name: 'set-reference-stages' as const, args: { stages: [[id], ...rest] } },
            },
          ],
        };
      }),
};
