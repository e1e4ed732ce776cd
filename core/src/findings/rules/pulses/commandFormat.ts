import { isDriver } from '../../../machine/parts';
import type { Rule } from '../../finding';

/** Both sides must speak the same form of step command. */
export const commandFormat: Rule = {
  code: 'command-format',
  severity: 'wont-work',
  check: ({ design, drives }) => {
    const controller = design.roles.controller ? design.parts[design.roles.controller]?.data : undefined;
    if (controller?.class !== 'controller') return [];
    return drives.flatMap((d) => {
      const driver = d.drive.driver ? design.parts[d.drive.driver] : undefined;
      const format = driver?.setup.commandFormat;
      if (!driver || !isDriver(driver.data) || !format) return [];
      const taken = driver.data.commandFormats.includes(format);
      const made = controller.commandFormats.includes(format);
      if (taken && made) return [];
      const common = driver.data.commandFormats.find((f) => controller.commandFormats.includes(f));
      return {
        subject: d.drive.driver!,
        title: `Driver ${driver.designation} and the controller do not understand each other`,
        explain: () =>
          `The driver is set to ${format.replaceAll('-', ' ')}, which ${made ? `${driver.name} does not take` : 'the controller does not make'}.`,
        station: 'drives',
        field: `parts.${d.drive.driver}.setup.commandFormat`,
        remedies: common
          ? [
              {
                label: () => `Set ${common.replaceAll('-', ' ')}`,
                command: {
                  name: 'set-field',
                  args: { path: `parts.${d.drive.driver}.setup.commandFormat`, value: common },
                },
              },
            ]
          : [],
      };
    });
  },
};
