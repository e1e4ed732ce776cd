import { printNumber } from '../../units/print';
import type { FindingDraft, Rule } from '../finding';

/** Load inertia over rotor inertia above which a closed loop becomes hard to tune. */
const MOST = 10;

/** A closed loop with far more inertia outside than inside the motor hunts or must be tuned soft. */
export const inertiaRatio: Rule = {
  code: 'inertia-ratio',
  severity: 'doubtful',
  check: ({ axes }) =>
    axes.flatMap(({ id, axis, drives }): FindingDraft[] => {
      const torque = drives[0]?.torque;
      if (!torque?.known || torque.value.motor.curve.openLoop) return [];
      const rotor = torque.value.load.load.motorInertiaKgm2;
      const ratio = torque.value.inertiaKgm2 / rotor - 1;
      if (ratio <= MOST) return [];
      return [
        {
          subject: id,
          title: `${axis.letter} has ${printNumber(ratio, 2)} times the inertia of its rotor to move`,
          explain: () =>
            `A closed loop is at ease up to about ${MOST}: 1. Beyond it the loop must be tuned soft and follows late. A finer lead or a reduction lowers it with the square of the ratio. Tune only with the final mass on.`,
          station: 'drives',
          field: `axes.${id}.transmission.pitch`,
        },
      ];
    }),
};
