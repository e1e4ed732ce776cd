import { isDriver } from '../../machine/parts';
import { showValue } from '../../units/print';
import { baseValue } from '../../units/quantity';
import type { FindingDraft, Rule } from '../finding';

/** The set current against what the driver gives and what the motor is rated for. */
export const driverCurrent: Rule = {
  code: 'driver-current',
  severity: 'wont-work',
  check: ({ design, drives }) =>
    drives.flatMap((d): FindingDraft[] => {
      const { driver: driverId, motor: motorId } = d.drive;
      const driver = driverId ? design.parts[driverId] : undefined;
      const motor = motorId ? design.parts[motorId] : undefined;
      const set = driver?.setup.peakCurrent;
      if (!driver || !isDriver(driver.data) || !set) return [];
      const amps = baseValue(set);
      const most = driver.data.currentMax;
      const rated = motor?.data.class === 'motor' ? motor.data.ratedCurrent : undefined;
      const overDriver = most && amps > baseValue(most);
      // Peak is √2 times RMS: a rated RMS figure taken as peak would lie at this bound.
      const overMotor = rated && amps > baseValue(rated) * Math.SQRT2 * 1.001;
      const bound = overDriver ? most : overMotor ? rated : undefined;
      if (!bound) return [];
      // The way out must suit both: what the driver gives, and what the motor bears.
      const safe = rated && baseValue(rated) < baseValue(bound) ? rated : bound;
      return [
        {
          subject: driverId!,
          severity: overDriver ? 'wont-work' : 'doubtful',
          title: overDriver
            ? `Driver ${driver.designation} cannot give the set current`
            : `The current of ${driver.designation} overheats its motor`,
          explain: (display) => {
            const a = (n: number) => showValue(n, 'current', display, 4);
            return overDriver
              ? `Set to ${a(amps)} peak; ${driver.name} gives at most ${a(baseValue(bound))}.`
              : `Set to ${a(amps)} peak, ${a(amps / Math.SQRT2)} RMS; the motor is rated ${a(baseValue(bound))}. Begin with peak = rated and raise it after a temperature check.`;
          },
          station: 'drives',
          field: `parts.${driverId}.setup.peakCurrent`,
          remedies: [
            {
              label: (display) => `Set ${showValue(baseValue(safe), 'current', display, 4)} peak`,
              command: { name: 'set-field', args: { path: `parts.${driverId}.setup.peakCurrent`, value: safe } },
            },
          ],
        },
      ];
    }),
};
