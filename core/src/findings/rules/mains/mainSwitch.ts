import { isThreePhase } from '../../../distribution/lines';
import { mainsDevices, mainsInlets } from '../../../distribution/supplies';
import { distributionOf, type Held } from '../../../distribution/tree';
import type { Figures } from '../../../derivation/figureTypes';
import type { Design } from '../../../machine/design';
import { isHandSwitch } from '../../../machine/designation';
import { usual } from '../../../machine/library/usual';
import type { Part } from '../../../machine/parts';
import { portOf } from '../../../machine/ports';
import { figureOr } from '../../../units/derived';
import { showValue } from '../../../units/print';
import { fieldOfPart } from '../../choose';
import type { FindingDraft, Remedy, Rule } from '../../finding';
import { replanned } from '../../replanned';
import { LICENSED } from './licensed';

/** Up to this rating a plug may be what parts a machine from the mains, A (IEC 60204-1, 5.3.2). */
const BY_PLUG_A = 16;

interface OnMains {
  id: string;
  part: Part;
  /** The switches on its way. */
  switches: readonly string[];
}
/** What runs on the mains of the cabinet. */
const onMains = (design: Design): OnMains[] =>
  Object.entries(design.parts).flatMap(([id, part]): OnMains[] => {
    if (portOf(part, 'mains')?.direction !== 'takes' || !distributionOf(design).wayTo(id, 'mains').source) return [];
    const switches = mainsDevices(design, id).filter((d) => isHandSwitch(d.part));
    return [{ id, part, switches: switches.map((d) => d.id) }];
  });
/** The switch that parts most of what runs on the mains; one for a single load among several is none. */
function mainSwitchOf(loads: readonly OnMains[]): string | undefined {
  const counts = new Map<string, number>();
  for (const l of loads) for (const s of l.switches) counts.set(s, (counts.get(s) ?? 0) + 1);
  // Of two in series the one ahead parts no less.
  const [most] = [...counts].sort((a, b) => b[1] - a[1]);
  return most && most[1] * 2 > loads.length ? most[0] : undefined;
}

/** A machine that is parted from the mains by nothing but its plug, and what stays live while the main switch is off. */
export const mainSwitch: Rule = {
  code: 'main-switch',
  severity: 'doubtful',
  check: ({ design }: Figures) => {
    const [inlet] = mainsInlets(design);
    const loads = onMains(design);
    if (!inlet || !loads.length) return [];
    const main = mainSwitchOf(loads);
    if (main === undefined) return [without(design, inlet)];
    return loads
      .filter((l) => !l.switches.includes(main))
      .map(({ id, part }): FindingDraft => ({
        subject: id,
        title: `${part.designation} stays live while ${design.parts[main]!.designation} is off`,
        explain: () =>
          `${part.name} gets its mains from ahead of the main switch. Whoever opens the cabinet with the switch off finds it live: feed it from behind the switch, or cover its terminals and mark them. ${LICENSED}`,
        station: 'wiring',
        field: `feeds.${id}.mains`,
      }));
  },
};
function without(design: Design, inlet: Held): FindingDraft {
  const rated = figureOr('ratedCurrent' in inlet.part.data ? inlet.part.data.ratedCurrent : undefined, 0);
  const byPlug = rated > 0 && rated <= BY_PLUG_A;
  return {
    subject: 'mains',
    severity: byPlug ? 'note' : 'doubtful',
    title: 'There is no main switch',
    explain: (display) => {
      const most = showValue(BY_PLUG_A, 'current', display, 2);
      return `Nothing but the plug at ${inlet.part.designation} parts the machine from the mains. ${byPlug ? `Up to ${most} a plug may do that, if it is within reach of whoever works inside` : `Above ${most} a plug is not enough`}; a switch that can be locked off is better. ${LICENSED}`;
    },
    station: 'wiring',
    field: 'rails.mains.devices',
    remedies: switchFirst(design, inlet, rated),
  };
}
/** A switch between the inlet and all that hangs on it. */
function switchFirst(design: Design, inlet: Held, ratedA: number): Remedy[] {
  const threePhase = isThreePhase(portOf(inlet.part, 'mains'));
  const library = threePhase ? usual.mainSwitchThreePhase : ratedA > 20 ? usual.mainSwitchLarge : usual.mainSwitch;
  const aheadOf = Object.entries(distributionOf(design).feeds).flatMap(([part, ports]) =>
    Object.entries(ports).flatMap(([port, from]) =>
      from.part === inlet.id && from.pole !== 'PE' ? [{ part, port }] : [],
    ),
  );
  return aheadOf.length
    ? [replanned(design, 'Put a main switch behind the inlet', { name: 'insert-device', args: { library, aheadOf } })]
    : [];
}

/** A main switch that anybody can close while hands are inside. */
export const mainSwitchLock: Rule = {
  code: 'main-switch-lock',
  severity: 'note',
  check: ({ design }) => {
    const id = mainSwitchOf(onMains(design));
    const part = id === undefined ? undefined : design.parts[id];
    if (id === undefined || part?.data.class !== 'breaker' || part.data.lockable !== false) return [];
    return [
      {
        subject: id,
        title: `${part.designation} cannot be locked off`,
        explain: () =>
          `${part.name} is what parts the machine from the mains, and anybody can close it while hands are inside. A main switch has a place for a padlock; until then, pull the plug and keep it in sight. ${LICENSED}`,
        station: 'wiring',
        field: fieldOfPart(design, id),
      },
    ];
  },
};
