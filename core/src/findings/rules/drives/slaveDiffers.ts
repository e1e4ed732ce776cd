import { printNumber } from '../../../units/print';
import type { Rule } from '../../finding';

/** Two motors of one axis with different scales work against each other until something bends. */
export const slaveDiffers: Rule = {
  code: 'slave-differs',
  severity: 'danger',
  check: ({ design, axes }) =>
    axes.flatMap(({ id, axis, drives }) => {
      const [master, slave] = drives.map((d) => d.scale);
      if (!master?.known || !slave?.known) return [];
      if (master.value.stepsPerUnit === slave.value.stepsPerUnit) return [];
      const slaveDriver = axis.drives[1]!.driver!;
      return {
        subject: id,
        title: `The two motors of ${axis.letter} pull against each other`,
        explain: () =>
          `Its ${axis.drives[0]!.side} side has ${printNumber(master.value.stepsPerRev)} steps per revolution, its ${axis.drives[1]!.side} side ${printNumber(slave.value.stepsPerRev)}: for the same command they travel differently and rack the gantry.`,
        station: 'drives',
        field: `parts.${slaveDriver}.setup.stepsPerRevolution`,
        remedies: [
          {
            label: () => `Set both to ${printNumber(master.value.stepsPerRev)}`,
            command: {
              name: 'set-field',
              args: {
                path: `parts.${slaveDriver}.setup.stepsPerRevolution`,
                value: design.parts[axis.drives[0]!.driver!]!.setup.stepsPerRevolution!,
              },
            },
          },
        ],
      };
    }),
};
