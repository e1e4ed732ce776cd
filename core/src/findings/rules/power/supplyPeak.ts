import type { Figures } from '../../../derivation/figureTypes';
import { powerStateTitle, supplyDemand } from '../../../power/states';
import { printNumber, showValue } from '../../../units/print';
import { fieldOfPart } from '../../choose';
import type { FindingDraft, Rule } from '../../finding';

/** A supply that lasts, and that gives way in the moments when all axes accelerate. */
export const supplyPeak: Rule = {
  code: 'supply-peak',
  severity: 'doubtful',
  check: (figures: Figures) =>
    Object.entries(figures.design.parts).flatMap(([id, part]): FindingDraft[] => {
      const demand = supplyDemand(figures, id);
      if (!demand) return [];
      const gives = demand.volts * demand.ratedA;
      const { watts } = demand.states.accelerating;
      // What does not even last is told by the load.
      if (watts <= gives || demand.states.cutting.watts > gives) return [];
      return [
        {
          subject: id,
          title: `${part.designation} gives way while all axes accelerate`,
          explain: (display) => {
            const w = (n: number) => showValue(n, 'power', display, 3);
            return `${powerStateTitle.accelerating}: ${w(watts)}; ${part.name} gives ${w(gives)}, ${printNumber((100 * gives) / watts, 2)} % of it. Its voltage sags for that moment, and with it the torque at speed: steps are lost just when the load is largest. Its own capacitor bridges a few milliseconds. Take a larger one, or less acceleration.`;
          },
          station: 'cabinet',
          field: fieldOfPart(figures.design, id),
        },
      ];
    }),
};
