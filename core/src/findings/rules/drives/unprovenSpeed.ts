import { isUnproven } from '../../../drivetrain/motorCurve';
import { showValue } from '../../../units/print';
import type { FindingDraft, Rule } from '../../finding';

/** Fast and open loop: the torque model has not been measured there. */
export const unprovenSpeed: Rule = {
  code: 'unproven-speed',
  severity: 'doubtful',
  check: ({ axes }) =>
    axes.flatMap(({ id, axis, drives }): FindingDraft[] => {
      const d = drives[0];
      if (!d?.torque.known || !d.motorRpmAtWanted.known) return [];
      const rpm = d.motorRpmAtWanted.value;
      if (!isUnproven(d.torque.value.motor.curve, rpm)) return [];
      return [
        {
          subject: id,
          title: `${axis.letter} is to run where no open-loop figure is proven`,
          explain: (display) =>
            `${showValue(rpm, 'rotation', display, 4)} at the motor. Above about 1 000 rpm iron loss and the driver’s wave shape decide, and neither is on a data sheet: test it, in small steps, with a hand on the stop. A coarser lead or a closed loop brings it down.`,
          station: 'drives',
          field: `axes.${id}.maxSpeed`,
        },
      ];
    }),
};
