import { seatedOn } from '../../../distribution/seats';
import { distributionOf } from '../../../distribution/tree';
import { portOf } from '../../../machine/ports';
import { positive } from '../../../units/derived';
import { showValue } from '../../../units/print';
import { libraryOf } from '../../../machine/library/index';
import { fieldOfPart, takeInstead } from '../../choose';
import type { FindingDraft, Rule } from '../../finding';

/** The motor supply of a board with driver sockets against what the board itself withstands, whatever its drivers do. */
export const socketsSupply: Rule = {
  code: 'sockets-supply',
  severity: 'danger',
  check: ({ design }) =>
    Object.entries(design.parts).flatMap(([id, board]): FindingDraft[] => {
      const range = portOf(board, 'motor-supply')?.volts;
      const supply = distributionOf(design).supplyOf(id, 'motor-supply');
      const given = supply?.part.data.class === 'supply' ? positive(supply.part.data.outputVoltage, '') : undefined;
      if (!range || !supply || !given?.known || !seatedOn(design, id).size) return [];
      const volts = given.value;
      if (volts >= range.least && volts <= range.most) return [];
      const over = volts > range.most;
      const fits = libraryOf('supply').find((e) => {
        const v =
          e.data.class === 'supply' && e.data.outputCapacitance ? positive(e.data.outputVoltage, '') : undefined;
        return v?.known && v.value >= range.least && v.value <= range.most;
      });
      return [
        {
          subject: id,
          severity: over ? 'danger' : 'wont-work',
          title: `The motor supply ${over ? 'destroys' : 'is too low for'} ${board.designation}`,
          explain: (display) => {
            const v = (n: number) => showValue(n, 'voltage', display, 3);
            const takes =
              range.most === Infinity ? `at least ${v(range.least)}` : `${v(range.least)} to ${v(range.most)}`;
            return `${board.name} takes ${takes} for the drivers in its sockets, whatever the drivers themselves withstand; ${supply.part.name} gives ${v(volts)}. Measure before the board is connected.`;
          },
          station: 'machine',
          field: fieldOfPart(design, supply.id),
          remedies: fits
            ? [{ label: () => `Take ${fits.name}`, command: takeInstead(design, supply.id, fits.key) }]
            : [],
        },
      ];
    }),
};
