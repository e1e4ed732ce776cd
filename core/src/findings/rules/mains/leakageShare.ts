import { LEAKAGE_OPENS, LEAKAGE_SHARE, leakageOf } from '../../../power/leakage';
import { printNumber } from '../../../units/print';
import { fieldOfPart } from '../../choose';
import type { FindingDraft, Rule } from '../../finding';

/** What filters and drives let flow to earth all the time, against the residual-current device ahead of them. */
export const leakageShare: Rule = {
  code: 'leakage-share',
  severity: 'doubtful',
  check: ({ design }) =>
    Object.entries(design.parts).flatMap(([id, part]): FindingDraft[] => {
      const leakage = leakageOf(design, id);
      if (!leakage || leakage.share <= LEAKAGE_SHARE) return [];
      const opens = leakage.share > LEAKAGE_OPENS;
      return [
        {
          subject: id,
          severity: opens ? 'wont-work' : 'doubtful',
          title: opens
            ? `${part.designation} may open by what leaks all the time`
            : `Leakage leaves ${part.designation} little in reserve`,
          explain: () => {
            const ma = (n: number) => `${printNumber(n * 1000, 3)}\u00a0mA`;
            const each = leakage.leaks.map((l) => `${design.parts[l.part]!.designation} ${ma(l.amps)}`).join(', ');
            return `${each}: ${ma(leakage.amps)} flow to earth all the time, ${printNumber(100 * leakage.share, 2)} % of the ${ma(leakage.ratedA)} at which it opens. It may open from half of that on, and each start of a drive adds to it; keep to ${LEAKAGE_SHARE * 100} %. Feed the drives by a device of their own, or take filters that leak less. Which type of device a drive asks for stands in its manual; a licensed person chooses it by your local code.`;
          },
          station: 'cabinet',
          field: fieldOfPart(design, id),
        },
      ];
    }),
};
