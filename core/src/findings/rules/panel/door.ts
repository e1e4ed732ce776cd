import { carriesMains } from '../../../machine/parts';
import { enclosureOf } from '../../../machine/sitsIn';
import { showValue } from '../../../units/print';
import { positive } from '../../../units/derived';
import type { FindingDraft, Rule } from '../../finding';

/** A door or lid of metal without a strap of its own. */
export const doorNotBonded: Rule = {
  code: 'door-not-bonded',
  severity: 'danger',
  check: ({ design }) =>
    Object.entries(design.enclosures ?? {}).flatMap(([id, box]): FindingDraft[] => {
      const { door } = box;
      if (!door?.metal || door.bonded) return [];
      const live = Object.values(design.parts).some((p) => carriesMains(p) && enclosureOf(design, p) === id);
      if (!live) return [];
      const it = door.hinge === 'none' ? 'lid' : 'door';
      return [
        {
          subject: id,
          title: `The ${it} of ${box.name} is not earthed by a strap`,
          explain: () =>
            `Mains is behind a ${it} of metal. A hinge or a screw through paint is no earth: a loose conductor that touches the ${it} makes it live. Fit a strap from a bare stud on the ${it} to the earth bar, and let a licensed person measure it.`,
          station: 'cabinet',
          field: `enclosures.${id}.door`,
          remedies: [
            {
              label: () => 'The strap is fitted',
              command: { name: 'set-enclosure', args: { enclosure: id, set: { door: { ...door, bonded: true } } } },
            },
          ],
        },
      ];
    }),
};

/** A door without room to open. */
export const doorSwing: Rule = {
  code: 'door-swing',
  severity: 'doubtful',
  check: ({ design }) =>
    Object.entries(design.enclosures ?? {}).flatMap(([id, box]): FindingDraft[] => {
      const { door } = box;
      if (!door || door.hinge === 'none') return [];
      const room = positive(door.room, '');
      const swings = positive(door.hinge === 'left' || door.hinge === 'right' ? box.width : box.height, '');
      if (!room.known || !swings.known || room.value >= swings.value) return [];
      return [
        {
          subject: id,
          title: `The door of ${box.name} does not open all the way`,
          explain: (display) =>
            `It swings ${showValue(swings.value, 'length', display, 3)} out; ${showValue(room.value, 'length', display, 3)} are free in front of it. Whoever works inside stands in its way. Hang it on another side, take a lid that comes off, or move the box.`,
          station: 'cabinet',
          field: `enclosures.${id}.door`,
          remedies: [],
        },
      ];
    }),
};
