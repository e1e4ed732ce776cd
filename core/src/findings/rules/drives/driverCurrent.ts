import { mostPeakA, ratedAsConnectedA, startingPeakA } from '../../../drivetrain/motorCurrent';
import { isDriver } from '../../../machine/parts';
import { figureOr, positive } from '../../../units/derived';
import { showValue } from '../../../units/print';
import { quantity } from '../../../units/quantity';
import type { FindingDraft, Rule } from '../../finding';

/** The set current against what the driver gives and what the motor, as it is connected, withstands. */
export const driverCurrent: Rule = {
  code: 'driver-current',
  severity: 'wont-work',
  check: ({ design, drives }) =>
    drives.flatMap((d): FindingDraft[] => {
      const { driver: driverId, motor: motorId } = d.drive;
      const driver = driverId ? design.parts[driverId] : undefined;
      const motor = motorId ? design.parts[motorId]?.data : undefined;
      const set = positive(driver?.setup.peakCurrent, '');
      if (!driver || !isDriver(driver.data) || !set.known) return [];
      const amps = set.value;
      const most = figureOr(driver.data.currentMax, Infinity);
      const data = motor?.class === 'motor' ? motor : undefined;
      const servo = data?.type === 'servo';
      const withstands = (data && mostPeakA(data)) ?? Infinity;
      const rated = data && ratedAsConnectedA(data);
      const overDriver = amps > most;
      if (!overDriver && amps <= withstands * 1.001) return [];
      // The way out must suit both: what the driver gives, and what the motor begins with.
      const safe = Math.floor(Math.min(most, (data && startingPeakA(data)) ?? most) * 100) / 100;
      return [
        {
          subject: driverId!,
          severity: overDriver ? 'wont-work' : 'doubtful',
          title: overDriver
            ? `Driver ${driver.designation} cannot give the set current`
            : servo
              ? `The current of ${driver.designation} is above the peak of its motor`
              : `The current of ${driver.designation} overheats its motor`,
          explain: (display) => {
            const a = (n: number) => showValue(n, 'current', display, 3);
            if (overDriver) return `Set to ${a(amps)} peak; ${driver.name} gives at most ${a(most)}.`;
            return servo
              ? `Set to ${a(amps)} peak; the motor’s peak torque takes ${a(withstands)}. More may demagnetise its rotor, and what it holds for long is far less.`
              : `Set to ${a(amps)} peak, ${a(amps / Math.SQRT2)} RMS; the motor is rated ${a(rated!)} as its coils are connected. Begin with peak = rated and raise it after a temperature check.`;
          },
          station: 'drives',
          field: `parts.${driverId}.setup.peakCurrent`,
          remedies: [
            {
              label: (display) => `Set ${showValue(safe, 'current', display, 4)} peak`,
              command: {
                name: 'set-field',
                args: { path: `parts.${driverId}.setup.peakCurrent`, value: quantity(safe, 'A') },
              },
            },
          ],
        },
      ];
    }),
};
