import { distributionOf } from '../../../distribution/tree';
import { portOf } from '../../../machine/ports';
import { showValue } from '../../../units/print';
import { baseValue } from '../../../units/quantity';
import { fieldOfPart, takeInstead } from '../../choose';
import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';
import { usual } from '../../../machine/library/usual';

/** Sensors on the 5 V of a board that want 10 V and more never switch. */
export const sensorSupply: Rule = {
  code: 'sensor-supply',
  severity: 'wont-work',
  check: ({ design }) => {
    const tree = distributionOf(design);
    return Object.entries(design.parts).flatMap(([id, part]): FindingDraft[] => {
      if (part.data.class !== 'sensor') return [];
      const { source } = tree.wayTo(id, 'supply');
      const gives = source && portOf(design.parts[source.part], source.port)?.volts;
      if (!source || !gives) return [];
      const volts = gives.most;
      const supply = tree.supplyOf(id, 'supply');
      const min = part.data.supplyMin ? baseValue(part.data.supplyMin) : 0;
      const max = part.data.supplyMax ? baseValue(part.data.supplyMax) : Infinity;
      if (volts >= min && volts <= max) return [];
      return [
        {
          subject: id,
          title: `Sensor ${part.designation} gets the wrong voltage`,
          explain: (display) =>
            `It needs ${showValue(min, 'voltage', display)} to ${showValue(max, 'voltage', display)}; ${supply ? supply.part.name : `the board, without a field supply,`} gives ${showValue(volts, 'voltage', display)}.`,
          station: 'machine',
          field: supply ? fieldOfPart(design, supply.id) : 'rails.field.supply',
          remedies: [
            replanned(
              design,
              'Take a 24 V field supply',
              supply
                ? takeInstead(design, supply.id, usual.fieldSupply)
                : {
                    name: 'choose-part',
                    args: { slot: { rail: 'field', item: 'supply' }, library: usual.fieldSupply },
                  },
            ),
          ],
        },
      ];
    });
  },
};
