import { circuitName } from '../../../machine/fields';
import { figureOr } from '../../../units/derived';
import { showValue } from '../../../units/print';
import { baseValue } from '../../../units/quantity';
import { inputCurrentA } from '../../../switches/filter';
import { fieldVolts } from '../../../switches/placement';
import type { FindingDraft, Rule } from '../../finding';
import { usual } from '../../../machine/library/usual';

/** Too little current for an input to be sure of it, or for a contact to keep itself clean. */
export const inputCurrent: Rule = {
  code: 'input-current',
  severity: 'wont-work',
  check: ({ design, plan }) =>
    Object.entries(plan.inputs).flatMap(([id, { part, terminal }]): FindingDraft[] => {
      const c = design.circuits[id];
      const current = inputCurrentA(design.parts[part], terminal, fieldVolts(design, part));
      if (!c || !current) return [];
      const { amps, onA } = current;
      if (onA !== undefined && amps < onA)
        return [
          {
            subject: id,
            title: `${circuitName(design, id)}: the input gets too little current`,
            explain: (display) =>
              `(V − V_f)/R gives ${showValue(amps, 'current', display, 3)}; the input is sure to read it from ${showValue(onA, 'current', display, 3)} on. Feed it from a higher voltage that its sheet allows.`,
            station: 'machine',
            field: 'rails.field.supply',
            remedies: [
              {
                label: () => 'Take a 24 V field supply',
                command: {
                  name: 'choose-part',
                  args: { slot: { rail: 'field', item: 'supply' }, library: usual.fieldSupply },
                },
              },
            ],
          },
        ];
      return c.devices.flatMap((d): FindingDraft[] => {
        const data = design.parts[d]?.data;
        const least = data?.class === 'switch' ? figureOr(data.wettingCurrent, 0) : 0;
        if (data?.class !== 'switch' || amps >= least) return [];
        return [
          {
            subject: d,
            severity: 'doubtful',
            title: `${design.parts[d]!.designation}: too little current keeps its contact clean`,
            explain: (display) =>
              `${showValue(amps, 'current', display, 3)} flow through the contact; it needs ${showValue(baseValue(data.wettingCurrent!), 'current', display, 3)}. Silver contacts grow a skin that so little does not burn off: one day it does not close. Take a switch with gilded contacts, or an isolated input at 24 V.`,
            station: 'switches',
            field: `parts.${d}.data.wettingCurrent`,
            remedies: [
              {
                label: () => 'Take a switch for small currents',
                command: { name: 'exchange-device', args: { part: d, library: usual.axisSwitch } },
              },
            ],
          },
        ];
      });
    }),
};
