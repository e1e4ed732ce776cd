import { showValue } from '../../../units/print';
import { baseValue } from '../../../units/quantity';
import { chainFills, MOST_FILL } from '../../../wiring/chains';
import type { FindingDraft, Rule } from '../../finding';

/** A moving cable chain that is stuffed, or that bends a cable tighter than it may. */
export const chainFull: Rule = {
  code: 'chain-full',
  severity: 'doubtful',
  check: ({ design }) =>
    chainFills(design).flatMap((c): FindingDraft[] => {
      const full = c.fill !== undefined && c.fill > MOST_FILL;
      if (!full && !c.tooThick.length && !c.tooStiff.length) return [];
      return [
        {
          subject: c.id,
          title: full
            ? `Cable chain ${c.chain.name} is ${Math.round(100 * c.fill!)} % full`
            : `Cable chain ${c.chain.name} does not suit ${[...c.tooThick, ...c.tooStiff].join(', ')}`,
          explain: (display) =>
            [
              full
                ? `Cables must slide past each other: ${Math.round(100 * MOST_FILL)} % are the most. A wider chain, or a second one.`
                : '',
              c.tooThick.length ? `Too thick for its height, with a tenth of play: ${c.tooThick.join(', ')}.` : '',
              c.tooStiff.length
                ? `Its bend of ${showValue(c.chain.bendRadius ? baseValue(c.chain.bendRadius) : 0, 'length', display, 3)} is tighter than these may be flexed: ${c.tooStiff.join(', ')}. They break inside, months later.`
                : '',
            ]
              .filter(Boolean)
              .join(' '),
          station: 'wiring',
          field: `chains.${c.id}`,
        },
      ];
    }),
};
