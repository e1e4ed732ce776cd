import { mismatches, mismatchWords } from '../../../drivetrain/motorDriver';
import { isDriver } from '../../../machine/parts';
import { driveFor } from '../../choose';
import type { FindingDraft, Remedy, Rule } from '../../finding';
import { replanned } from '../../replanned';

/** A motor on a drive that is made for another kind of motor: phases, loop, encoder, voltage. */
export const motorDriverKind: Rule = {
  code: 'motor-driver-kind',
  severity: 'wont-work',
  check: ({ design, drives }) =>
    drives.flatMap(({ name, axisId, index, drive }): FindingDraft[] => {
      const motor = drive.motor ? design.parts[drive.motor] : undefined;
      const driver = drive.driver ? design.parts[drive.driver] : undefined;
      if (motor?.data.class !== 'motor' || !driver || !isDriver(driver.data)) return [];
      const data = { motor: motor.data, driver: driver.data };
      const [worst] = mismatches({ ...motor, data: data.motor }, { ...driver, data: data.driver });
      if (!worst) return [];
      const other = driveFor(design, motor);
      const remedies: Remedy[] = other
        ? [
            replanned(design, `Take ${other.name} for it`, {
              name: 'choose-part',
              args: { slot: { axis: axisId, drive: index, item: 'driver' }, library: other.key },
            }),
          ]
        : [];
      return [
        {
          subject: `${axisId}-${index}`,
          severity: worst.never ? 'wont-work' : 'note',
          title: worst.never
            ? `${name}: ${driver.designation} cannot run ${motor.designation}`
            : `${name}: ${driver.designation} does not use the encoder of ${motor.designation}`,
          explain: () =>
            `${mismatchWords(worst.about, data.motor, data.driver)} ${other ? '' : 'The library has no drive for this motor at this bus voltage: choose the pair together on Drives.'}`.trim(),
          station: 'drives',
          field: `axes.${axisId}.drives.${index}.driver`,
          remedies,
        },
      ];
    }),
};
