import type { TorqueCause, TorqueFigures } from '../../../drivetrain/speed';
import { torqueAt } from '../../../drivetrain/motorCurve';
import { showValue } from '../../../units/print';
import { baseValue, quantity } from '../../../units/quantity';
import type { FindingDraft, Remedy, Rule } from '../../finding';

const because: Record<TorqueCause, string> = {
  winding: 'Above its corner speed the voltage no longer drives the full current through the winding.',
  inertia: 'Most of the torque goes into accelerating what turns and moves.',
  load: 'The steady load alone asks for most of it.',
};
/** Figures for a remedy: three digits, rounded to the safe side. */
const down = (v: number): number => Number((v * 0.995).toPrecision(3));

/** The motor loses synchronism, or has less torque in reserve than asked for, at the wanted speed. */
export const stall: Rule = {
  code: 'stall',
  severity: 'wont-work',
  check: ({ axes }) =>
    axes.flatMap(({ id, axis, drives }): FindingDraft[] => {
      const worst = drives
        .flatMap((d): TorqueFigures[] => (d.torque.known ? [d.torque.value] : []))
        .sort((a, b) => a.speed - b.speed)[0];
      const scale = drives[0]?.scale;
      if (!worst || !scale?.known || !axis.maxSpeed) return [];
      const wanted = baseValue(axis.maxSpeed);
      if (wanted <= worst.speed) return [];
      const available = torqueAt(worst.motor.curve, (wanted / scale.value.travelPerRev) * 60);
      const needed = worst.required.nominal;
      const stalls = available < needed;
      const linear = axis.motion === 'linear';
      const [speed, acceleration] = linear
        ? (['speed', 'acceleration'] as const)
        : (['angularSpeed', 'angularAcceleration'] as const);
      const remedies: Remedy[] = [];
      if (worst.accelerationAtWanted !== undefined && worst.accelerationAtWanted > worst.acceleration * 0.1) {
        const lower = down(worst.accelerationAtWanted);
        remedies.push({
          label: (display) => `Accelerate with ${showValue(lower, acceleration, display, 3)}`,
          command: {
            name: 'set-field',
            args: { path: `axes.${id}.acceleration`, value: quantity(lower, linear ? 'mm/s²' : '°/s²') },
          },
        });
      }
      if (worst.speed > wanted * 0.05) {
        const slower = down(worst.speed);
        remedies.push({
          label: (display) => `Reduce the wanted speed to ${showValue(slower, speed, display, 3)}`,
          command: {
            name: 'set-field',
            args: { path: `axes.${id}.maxSpeed`, value: quantity(slower, linear ? 'mm/s' : '°/s') },
          },
        });
      }
      return [
        {
          subject: id,
          severity: stalls ? 'wont-work' : 'doubtful',
          title: stalls ? `${axis.letter} stalls at its wanted speed` : `${axis.letter} has little torque in reserve`,
          explain: (display) => {
            const nm = (v: number) => showValue(v, 'torque', display, 2);
            return `At ${showValue(wanted, speed, display)} the motor gives ${nm(available)}; the axis needs ${nm(needed)} (${nm(worst.required.low)} to ${nm(worst.required.high)}), times ${worst.factor} in reserve. ${because[worst.cause]} Torque allows ${showValue(worst.speed, speed, display, 3)}.`;
          },
          station: 'drives',
          field: `axes.${id}.maxSpeed`,
          remedies,
        },
      ];
    }),
};
