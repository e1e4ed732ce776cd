import { coolingOf, flowShare, riseK } from '../../../cabinet/air';
import { USUAL_LIMIT_C, warmestRoomC, warmthOf, type Warmth } from '../../../cabinet/warmth';
import { listed } from '../../../units/listed';
import { showValue } from '../../../units/print';
import { quantity } from '../../../units/quantity';
import type { FindingDraft, Remedy, Rule } from '../../finding';

/** Flows in which fans are sold, m³/h by their sheets. */
const FANS = [20, 30, 45, 65, 100, 150, 220, 350];
/** So much beyond its limit a part does not merely age. */
const FAR_K = 10;

/** The air around each part in the warmest room, in the mean of a job, against what the part bears. */
export const partTooWarm: Rule = {
  code: 'part-too-warm',
  severity: 'doubtful',
  check: (figures) => {
    const { design } = figures;
    return Object.keys(design.enclosures ?? {}).flatMap((id): FindingDraft[] => {
      const warmth = warmthOf(figures, id, 'in-use');
      if (warmth?.airC === undefined || warmth.riseK === undefined) return [];
      const { airC, box, tooWarm: hot, heat } = warmth;
      const [first] = hot;
      if (!first) return [];
      const roomC = warmestRoomC(design);
      return [
        {
          subject: id,
          severity: airC > first.limitC + FAR_K ? 'wont-work' : 'doubtful',
          title: `It gets too warm in ${box.name}`,
          explain: (display) => {
            const c = (n: number) => showValue(n, 'ambient', display, 3);
            const most = heat.losses
              .slice(0, 3)
              .map((l) => `${design.parts[l.part]!.designation} ${showValue(l.watts, 'power', display, 2)}`);
            const usual = hot.some((b) => b.usual) ? ` Where no sheet tells, ${c(USUAL_LIMIT_C)} count.` : '';
            return `${showValue(heat.watts, 'power', display, 3)} of heat (${listed(most)}) lift the air by ${showValue(warmth.riseK!, 'temperature', display, 2)} to ${c(airC)} in a room of ${c(roomC)}. ${listed(hot.map((b) => `${design.parts[b.part]!.designation} bears ${c(b.limitC)}`))}.${usual} Electronics that are too warm switch off in the work, and age by half for each 10 K.`;
          },
          station: 'cabinet',
          field: `enclosures.${id}`,
          remedies: fanFor(id, warmth),
        },
      ];
    });
  },
};

/** The smallest fan that keeps every part within its limit; none where the room alone is too warm. */
function fanFor(id: string, { box, heat, mostK, airM3h }: Warmth): Remedy[] {
  const cooling = coolingOf(box);
  if (!cooling || !(mostK > 0)) return [];
  const flow = FANS.find((f) => {
    const forcedM3h = f * flowShare(box);
    return forcedM3h >= airM3h && riseK({ ...cooling, openM2: 0, forcedM3h }, heat.watts) <= mostK;
  });
  if (flow === undefined) return [];
  return [
    {
      label: (display) => `Fit a fan of ${showValue(flow, 'airFlow', display, 3)} with a grille`,
      command: {
        name: 'set-enclosure',
        args: {
          enclosure: id,
          set: {
            air: 'fan',
            flow: quantity(flow, 'm³/h', 'estimate'),
            inlet: 'bottom',
            outlet: 'top',
            fanAt: 'inlet',
            fanBlows: 'in',
          },
        },
      },
    },
  ];
}
