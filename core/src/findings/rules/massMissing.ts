import { movedMassKg } from '../../drivetrain/load';
import { sinksTo } from '../../machine/directions';
import type { FindingDraft, Rule } from '../finding';

/** A vertical axis of which nobody has said what hangs on it: whether it falls is then not known, and not asked either. */
export const massMissing: Rule = {
  code: 'mass-missing',
  severity: 'doubtful',
  check: ({ design, axes }) =>
    axes.flatMap(({ id, axis }): FindingDraft[] => {
      const chosen = axis.drives.some((d) => d.motor);
      const braked = axis.drives.some((d) => {
        const data = d.motor ? design.parts[d.motor]?.data : undefined;
        return data?.class === 'motor' && data.brake;
      });
      if (!sinksTo(axis) || !chosen || braked || movedMassKg(id, design.masses) !== undefined) return [];
      return [
        {
          subject: id,
          title: `Whether ${axis.letter} falls is not known: its mass is not entered`,
          explain: () =>
            `Gravity pulls on ${axis.letter}, its motor has no brake, and no mass is listed that it moves. Assume that it falls at every stop and power cut: prop it while working on it. List what it carries on Machine; a kitchen scale is good enough.`,
          station: 'machine',
          field: 'masses',
        },
      ];
    }),
};
