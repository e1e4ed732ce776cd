import { showValue } from '../../../units/print';
import { baseValue } from '../../../units/quantity';
import type { Rule } from '../../finding';
import { usual } from '../../../machine/library/usual';

/** Direct current does not go out by itself at a zero crossing: a contactor for alternating current welds on it. */
export const contactorDirectCurrent: Rule = {
  code: 'contactor-direct-current',
  severity: 'danger',
  check: ({ design }) => {
    const id = design.roles.stopContactor;
    const part = id ? design.parts[id] : undefined;
    const supply = design.roles.motorSupply ? design.parts[design.roles.motorSupply]?.data : undefined;
    if (!part || design.stopSchool !== 'motor-power' || supply?.class !== 'supply') return [];
    if (!('forDirectCurrent' in part.data) || part.data.forDirectCurrent) return [];
    const volts = supply.outputVoltage && baseValue(supply.outputVoltage);
    return [
      {
        subject: id!,
        title: `${part.designation} may weld shut on direct current`,
        explain: (display) =>
          `It is to break ${volts === undefined ? 'the motor bus' : showValue(volts, 'voltage', display, 3)} direct, and is made for alternating current. Its arc does not go out; the contact welds, and the stop button cuts nothing.`,
        station: 'wiring' as const,
        field: 'roles.stopContactor',
        remedies: [
          {
            label: () => 'Take one that is made for direct current',
            command: {
              name: 'choose-part' as const,
              args: { slot: { role: 'stopContactor' as const }, library: usual.contactorDirectCurrent },
            },
          },
        ],
      },
    ];
  },
};
