import { circuitName } from '../../../machine/fields';
import type { FindingDraft, Rule } from '../../finding';

/** A mushroom button on an input that only pauses: it looks like a stop and is none. */
export const pauseAsStop: Rule = {
  code: 'pause-as-stop',
  severity: 'danger',
  check: ({ design }) =>
    Object.entries(design.circuits).flatMap(([id, c]): FindingDraft[] => {
      const taken = c.devices.find((d) => {
        const data = design.parts[d]?.data;
        return c.function === 'pause' && data?.class === 'button' && data.latching;
      });
      if (!taken) return [];
      return [
        {
          subject: id,
          title: `${design.parts[taken]!.designation} looks like a stop and only pauses`,
          explain: () =>
            `A latching stop button is on ${circuitName(design, id).toLowerCase()}: the program waits, the motors keep their power, the spindle turns on, and whoever lets the button out starts it all again. In an emergency that is no stop.`,
          station: 'switches',
          field: `circuits.${id}.function`,
          remedies: [
            {
              label: () => 'Make it a stop',
              command: { name: 'set-field', args: { path: `circuits.${id}.function`, value: 'stop' } },
            },
          ],
        },
      ];
    }),
};
