import { showValue } from '../../../units/print';
import type { FindingDraft, Rule } from '../../finding';

/** The actuator is pushed further than it withstands before the axis stands. */
export const overTravel: Rule = {
  code: 'over-travel',
  severity: 'doubtful',
  check: ({ axes, design }) =>
    axes.flatMap(({ id, axis, switches, stopping }) =>
      switches.flatMap((s): FindingDraft[] => {
        const part = design.parts[s.device];
        const { bears } = s;
        if (!part || bears === undefined || !stopping.known || !s.isLimit || stopping.value.distance <= bears)
          return [];
        return [
          {
            subject: s.device,
            title: `${part.designation} is pushed further than it withstands`,
            explain: (display) =>
              `${axis.letter} needs ${showValue(stopping.value.distance, 'length', display, 4)} to stop; the actuator has ${showValue(bears, 'length', display, 4)} of over-travel. Go slower, brake harder, or fit a switch with more.`,
            station: 'switches',
            field: `axes.${id}.acceleration`,
          },
        ];
      }),
    ),
};
