import { logicSupply } from '../../../distribution/supplies';
import { listedFigure } from '../../../machine/library/listed';
import { libraryOf } from '../../../machine/library/index';
import { figureOr, positive } from '../../../units/derived';
import { showValue } from '../../../units/print';
import { fieldOfPart, takeInstead } from '../../choose';
import type { FindingDraft, Rule } from '../../finding';

/** No board of a hobby controller of which nothing is known takes more than this, V. */
const NO_BOARD_V = 36;

/** The logic supply against the range of the controller's own supply terminals. */
export const controllerSupply: Rule = {
  code: 'controller-supply',
  severity: 'danger',
  check: ({ design }): FindingDraft[] => {
    const id = design.roles.controller;
    const controller = id ? design.parts[id] : undefined;
    const held = logicSupply(design);
    const supply = held?.part;
    if (!controller || supply?.data.class !== 'supply') return [];
    const volts = positive(supply.data.outputVoltage, '');
    if (!volts.known) return [];
    const [least, most] = [
      positive(listedFigure(controller, 'supplyMin'), ''),
      positive(listedFigure(controller, 'supplyMax'), ''),
    ];
    const top = most.known ? most.value : NO_BOARD_V;
    const bottom = least.known ? least.value : 0;
    if (volts.value >= bottom && volts.value <= top) return [];
    const over = volts.value > top;
    const fits = libraryOf('supply')
      .filter((e) => e.data.class === 'supply' && !e.data.outputCapacitance)
      .find((e) => {
        const v = e.data.class === 'supply' ? figureOr(e.data.outputVoltage, 0) : 0;
        return v >= bottom && v <= top;
      });
    return [
      {
        subject: id!,
        severity: over ? 'danger' : 'wont-work',
        title: over
          ? `The logic supply destroys ${controller.designation}`
          : `The logic supply is too low for ${controller.designation}`,
        explain: (display) => {
          const v = (n: number) => showValue(n, 'voltage', display, 3);
          return `${controller.name} ${least.known && most.known ? `takes ${v(bottom)} to ${v(top)}` : `has no supply range on its sheet here; hardly any board takes more than ${v(NO_BOARD_V)}`}; ${supply.name} gives ${v(volts.value)}. Check it with a meter before the board is plugged in.`;
        },
        station: 'machine',
        field: fieldOfPart(design, held!.id),
        remedies: fits
          ? [
              {
                label: () => `Take ${fits.name}`,
                command: takeInstead(design, held!.id, fits.key),
              },
            ]
          : [],
      },
    ];
  },
};
