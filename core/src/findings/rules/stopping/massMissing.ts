import { movedMassKg } from '../../../drivetrain/load';
import { sinksTo } from '../../../machine/directions';
import type { FindingDraft, Rule } from '../../finding';

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
      if (!sinksTo(axis) || !chosen || movedMassKg(id, design.masses) !== undefined) return [];
      const { letter } = axis;
      return [
        {
          subject: id,
          title: braked
            ? `What ${letter} has to lift is not known: its mass is not entered`
            : `Whether ${letter} falls is not known: its mass is not entered`,
          explain: () =>
            `Gravity pulls on ${letter}, and no mass is listed that it moves. ${
              braked
                ? 'Its torque, its acceleration and its brake are judged as if it weighed nothing.'
                : 'Its motor has no brake: assume that it falls at every stop and power cut, and prop it while working on it.'
            } List what it carries on Machine; a kitchen scale is good enough.`,
          station: 'machine',
          field: 'masses',
        },
      ];
    }),
};
