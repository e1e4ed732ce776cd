import { mainsInlets } from '../../../distribution/supplies';
import type { Rule } from '../../finding';
import { replanned } from '../../replanned';
import { usual } from '../../../machine/library/usual';

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
        field: 'roles.mainsInlet',
        remedies: [
          replanned(design, 'Take an inlet, a main switch, a breaker, a filter and an earth bar', {
            name: 'several',
            args: {
              title: 'Mains side taken from the library',
              commands: (
                [
                  ['mainsInlet', usual.mainsInlet],
                  ['mainSwitch', usual.mainSwitch],
                  ['mainsBreaker', usual.mainsBreaker],
                  ['mainsFilter', usual.mainsFilter],
                  ['earthBar', usual.earthBar],
                ] as const
              )
                .filter(([role]) => !design.roles[role])
                .map(([role, library]) => ({ name: 'choose-part' as const, args: { slot: { role }, library } })),
            },
          }),
        ],
      },
    ];
  },
};
