import { isDriver } from '../../../machine/parts';
import type { Rule } from '../../finding';

/** A figure that the driver's switches do not offer is a slip of the pen or another driver. */
export const stepsNotOffered: Rule = {
  code: 'steps-not-offered',
  severity: 'doubtful',
  check: ({ design, drives }) =>
    drives.flatMap((d) => {
      const driver = d.drive.driver ? design.parts[d.drive.driver] : undefined;
      const steps = driver?.setup.stepsPerRevolution;
      if (!driver || !isDriver(driver.data) || steps === undefined) return [];
      const choices = driver.data.stepsPerRevolutionChoices;
      if (!choices.length || choices.includes(steps)) return [];
      const nearest = choices.reduce((best, c) => (Math.abs(c - steps) < Math.abs(best - steps) ? c : best));
      const path = `parts.${d.drive.driver}.setup.stepsPerRevolution`;
      return {
        subject: d.drive.driver!,
        title: `${driver.designation} has no setting of ${steps} steps per revolution`,
        explain: () => `${driver.name} offers ${choices.join(', ')}.`,
        station: 'drives',
        field: path,
        remedies: [{ label: () => `Set ${nearest}`, command: { name: 'set-field', args: { path, value: nearest } } }],
      };
    }),
};
