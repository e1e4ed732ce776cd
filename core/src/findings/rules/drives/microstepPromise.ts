import { steadyTorqueNm } from '../../../drivetrain/load';
import { torqueAt } from '../../../drivetrain/motorCurve';
import { microstepTorqueShare } from '../../../drivetrain/scale';
import { isDriver } from '../../../machine/parts';
import { showValue } from '../../../units/print';
import type { FindingDraft, Rule } from '../../finding';

/** So fine a microstep that its torque does not even overcome the drag: the figure is finer than the motion. */
export const microstepPromise: Rule = {
  code: 'microstep-promise',
  severity: 'note',
  check: ({ design, axes }) =>
    axes.flatMap(({ id, axis, drives }): FindingDraft[] => {
      const d = drives[0];
      const driverId = axis.drives[0]?.driver;
      const driver = driverId ? design.parts[driverId] : undefined;
      if (!d?.torque.known || !d.scale.known || !driver || !isDriver(driver.data)) return [];
      const { motor, load } = d.torque.value;
      if (motor.curve.kind !== 'stepper' || !motor.curve.openLoop) return [];
      const fullSteps = motor.curve.circuit.polePairs * 4;
      const micro = d.scale.value.stepsPerRev / fullSteps;
      const holding = torqueAt(motor.curve, 0);
      // The cut is left out: what matters at rest is what has to be broken away.
      const drag = steadyTorqueNm({ ...load.load, cuttingN: 0 });
      const one = holding * microstepTorqueShare(micro);
      if (micro <= 1 || one >= drag || drag >= holding) return [];
      const steps = Math.ceil((Math.asin(drag / holding) / (Math.PI / 2)) * micro);
      const length = axis.motion === 'linear' ? 'length' : 'angle';
      const coarser = driver.data.stepsPerRevolutionChoices.filter(
        (s) => s % fullSteps === 0 && holding * microstepTorqueShare(s / fullSteps) >= drag,
      );
      return [
        {
          subject: id,
          title: `${axis.letter} promises a finer step than it gives`,
          explain: (display) =>
            `One of ${micro} microsteps is ${showValue(d.scale.known ? d.scale.value.resolution : 0, length, display, 3)} and yields ${showValue(one, 'torque', display, 2)}; breaking away takes ${showValue(drag, 'torque', display, 2)}. So the axis moves only after about ${steps} of them, ${showValue(steps * (d.scale.known ? d.scale.value.resolution : 0), length, display, 2)}. Resolution is not accuracy; fine steps still run more smoothly.`,
          station: 'drives',
          field: `parts.${driverId}.setup.stepsPerRevolution`,
          remedies:
            axis.drives.length === 1 && coarser.length
              ? [
                  {
                    label: () => `Set ${coarser.at(-1)} steps per revolution`,
                    command: {
                      name: 'set-field',
                      args: { path: `parts.${driverId}.setup.stepsPerRevolution`, value: coarser.at(-1)! },
                    },
                  },
                ]
              : [],
        },
      ];
    }),
};
