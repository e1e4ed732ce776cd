import { showValue } from '../../../units/print';
import { baseValue } from '../../../units/quantity';
import type { Rule } from '../../finding';

/** One processor makes the pulses of all channels: their sum has a limit of its own. */
export const pulseTotal: Rule = {
  code: 'pulse-total',
  severity: 'wont-work',
  check: ({ design, axes }) => {
    const controllerId = design.roles.controller;
    const controller = controllerId ? design.parts[controllerId] : undefined;
    const most = controller?.data.class === 'controller' ? controller.data.pulseRateTotal : undefined;
    if (!controller || !most) return [];
    const sum = axes
      .flatMap((a) => a.drives)
      .reduce((total, d) => total + (d.pulseRateAtWanted.known ? d.pulseRateAtWanted.value : 0), 0);
    const total = baseValue(most);
    if (sum <= total) return [];
    return [
      {
        subject: controllerId!,
        title: 'All axes together ask for more pulses than the controller makes',
        explain: (display) =>
          `${showValue(sum, 'frequency', display, 3)} with every axis at its wanted speed; ${controller.name} makes ${showValue(total, 'frequency', display, 3)} over all channels. A rapid in one axis runs, one in all of them loses steps. Fewer steps per revolution, or another controller.`,
        station: 'machine',
        field: 'roles.controller',
      },
    ];
  },
};
