import type { Command } from '../../../commands/command';
import { resetsControl } from '../../../machine/design';
import { terminalsWithRole } from '../../../machine/parts';
import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';
import { usual } from '../../../machine/library/usual';

/** A stop button that cuts power behind the control's back: the program goes on, and its figures with it. */
export const stopUntold: Rule = {
  code: 'stop-untold',
  severity: 'danger',
  check: ({ design }) =>
    Object.entries(design.circuits).flatMap(([id, c]): FindingDraft[] => {
      // A control that is held in reset counts nothing.
      if (c.function !== 'stop' || !c.cutsOnly || resetsControl(design.stopStrategy)) return [];
      const told: Command = { name: 'set-field', args: { path: `circuits.${id}.cutsOnly`, value: null } };
      const single = c.devices.filter((d) => !terminalsWithRole(design.parts[d]!, 'contact-common', 1).length);
      const exchange = single.map((part): Command => ({
        name: 'exchange-device',
        args: { part, library: usual.stopButtonTwoContacts },
      }));
      return [
        {
          subject: id,
          title: 'The program does not know of a stop',
          explain: () =>
            'The button cuts power and no input reports it to the control. It goes on counting as if everything moved: the display shows a position that is no longer true, and when power comes back it goes on from there. A second contact of the same button, on an input, fixes this.',
          station: 'switches',
          field: `circuits.${id}.cutsOnly`,
          remedies: [
            replanned(
              design,
              exchange.length ? 'Take a button with two contacts and report it' : 'Report it over its second contact',
              exchange.length
                ? { name: 'several', args: { title: 'Stop reported to the control', commands: [...exchange, told] } }
                : told,
            ),
          ],
        },
      ];
    }),
};
