import type { PlannedDrive } from '../wiring/planner/drives';
import type { Design } from '../machine/design';
import type { Derived } from '../units/derived';
import { figure, figureOr, known, missing } from '../units/derived';
import { showValue } from '../units/print';
import type { SettingDraft } from './setting';

/** What is set on each driver itself: current and steps per revolution. */
export function driverSettings(design: Pick<Design, 'parts'>, drives: readonly PlannedDrive[]): SettingDraft[] {
  return drives.flatMap((d): SettingDraft[] => {
    const { motor: motorId, driver: driverId } = d.drive;
    const driver = driverId ? design.parts[driverId] : undefined;
    const motor = motorId ? design.parts[motorId] : undefined;
    if (!driver || !driverId) return [];
    const group = 'Drivers';
    const title = `${driver.designation} (${d.name})`;
    const rated: Derived<number> =
      motor?.data.class === 'motor'
        ? figure(motor.data.ratedCurrent, `parts.${motorId}.data.ratedCurrent`)
        : missing(`axes.${d.axisId}.drives.${d.index}.motor`);
    const set = driver.setup.peakCurrent;
    return [
      {
        key: `driver/${driverId}/peak-current`,
        group,
        title: `${title}: peak current`,
        also: 'motor current amps',
        kind: { type: 'quantity', dimension: 'current' },
        derived: set ? figure(set, `parts.${driverId}.setup.peakCurrent`) : rated,
        formula: set ? 'as entered on Drives' : 'begin with peak = rated; raise it only after a temperature check',
        numbers: (display) =>
          rated.known
            ? `rated ${showValue(rated.value, 'current', display)}; as RMS ${showValue(figureOr(set, rated.value) / Math.SQRT2, 'current', display, 3)}`
            : 'the motor’s rated current is not known',
      },
      {
        key: `driver/${driverId}/steps-per-revolution`,
        group,
        title: `${title}: steps per revolution`,
        also: 'microstepping switches',
        kind: { type: 'choice', choices: [] },
        derived:
          driver.setup.stepsPerRevolution === undefined
            ? missing(`parts.${driverId}.setup.stepsPerRevolution`)
            : known(String(driver.setup.stepsPerRevolution)),
        formula: 'as set on its switches',
        numbers: () => '',
      },
    ];
  });
}
