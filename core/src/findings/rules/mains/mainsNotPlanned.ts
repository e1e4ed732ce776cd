import type { Rule } from '../../finding';
import { replanned } from '../../replanned';

/** Supplies without any way from the mains to them. */
export const mainsNotPlanned: Rule = {
  code: 'mains-not-planned',
  severity: 'note',
  check: ({ design }) => {
    const supplies = Object.values(design.parts).filter((p) => p.data.class === 'supply');
    if (design.roles.mainsInlet || !supplies.length) return [];
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
                  ['mainsInlet', 'inlet-gate-16'],
                  ['mainSwitch', 'switch-stile-2'],
                  ['mainsBreaker', 'breaker-hurdle-16'],
                  ['mainsFilter', 'filter-sieve-16'],
                  ['earthBar', 'bar-ridge-20'],
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
