import { showValue } from '../../../units/print';
import { quantity } from '../../../units/quantity';
import type { FindingDraft, Rule } from '../../finding';

/** Nobody has said what the driver's current is set to. */
export const currentNotSet: Rule = {
  code: 'current-not-set',
  severity: 'note',
  check: ({ design, axes }) =>
    axes.flatMap(({ axis, drives }) =>
      axis.drives.flatMap((drive, i): FindingDraft[] => {
        const torque = drives[i]?.torque;
        if (!torque?.known || !torque.value.motor.currentAssumed || !drive.driver) return [];
        const { curve } = torque.value.motor;
        const amps = curve.kind === 'stepper' ? curve.circuit.peakA : 0;
        const path = `parts.${drive.driver}.setup.peakCurrent`;
        return [
          {
            subject: drive.driver,
            title: `The current of ${design.parts[drive.driver]!.designation} is not entered`,
            explain: (display) =>
              `${showValue(amps, 'current', display, 3)} peak is taken: peak = rated, the cautious beginning. Look whether the driver’s table means peak or RMS: peak is √2 times RMS.`,
            station: 'drives',
            field: path,
            remedies: [
              {
                label: (display) => `Enter ${showValue(amps, 'current', display, 3)}`,
                command: {
                  name: 'set-field',
                  args: { path, value: quantity(Number(amps.toPrecision(3)), 'A', 'estimate') },
                },
              },
            ],
          },
        ];
      }),
    ),
};
