import { warmthOf } from '../../../cabinet/warmth';
import { showValue } from '../../../units/print';
import type { FindingDraft, Rule } from '../../finding';

/** Less than this a supply gives to the air of a closed box without anybody noticing, W. */
const LITTLE_W = 10;

/** A fan or a grille whose air has no way in, or none out: it moves nothing. */
export const noAirway: Rule = {
  code: 'no-airway',
  severity: 'doubtful',
  check: ({ design }) =>
    Object.entries(design.enclosures ?? {}).flatMap(([id, box]): FindingDraft[] => {
      if (box.air === 'closed' || (box.inlet !== 'none' && box.outlet !== 'none')) return [];
      const missing = box.inlet === 'none' ? 'come in' : 'get out';
      return [
        {
          subject: id,
          title: `No air can ${missing} at ${box.name}`,
          explain: () =>
            `${box.air === 'fan' ? 'Its fan turns, and moves nothing' : 'Its grille breathes, and nothing flows'}: air that goes in has to get out. Cut a second opening of the same size, low for what comes in and high for what leaves.`,
          station: 'cabinet',
          field: `enclosures.${id}.${box.inlet === 'none' ? 'inlet' : 'outlet'}`,
          remedies: [
            {
              label: () => 'Let air in at the bottom and out at the top',
              command: { name: 'set-enclosure', args: { enclosure: id, set: { inlet: 'bottom', outlet: 'top' } } },
            },
          ],
        },
      ];
    }),
};

/** A fan that blows against what its opening is for, or drives warm air down. */
export const fanReversed: Rule = {
  code: 'fan-reversed',
  severity: 'doubtful',
  check: ({ design }) =>
    Object.entries(design.enclosures ?? {}).flatMap(([id, box]): FindingDraft[] => {
      if (box.air !== 'fan') return [];
      const wanted = box.fanAt === undefined ? undefined : box.fanAt === 'inlet' ? 'in' : 'out';
      const against = wanted !== undefined && box.fanBlows !== undefined && box.fanBlows !== wanted;
      const down = box.inlet === 'top' && box.outlet === 'bottom';
      // Turned round, a fan that was to drive the air down drives it up.
      if (against === down) return [];
      return [
        {
          subject: id,
          title: against ? `The fan of ${box.name} blows the wrong way` : `The air in ${box.name} is driven down`,
          explain: () =>
            against
              ? `It sits where air is to ${box.fanAt === 'inlet' ? 'come in' : 'get out'} and blows ${box.fanBlows}: what comes in passes no filter, and chips and dust are drawn in through every gap. Turn the fan round; an arrow on its frame shows its way.`
              : 'Air comes in at the top and leaves at the bottom: the fan works against the warm air, which rises and stays below the lid. Let it in at the bottom.',
          station: 'cabinet',
          field: `enclosures.${id}.${against ? 'fanBlows' : 'inlet'}`,
          remedies: [
            {
              label: () => (against ? 'Turn the fan round' : 'Let air in at the bottom and out at the top'),
              command: {
                name: 'set-enclosure',
                args: {
                  enclosure: id,
                  set: against ? { fanBlows: wanted! } : { inlet: 'bottom', outlet: 'top' },
                },
              },
            },
          ],
        },
      ];
    }),
};

/** A supply in a closed compartment of which nobody knows how large it is: how warm it gets cannot be said. */
export const supplyWithoutOutlet: Rule = {
  code: 'supply-without-outlet',
  severity: 'doubtful',
  check: (figures) => {
    const { design } = figures;
    return Object.entries(design.enclosures ?? {}).flatMap(([id, box]): FindingDraft[] => {
      if (box.air !== 'closed') return [];
      const warmth = warmthOf(figures, id, 'in-use');
      if (!warmth || warmth.riseK !== undefined) return [];
      const supplies = warmth.heat.losses.filter((l) => design.parts[l.part]!.data.class === 'supply');
      const watts = supplies.reduce((sum, l) => sum + l.watts, 0);
      if (watts <= LITTLE_W) return [];
      return [
        {
          subject: id,
          title: `${design.parts[supplies[0]!.part]!.designation} has no air in ${box.name}`,
          explain: (display) =>
            `It is closed, and ${showValue(watts, 'power', display, 2)} of heat come from what supplies power in it. Its sizes are not entered, so that how warm it gets cannot be said. Enter its width, height and depth, or give it an outlet.`,
          station: 'cabinet',
          field: `enclosures.${id}.width`,
        },
      ];
    });
  },
};
