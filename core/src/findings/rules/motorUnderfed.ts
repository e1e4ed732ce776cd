import { isDriver } from '../../machine/parts';
import { showValue } from '../../units/print';
import { baseValue } from '../../units/quantity';
import type { FindingDraft, Rule } from '../finding';

/** A driver that cannot give what the motor is rated for leaves torque on the shelf. */
export const motorUnderfed: Rule = {
  code: 'motor-underfed',
  severity: 'doubtful',
  check: ({ design, axes }) =>
    axes.flatMap(({ id, axis, drives }) =>
      axis.drives.flatMap((drive, i): FindingDraft[] => {
        const driver = drive.driver ? design.parts[drive.driver] : undefined;
        const torque = drives[i]?.torque;
        if (!driver || !isDriver(driver.data) || !driver.data.currentMax || !torque?.known) return [];
        const { curve } = torque.value.motor;
        const most = baseValue(driver.data.currentMax);
        if (curve.kind !== 'stepper' || most >= curve.ratedA * 0.98) return [];
        return [
          {
            subject: `${id}-${i}`,
            title: `Driver ${driver.designation} gives less than its motor is rated for`,
            explain: (display) =>
              `The motor is rated ${showValue(curve.ratedA, 'current', display, 3)} as connected; ${driver.name} gives at most ${showValue(most, 'current', display, 3)} peak: ${Math.round((most / curve.ratedA) * 100)} % of the torque. A larger driver, or a winding that needs less current, brings it back.`,
            station: 'drives',
            field: `axes.${id}.drives.${i}.driver`,
          },
        ];
      }),
    ),
};
