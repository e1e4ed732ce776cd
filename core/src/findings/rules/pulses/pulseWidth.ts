import { isDriver } from '../../../machine/parts';
import { showValue } from '../../../units/print';
import { baseValue } from '../../../units/quantity';
import type { Rule } from '../../finding';

/** A step pulse that is shorter than the driver needs is lost now and then: steps go missing at random. */
export const pulseWidth: Rule = {
  code: 'pulse-width',
  severity: 'wont-work',
  check: ({ design, drives }) => {
    const controllerId = design.roles.controller;
    const controller = controllerId ? design.parts[controllerId]?.data : undefined;
    if (controller?.class !== 'controller' || !controller.pulseWidth) return [];
    const given = baseValue(controller.pulseWidth);
    return drives.flatMap((d) => {
      const driver = d.drive.driver ? design.parts[d.drive.driver] : undefined;
      const wanted = driver && isDriver(driver.data) ? driver.data.pulseHighMin : undefined;
      const need = wanted ? baseValue(wanted) : 0;
      if (!driver || !wanted || given >= need) return [];
      return {
        subject: d.drive.driver!,
        title: `Step pulses are too short for driver ${driver.designation}`,
        explain: (display) =>
          `The controller holds a pulse for ${showValue(given, 'time', display, 3)}; ${driver.name} needs ${showValue(need, 'time', display, 3)}. Steps go missing at random, at any speed. Lengthen the pulse in the controller, or choose another one.`,
        station: 'machine',
        field: 'roles.controller',
        remedies: [
          {
            label: (display) => `Pulse width ${showValue(need, 'time', display, 3)}`,
            command: {
              name: 'set-field',
              args: { path: `parts.${controllerId}.data.pulseWidth`, value: wanted },
            },
          },
        ],
      };
    });
  },
};
