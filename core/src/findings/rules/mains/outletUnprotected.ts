import { usual } from '../../../machine/library/usual';
import { mainsDevices } from '../../../distribution/supplies';
import { opensAtLeakage } from '../../../power/leakage';
import { figureOr } from '../../../units/derived';
import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';

/** A socket feeds what is held in the hand: leakage at which its device opens, at most, A (IEC 60364-4-41). */
const MOST_A = 0.03;

/** A socket outlet without a residual-current device of 30 mA ahead of it. */
export const outletUnprotected: Rule = {
  code: 'outlet-unprotected',
  severity: 'danger',
  check: ({ design }) =>
    Object.entries(design.parts).flatMap(([id, part]): FindingDraft[] => {
      if (part.data.class !== 'connector' || part.data.form !== 'mains-outlet') return [];
      const ahead = mainsDevices(design, id);
      const guarded = ahead.some(
        (d) =>
          opensAtLeakage(d.part) &&
          d.part.data.class === 'breaker' &&
          figureOr(d.part.data.residualCurrent, Infinity) <= MOST_A * 1.001,
      );
      if (guarded) return [];
      return [
        {
          subject: id,
          title: `No residual-current device guards the socket ${part.designation}`,
          explain: () =>
            `What is plugged into ${part.name} is held in the hand, and its lead is stepped on. A residual-current device of 30 mA opens before a current through a person kills. One in the wall counts, if it is known; a licensed person tests it. Follow your local code.`,
          station: 'wiring',
          field: `feeds.${id}.mains`,
          remedies: ahead.length
            ? [
                replanned(design, 'Put a residual-current device ahead of it', {
                  name: 'insert-device',
                  args: { library: usual.residualCurrentDevice, aheadOf: [{ part: id, port: 'mains' }] },
                }),
              ]
            : [],
        },
      ];
    }),
};
