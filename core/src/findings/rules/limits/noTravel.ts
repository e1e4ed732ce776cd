import { showValue } from '../../../units/print';
import type { FindingDraft, Rule } from '../../finding';

/** Switch zones, back-off and margin have eaten up the travel. */
export const noTravel: Rule = {
  code: 'no-travel',
  severity: 'wont-work',
  check: ({ axes }) =>
    axes.flatMap(({ id, axis, ruler }): FindingDraft[] =>
      !ruler.known || ruler.value.usable > 0
        ? []
        : [
            {
              subject: id,
              title: `${axis.letter} has no travel left`,
              explain: (display) =>
                `Switch zones, back-off and margin add up to more than the hard travel of ${showValue(ruler.value.hardPlus - ruler.value.hardMinus, axis.motion === 'linear' ? 'length' : 'angle', display)}. One of these figures is wrong, or the switches sit too far in.`,
              station: 'machine',
              field: `axes.${id}.travel`,
            },
          ],
    ),
};
