import type { FindingDraft, Rule } from '../../finding';
import { usual } from '../../../machine/library/usual';

/** A stop that ends as soon as the hand lets go. */
export const stopDoesNotLatch: Rule = {
  code: 'stop-does-not-latch',
  severity: 'danger',
  check: ({ design }) =>
    Object.values(design.circuits).flatMap((c) =>
      c.function !== 'stop'
        ? []
        : c.devices.flatMap((id): FindingDraft[] => {
            const part = design.parts[id];
            if (part?.data.class === 'button' && part.data.latching) return [];
            return [
              {
                subject: id,
                title: `${part?.designation ?? id} stops only while it is held`,
                explain: () =>
                  'A stop button stays in when it is pressed and is let out by a deliberate turn. This one is free again as soon as the hand leaves it, and whatever the stop cut may come back.',
                station: 'switches',
                field: 'circuits',
                remedies: [
                  {
                    label: () => 'Take a latching stop button',
                    command: { name: 'exchange-device', args: { part: id, library: usual.stopButton } },
                  },
                ],
              },
            ];
          }),
    ),
};
