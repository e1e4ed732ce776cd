import { steadyTorqueNm } from '../../../drivetrain/load';
import { showValue } from '../../../units/print';
import type { FindingDraft, Rule } from '../../finding';

/** A servo that has to give more than its rated torque for as long as it cuts. A stepper's heat comes from its set current. */
export const servoOverheats: Rule = {
  code: 'servo-overheats',
  severity: 'doubtful',
  check: ({ axes }) =>
    axes.flatMap(({ id, axis, drives }): FindingDraft[] => {
      const torque = drives[0]?.torque;
      if (!torque?.known || torque.value.motor.curve.kind !== 'servo') return [];
      const { ratedNm } = torque.value.motor.curve;
      const steady = steadyTorqueNm(torque.value.load.load);
      if (steady <= ratedNm) return [];
      return [
        {
          subject: id,
          title: `${axis.letter} asks for more than the rated torque of its servo as long as it cuts`,
          explain: (display) => {
            const nm = (v: number) => showValue(v, 'torque', display, 3);
            return `Friction, weight and cut need ${nm(steady)} at the motor; it gives ${nm(ratedNm)} for as long as you like, and more only for seconds. It trips on overload in the middle of a cut. A reduction, a larger motor, or a smaller cut.`;
          },
          station: 'drives',
          field: `axes.${id}.cuttingForce`,
        },
      ];
    }),
};
