import { isDriver } from '../../../machine/parts';
import { positive } from '../../../units/derived';
import { showValue } from '../../../units/print';
import type { FindingDraft, Rule } from '../../finding';

/** The direction must stand for a while before the next step: else single steps go the wrong way at every reversal. */
export const directionSetup: Rule = {
  code: 'direction-setup',
  severity: 'wont-work',
  check: ({ design, drives }) => {
    const controllerId = design.roles.controller;
    const controller = controllerId ? design.parts[controllerId]?.data : undefined;
    const given = controller?.class === 'controller' ? positive(controller.directionSetup, '') : undefined;
    if (!given?.known) return [];
    const seen = new Set<string>();
    return drives.flatMap((d): FindingDraft[] => {
      const id = d.drive.driver;
      const driver = id ? design.parts[id] : undefined;
      if (!id || !driver || !isDriver(driver.data) || seen.has(id)) return [];
      seen.add(id);
      const need = positive(driver.data.directionSetupMin, '');
      if (!need.known || given.value >= need.value) return [];
      return [
        {
          subject: id,
          title: `Driver ${driver.designation} learns the direction too late`,
          explain: (display) =>
            `The controller sets the direction ${showValue(given.value, 'time', display, 3)} before the step; ${driver.name} needs ${showValue(need.value, 'time', display, 3)}. One microstep goes the wrong way at reversals, and the axis creeps. Lengthen the set-up time in the controller.`,
          station: 'machine',
          field: 'roles.controller',
          remedies: [
            {
              label: (display) => `Direction set-up ${showValue(need.value, 'time', display, 3)}`,
              command: {
                name: 'set-field',
                args: { path: `parts.${controllerId}.data.directionSetup`, value: driver.data.directionSetupMin! },
              },
            },
          ],
        },
      ];
    });
  },
};
