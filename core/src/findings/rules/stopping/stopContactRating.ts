import { figureOr } from '../../../units/derived';
import { showValue } from '../../../units/print';
import { baseValue } from '../../../units/quantity';
import type { FindingDraft, Rule } from '../../finding';
import { usual } from '../../../machine/library/usual';

/** A stop contact that breaks more than it is made for: it welds, and then it breaks nothing. */
export const stopContactRating: Rule = {
  code: 'stop-contact-rating',
  severity: 'danger',
  check: ({ design, stop }) =>
    Object.values(design.circuits).flatMap((c) =>
      c.function !== 'stop'
        ? []
        : c.devices.flatMap((id): FindingDraft[] => {
            const part = design.parts[id];
            const rated = part && 'ratedCurrent' in part.data ? part.data.ratedCurrent : undefined;
            if (!part || !rated) return [];
            const dropped = [...stop.held].filter((key) => !stop.pressed.energised.has(key));
            const amps = dropped.reduce((sum, key) => {
              const data = design.parts[key.split('/')[0]!]?.data;
              return sum + (data && 'coilCurrent' in data ? figureOr(data.coilCurrent, 0) : 0);
            }, 0);
            if (amps <= baseValue(rated)) return [];
            return [
              {
                subject: id,
                title: `${part.designation} switches more than its contact is rated for`,
                explain: (display) =>
                  `The coils that it lets drop draw ${showValue(amps, 'current', display, 3)}; its contact breaks ${showValue(baseValue(rated), 'current', display, 3)} of direct current. It burns until it welds, and a welded stop stops nothing. Let it switch the coil of a relay or contactor that bears the load.`,
                station: 'switches',
                field: `parts.${id}.data.ratedCurrent`,
                remedies: [
                  {
                    label: () => 'Take a button with a stronger contact',
                    command: { name: 'exchange-device', args: { part: id, library: usual.stopButtonTwoContacts } },
                  },
                ],
              },
            ];
          }),
    ),
};
