import { ratedAsConnectedA, startingPeakA } from '../drivetrain/motorCurrent';
import type { PlannedDrive } from '../wiring/planner/plannedDrives';
import type { Design } from '../machine/design';
import type { DataOf } from '../machine/parts';
import { isDriver, isPlugIn } from '../machine/parts';
import type { Derived } from '../units/derived';
import { figure, figureOr, known, mapKnown, missing } from '../units/derived';
import { showValue } from '../units/print';
import type { SettingDraft } from './setting';

/** How the half-coils are connected, where the sheet's figure is that of one. */
const windingWords = (data: DataOf<'motor'>): string =>
  data.winding === 'series' || data.winding === 'parallel' ? ` with the half-coils in ${data.winding}` : '';

/** What is set on each driver itself: current and steps per revolution. */
export function driverSettings(design: Pick<Design, 'parts'>, drives: readonly PlannedDrive[]): SettingDraft[] {
  return drives.flatMap((d): SettingDraft[] => {
    const { motor: motorId, driver: driverId } = d.drive;
    const driver = driverId ? design.parts[driverId] : undefined;
    const motor = motorId ? design.parts[motorId] : undefined;
    if (!driver || !driverId) return [];
    const group = 'Drivers';
    const title = `${driver.designation} (${d.name})`;
    const data = motor?.data.class === 'motor' ? motor.data : undefined;
    const servo = data?.type === 'servo';
    const rated: Derived<number> = !data
      ? missing(`axes.${d.axisId}.drives.${d.index}.motor`)
      : mapKnown(figure(data.ratedCurrent, `parts.${motorId}.data.ratedCurrent`), () => ratedAsConnectedA(data)!);
    const most = isDriver(driver.data) ? figureOr(driver.data.currentMax, Infinity) : Infinity;
    const proposed = mapKnown(rated, () => Math.min(startingPeakA(data!)!, most));
    const set = driver.setup.peakCurrent;
    return [
      {
        key: `driver/${driverId}/peak-current`,
        group,
        title: `${title}: peak current`,
        also: 'motor current amps',
        kind: { type: 'quantity', dimension: 'current', rounding: 'down' },
        derived: set ? figure(set, `parts.${driverId}.setup.peakCurrent`) : proposed,
        formula: set
          ? 'as entered on Drives'
          : servo
            ? 'the current for the motor’s peak torque, √2 · rated · peak torque / rated torque, at most what the drive gives'
            : 'begin with peak = rated, as the winding is connected; raise it only after a temperature check',
        numbers: (display) =>
          rated.known && proposed.known
            ? `rated ${showValue(rated.value, 'current', display, 3)}${servo ? ' RMS' : windingWords(data!)}; as RMS ${showValue(figureOr(set, proposed.value) / Math.SQRT2, 'current', display, 3)}`
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
        formula: isPlugIn(driver)
          ? isDriver(driver.data) && driver.data.currentBySerial
            ? 'as the board sends it'
            : 'as set by the jumpers under it'
          : 'as set on its switches',
        numbers: () => '',
      },
    ];
  });
}
