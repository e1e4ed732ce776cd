import { ratedAsConnectedA, startingPeakA } from '../../../drivetrain/motorCurrent';
import { isDriver } from '../../../machine/parts';
import { figureOr, positive } from '../../../units/derived';
import { showValue } from '../../../units/print';
import type { FindingDraft, Rule } from '../../finding';

/** A servo that gets at least this share of its peak is not worth a word. */
const NEARLY = 0.95;

/** A driver that cannot give what the motor is rated for leaves torque on the shelf. */
export const motorUnderfed: Rule = {
  code: 'motor-underfed',
  severity: 'doubtful',
  check: ({ design, axes }) =>
    axes.flatMap(({ id, axis, drives }) =>
      axis.drives.flatMap((drive, i): FindingDraft[] => {
        const driver = drive.driver ? design.parts[drive.driver] : undefined;
        const motor = drive.motor ? design.parts[drive.motor]?.data : undefined;
        const torque = drives[i]?.torque;
        if (!driver || !isDriver(driver.data) || motor?.class !== 'motor' || !torque?.known) return [];
        const { curve } = torque.value.motor;
        const most = figureOr(driver.data.currentMax, Infinity);
        const set = positive(driver.setup.peakCurrent, '');
        const rated = ratedAsConnectedA(motor);
        const place = { station: 'drives' as const, subject: `${id}-${i}` };
        if (curve.kind === 'servo') {
          if (curve.peakNm >= curve.ownPeakNm * NEARLY || rated === undefined) return [];
          const gives = Math.min(most, set.known ? set.value : Infinity);
          const weak = gives < rated * Math.SQRT2 * 0.98;
          return [
            {
              ...place,
              severity: weak ? 'doubtful' : 'note',
              title: `${driver.designation} gives ${Math.round((100 * curve.peakNm) / curve.ownPeakNm)} % of its motor’s peak torque`,
              explain: (display) => {
                const a = (v: number) => showValue(v, 'current', display, 3);
                return `The motor’s peak torque takes ${a(startingPeakA(motor)!)} peak, its rated torque ${a(rated * Math.SQRT2)}; ${gives < most ? 'the drive is set to' : `${driver.name} gives at most`} ${a(gives)}. All torques here are worked out with that.${weak ? ' Not even the rated torque is there.' : ''}`;
              },
              field: gives < most ? `parts.${drive.driver}.setup.peakCurrent` : `axes.${id}.drives.${i}.driver`,
            },
          ];
        }
        if (most >= curve.ratedA * 0.98) return [];
        return [
          {
            ...place,
            title: `Driver ${driver.designation} gives less than its motor is rated for`,
            explain: (display) =>
              `The motor is rated ${showValue(curve.ratedA, 'current', display, 3)} as connected; ${driver.name} gives at most ${showValue(most, 'current', display, 3)} peak: ${Math.round((most / curve.ratedA) * 100)} % of the torque. A larger driver, or a winding that needs less current, brings it back.`,
            field: `axes.${id}.drives.${i}.driver`,
          },
        ];
      }),
    ),
};
