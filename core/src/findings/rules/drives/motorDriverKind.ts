import { mismatches, mismatchWords } from '../../../drivetrain/motorDriver';
import { suitsDrive } from '../../../drivetrain/motorDriver';
import { startingPeakA } from '../../../drivetrain/motorCurrent';
import type { LibraryEntry } from '../../../machine/library/entry';
import { libraryOf } from '../../../machine/library/index';
import type { Part } from '../../../machine/parts';
import { isDriver } from '../../../machine/parts';
import { busVoltsOf } from '../../../drivetrain/bus';
import { figureOr } from '../../../units/derived';
import type { FindingDraft, Remedy, Rule } from '../../finding';
import { replanned } from '../../replanned';

/** The library's drive for a motor: it runs it, gives its current, and lives on the motor bus; the smallest one. */
function driveFor(motor: Part, volts: number | undefined): LibraryEntry | undefined {
  const amps = motor.data.class === 'motor' ? (startingPeakA(motor.data) ?? 0) : 0;
  return libraryOf('stepper-driver', 'servo-drive')
    .filter(
      (e) =>
        isDriver(e.data) &&
        suitsDrive(motor, e) &&
        figureOr(e.data.currentMax, 0) >= amps * 0.98 &&
        (volts === undefined ||
          (volts <= figureOr(e.data.supplyMax, Infinity) * 0.9 && volts >= figureOr(e.data.supplyMin, 0))) &&
        // A carrier for a socket on a board has no terminals to be wired to.
        !(e.data.class === 'stepper-driver' && e.data.senseResistance),
    )
    .sort((a, b) =>
      isDriver(a.data) && isDriver(b.data) ? figureOr(a.data.currentMax, 0) - figureOr(b.data.currentMax, 0) : 0,
    )[0];
}

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
      const other = driveFor(motor, busVoltsOf(design));
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
