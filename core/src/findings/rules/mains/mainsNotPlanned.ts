import { mainsInlets } from '../../../distribution/supplies';
import type { Design } from '../../../machine/design';
import { mainsWay } from '../../../machine/rails';
import type { PartSlot } from '../../../machine/slots';
import { listed } from '../../../units/listed';
import type { Rule } from '../../finding';
import { replanned } from '../../replanned';
import { usual } from '../../../machine/library/usual';

interface Missing {
  what: string;
  library: string;
  slot: PartSlot;
}
/** What a mains side takes that this machine has not: an inlet, a bar, and where nothing is on the way yet, all three devices. */
function missingMains({ rails }: Design): Missing[] {
  const devices = [
    ['a main switch', usual.mainSwitch],
    ['a breaker', usual.mainsBreaker],
    ['a filter', usual.mainsFilter],
  ] as const;
  const missing: Missing[] = [];
  if (!rails.mains?.inlet)
    missing.push({ what: 'an inlet', library: usual.mainsInlet, slot: { rail: 'mains', item: 'inlet' } });
  if (!mainsWay(rails).length)
    devices.forEach(([what, library], device) => missing.push({ what, library, slot: { rail: 'mains', device } }));
  if (!rails.earth) missing.push({ what: 'an earth bar', library: usual.earthBar, slot: { rail: 'earth' } });
  return missing;
}

/** Supplies without any way from the mains to them. */
export const mainsNotPlanned: Rule = {
  code: 'mains-not-planned',
  severity: 'note',
  check: ({ design }) => {
    const supplies = Object.values(design.parts).filter((p) => p.data.class === 'supply');
    if (mainsInlets(design).length || !supplies.length) return [];
    const missing = missingMains(design);
    return [
      {
        subject: 'mains',
        title: 'The mains side is not planned',
        explain: () =>
          `Nothing leads to ${supplies.map((p) => p.designation).join(', ')} yet: inlet, main switch, breaker, filter and earth bar are still to be chosen. Until then protection is an assumption. Local code, licensed person.`,
        station: 'wiring',
        field: 'rails.mains.inlet',
        remedies: [
          replanned(design, `Take ${listed(missing.map((m) => m.what))}`, {
            name: 'several',
            args: {
              title: 'Mains side taken from the library',
              commands: missing.map(({ library, slot }) => ({ name: 'choose-part', args: { slot, library } })),
            },
          }),
        ],
      },
    ];
  },
};
