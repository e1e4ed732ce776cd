import { showValue } from '../../../units/print';
import { baseValue } from '../../../units/quantity';
import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';
import { usual } from '../../../machine/library/usual';

/** Sensors on the 5 V of a board that want 10 V and more never switch. */
export const sensorSupply: Rule = {
  code: 'sensor-supply',
  severity: 'wont-work',
  check: ({ design }) => {
    const field = design.roles.fieldSupply ? design.parts[design.roles.fieldSupply] : undefined;
    const controller = design.roles.controller ? design.parts[design.roles.controller] : undefined;
    const rail = Object.values(controller?.elements ?? {}).find((e) => e.kind === 'source');
    const source =
      field?.data.class === 'supply' ? field.data.outputVoltage : rail?.kind === 'source' ? rail.voltage : undefined;
    if (!source) return [];
    const volts = baseValue(source);
    return Object.entries(design.parts).flatMap(([id, part]): FindingDraft[] => {
      if (part.data.class !== 'sensor') return [];
      const min = part.data.supplyMin ? baseValue(part.data.supplyMin) : 0;
      const max = part.data.supplyMax ? baseValue(part.data.supplyMax) : Infinity;
      if (volts >= min && volts <= max) return [];
      return [
        {
          subject: id,
          title: `Sensor ${part.designation} gets the wrong voltage`,
          explain: (display) =>
            `It needs ${showValue(min, 'voltage', display)} to ${showValue(max, 'voltage', display)}; ${field ? field.name : `the board, without a field supply,`} gives ${showValue(volts, 'voltage', display)}.`,
          station: 'machine',
          field: 'roles.fieldSupply',
          remedies: [
            replanned(design, 'Take a 24 V field supply', {
              name: 'choose-part',
              args: { slot: { role: 'fieldSupply' }, library: usual.fieldSupply },
            }),
          ],
        },
      ];
    });
  },
};
