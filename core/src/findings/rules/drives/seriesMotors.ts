import { torqueAt } from '../../../drivetrain/motorCurve';
import { showValue } from '../../../units/print';
import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';

/** Two motors on one driver, in series: each gets half the voltage, and the pair can never be squared by referencing. */
export const seriesMotors: Rule = {
  code: 'series-motors',
  severity: 'doubtful',
  check: ({ design, axes }) =>
    axes.flatMap(({ id, axis, drives }): FindingDraft[] => {
      const [first, second] = axis.drives;
      const torque = drives[0]?.torque;
      if (!first?.driver || first.driver !== second?.driver) return [];
      const driver = design.parts[first.driver];
      return [
        {
          subject: id,
          title: `Both motors of ${axis.letter} hang on one driver`,
          explain: (display) => {
            const curve = torque?.known ? torque.value.motor.curve : undefined;
            const numbers =
              curve?.kind === 'stepper'
                ? ` The corner falls to ${showValue(torque!.known ? torque!.value.cornerRpm : 0, 'rotation', display, 3)}; at 600 rpm each motor has ${showValue(torqueAt(curve, 600), 'torque', display, 2)}, with a driver of its own ${showValue(torqueAt({ ...curve, circuit: { ...curve.circuit, volts: curve.circuit.volts * 2 } }, 600), 'torque', display, 2)}.`
                : '';
            return `In series each has half the voltage, and its electromotive forces add up.${numbers} The sides cannot be referenced apart, so the gantry can never be squared electrically. Never put them in parallel: one loose lead sends the whole current through the other motor.`;
          },
          station: 'drives',
          field: `axes.${id}.drives.1.driver`,
          remedies: driver?.libraryKey
            ? [
                replanned(design, 'Give the second motor a driver of its own', {
                  name: 'choose-part',
                  args: { slot: { axis: id, drive: 1, item: 'driver' }, library: driver.libraryKey },
                }),
              ]
            : [],
        },
      ];
    }),
};
