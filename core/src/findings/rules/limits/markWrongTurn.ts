import type { Command } from '../../../commands/command';
import { pulsePitch, shaftsOf } from '../../../drivetrain/shafts';
import { parksAtMark } from '../../../machine/pulseSensor';
import { markedDatumOf, widestWindow } from '../../../switches/markedDatum';
import { showValue, type Display } from '../../../units/print';
import { baseValue, quantity, type Quantity } from '../../../units/quantity';
import { roundBase } from '../../../units/round';
import type { FindingDraft, Rule } from '../../finding';

/** A datum by a scribed mark and one pulse a turn: from somewhere in the park window another turn is taken, or nearly. */
export const markWrongTurn: Rule = {
  code: 'mark-wrong-turn',
  severity: 'wont-work',
  check: ({ axes }) =>
    axes.flatMap(({ id, axis }): FindingDraft[] => {
      if (!parksAtMark(axis.reference)) return [];
      const path = `axes.${id}`;
      const field = `${path}.reference.pulseFromMark`;
      const pitch = pulsePitch(axis, path);
      const marked = markedDatumOf(axis, path, pitch);
      const dimension = axis.motion === 'linear' ? 'length' : 'angle';
      const unit = axis.motion === 'linear' ? 'mm' : '°';
      if (!pitch.known) return [];
      if (!marked.known)
        return [
          {
            subject: id,
            severity: 'note',
            title: `${axis.letter}: how far its pulse is from its mark is not known`,
            explain: (display) =>
              `A wrong turn puts the datum ${showValue(pitch.value, dimension, display, 4)} off. Park at the mark, jog slowly towards the ${axis.reference.end} end until the sensor answers, and enter that way; then how exactly somebody can park.`,
            station: 'switches',
            field,
          },
        ];
      const { verdict, shift, beyond, widest } = marked.value;
      if (verdict === 'sound') return [];
      const set = (key: string, value: Quantity | string): Command => ({
        name: 'set-field',
        args: { path: `${path}.reference.${key}`, value },
      });
      const way =
        shift > 0 ? `later, towards the ${axis.reference.end} end` : `earlier, away from the ${axis.reference.end} end`;
      const window = baseValue(axis.reference.parkWindow!);
      const slower = (axis.transmission ? shaftsOf(axis.transmission, '') : []).find(
        (s) => s.travel.known && s.travel.value > pitch.value && window <= widestWindow(s.travel.value),
      );
      const tooWide = window > widest;
      return [
        {
          subject: id,
          severity: verdict === 'near' ? 'doubtful' : 'wont-work',
          title:
            verdict === 'near'
              ? `${axis.letter}: parked at the edge of its window, it is near to a wrong turn`
              : `${axis.letter}: from one edge of its park window it takes another turn`,
          explain: (display) => {
            const len = (v: number) => showValue(v, dimension, display, 3);
            const told = tooWide
              ? `A window of ±${len(window)} is too wide for a shaft whose turn is ${len(pitch.value)}: ±${len(widest)} is the most.`
              : `The pulse comes ${len(Math.abs(beyond) * pitch.value)} ${beyond > 0 ? 'beyond' : 'before'} the far edge of the window; a fifth of a turn from either edge is sound. Turn the magnet on its shaft so that the pulse comes ${len(Math.abs(shift))} ${way}.`;
            return `${told} A wrong turn puts the datum ${len(pitch.value)} off.`;
          },
          station: 'switches',
          field,
          remedies: [
            ...(tooWide
              ? [
                  {
                    label: (display: Display) =>
                      `Park within ±${showValue(roundBase(widest, dimension, 'down'), dimension, display, 3)}, with the pulse half a turn from the mark`,
                    command: {
                      name: 'several' as const,
                      args: {
                        title: `Park window of ${axis.letter}`,
                        commands: [
                          set('parkWindow', quantity(roundBase(widest, dimension, 'down'), unit)),
                          set('pulseFromMark', quantity(roundBase(pitch.value / 2, dimension, 'nearest'), unit)),
                        ],
                      },
                    },
                  },
                ]
              : [
                  {
                    label: (display: Display) =>
                      `The magnet is turned: the pulse comes ${showValue(pitch.value / 2, dimension, display, 3)} beyond the mark`,
                    command: set('pulseFromMark', quantity(roundBase(pitch.value / 2, dimension, 'nearest'), unit)),
                  },
                ]),
            ...(slower?.travel.known
              ? [
                  {
                    label: (display: Display) =>
                      `Put the magnet on the ${slower.title}, which turns once in ${showValue(slower.travel.known ? slower.travel.value : 0, dimension, display, 3)}`,
                    command: {
                      name: 'several' as const,
                      args: {
                        title: `Magnet of ${axis.letter} on the ${slower.title}`,
                        commands: [
                          set('pulseShaft', slower.id),
                          set(
                            'pulseFromMark',
                            quantity(roundBase(slower.travel.value / 2, dimension, 'nearest'), unit),
                          ),
                        ],
                      },
                    },
                  },
                ]
              : []),
          ],
        },
      ];
    }),
};
