import { clampsAxis, keepsWork } from '../../../machine/connections';
import { serviceName } from '../../../wiring/planner/outputs';
import type { FindingDraft, Rule } from '../../finding';

/** Work that is held by an output that is on: whatever takes the power lets it go. */
export const heldByPower: Rule = {
  code: 'held-by-power',
  severity: 'doubtful',
  check: ({ design }) =>
    Object.entries(design.outputs).flatMap(([id, o]): FindingDraft[] => {
      // An axis that is clamped by power is still held by its motor.
      if (!o.serves || !keepsWork(o.serves) || clampsAxis(o.serves)) return [];
      const load = design.parts[o.devices[0] ?? ''];
      const cut = design.stopStrategy === 'main-switch';
      return [
        {
          subject: id,
          ...(cut ? { severity: 'danger' as const } : {}),
          title: `${load?.designation ?? 'An output'} ${serviceName(o.serves)}, and lets go without power`,
          explain: () =>
            `${
              cut
                ? 'The stop cuts the main supply: the work is let go while the spindle still runs down.'
                : 'No stop switches this output off, but a fuse, a wire that comes off or a power cut does: the work is let go while the spindle still runs down.'
            } Use a valve that keeps its position without power, or springs that hold and power that opens${
              cut ? ', or a stop that leaves this supply on' : ''
            }.`,
          station: 'wiring',
          field: `outputs.${id}`,
          remedies: [],
        },
      ];
    }),
};
