import type { Command } from '../../../commands/command';
import { mainsInlets } from '../../../distribution/supplies';
import type { Design } from '../../../machine/design';
import { mainsWay } from '../../../machine/rails';
import type { PartSlot } from '../../../machine/slots';
import type { Rule } from '../../finding';
import { replanned } from '../../replanned';
import { usual } from '../../../machine/library/usual';

/** What a mains side takes that this machine has not: an inlet, a bar, and where nothing is on the way yet, all three devices. */
function missingMains({ rails }: Design): Command[] {
  const devices = mainsWay(rails).length ? [] : [usual.mainSwitch, usual.mainsBreaker, usual.mainsFilter];
  const take = (slot: PartSlot, library: string): Command => ({ name: 'choose-part', args: { slot, library } });
  return [
    ...(rails.mains?.inlet ? [] : [take({ rail: 'mains', item: 'inlet' }, usual.mainsInlet)]),
    ...devices.map((library, device) => take({ rail: 'mains', device }, library)),
    ...(rails.earth ? [] : [take({ rail: 'earth' }, usual.earthBar)]),
  ];
}

/** Supplies without any way from the mains to them. */
export const mainsNotPlanned: Rule = {
  code: 'mains-not-planned',
  severity: 'note',
  check: ({ design }) => {
    const supplies = Object.values(design.parts).filter((p) => p.data.class === 'supply');
    if (mainsInlets(design).length || !supplies.length) return [];
    return [
      {
        subject: 'mains',
        title: 'The mains side is not planned',
        explain: () =>
          `Nothing leads to ${supplies.map((p) => p.designation).join(', ')} yet: inlet, main switch, breaker, filter and earth bar are still to be chosen. Until then protection is an assumption. Local code, licensed person.`,
        station: 'wiring',
        field: 'rails.mains.inlet',
        remedies: [
          replanned(design, 'Take an inlet, a main switch, a breaker, a filter and an earth bar', {
            name: 'several',
            args: {
              title: 'Mains side taken from the library',
              commands: missingMains(design),
            },
          }),
        ],
      },
    ];
  },
};
