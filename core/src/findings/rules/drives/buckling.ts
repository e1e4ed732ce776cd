import { forceN } from '../../../drivetrain/load';
import { BUCKLING_SHARE, bucklingN } from '../../../drivetrain/screwLimits';
import { positive } from '../../../units/derived';
import { showValue } from '../../../units/print';
import type { FindingDraft, Rule } from '../../finding';

/** A slender screw that is pushed buckles. */
export const buckling: Rule = {
  code: 'buckling',
  severity: 'wont-work',
  check: ({ axes }) =>
    axes.flatMap(({ id, axis, drives }): FindingDraft[] => {
      const t = axis.transmission;
      const torque = drives[0]?.torque;
      if (t?.kind !== 'screw' || !t.endFixity || !torque?.known) return [];
      const root = positive(t.rootDiameter, '');
      const length = positive(t.length, '');
      if (!root.known || !length.known) return [];
      const { load } = torque.value.load;
      const force = forceN(load) + (load.massKg * torque.value.acceleration) / 1000;
      const most = bucklingN(root.value, length.value, t.endFixity) * BUCKLING_SHARE;
      if (force <= most) return [];
      return [
        {
          subject: id,
          title: `The screw of ${axis.letter} may buckle`,
          explain: (display) =>
            `It is pushed with ${showValue(force, 'force', display, 3)}; half of its buckling load is ${showValue(most, 'force', display, 3)} at ${showValue(length.value, 'length', display, 4)} between bearings. A thicker screw, a shorter one, or clamped ends carry more.`,
          station: 'machine',
          field: `axes.${id}.transmission.endFixity`,
        },
      ];
    }),
};
