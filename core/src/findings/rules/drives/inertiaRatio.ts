import { INERTIA_MOST, inertiaRatioOf } from '../../../drivetrain/loop';
import { printNumber } from '../../../units/print';
import type { FindingDraft, Rule } from '../../finding';

/** A closed loop with far more inertia outside than inside the motor hunts or must be tuned soft. */
export const inertiaRatio: Rule = {
  code: 'inertia-ratio',
  severity: 'doubtful',
  check: ({ axes }) =>
    axes.flatMap(({ id, axis, drives }): FindingDraft[] => {
      const torque = drives[0]?.torque;
      if (!torque?.known || torque.value.motor.curve.openLoop) return [];
      const ratio = inertiaRatioOf(torque.value.load.load);
      if (ratio <= INERTIA_MOST) return [];
      return [
        {
          subject: id,
          title: `${axis.letter} has ${printNumber(ratio, 2)} times the inertia of its rotor to move`,
          explain: () =>
            `A closed loop is at ease up to about ${INERTIA_MOST}: 1. Beyond it the loop must be tuned soft and follows late. A finer lead or a reduction lowers it with the square of the ratio. Tune only with the final mass on.`,
          station: 'drives',
          field: `axes.${id}.transmission.pitch`,
        },
      ];
    }),
};
