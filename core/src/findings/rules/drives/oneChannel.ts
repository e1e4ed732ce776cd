import { seatOf, sharesChannel, socketAt } from '../../../distribution/seats';
import { asksInverted } from '../../../machine/mechanics';
import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';

/** Two motors on one channel get one direction signal: where their shafts have to turn apart, the wiring has to turn one round. */
export const oneChannel: Rule = {
  code: 'one-channel',
  severity: 'danger',
  check: ({ design, axes }) =>
    axes.flatMap(({ id, axis }): FindingDraft[] => {
      const [first, second] = axis.drives;
      if (!first || !second || !sharesChannel(design, id, 1) || asksInverted(first) === asksInverted(second)) return [];
      const seat = seatOf(design, second.driver);
      const socket = seat && second.driver !== first.driver ? socketAt(design, seat)?.printed : undefined;
      return [
        {
          subject: id,
          title: `The two motors of ${axis.letter} turn against each other`,
          explain: () =>
            `${socket === undefined ? 'Both motors hang on one driver' : `A jumper steps socket ${socket} by the channel of the first motor`}, so both get the same direction signal, and the ${second.side} side moves to minus while the ${first.side} side moves to plus. The control cannot turn one of them round. Exchange the ends of one winding of the ${second.side} motor.`,
          station: 'drives',
          field: `axes.${id}.drives.1.invertedInWiring`,
          remedies: [
            replanned(design, 'Turn the second motor round in its wiring', {
              name: 'set-field',
              args: { path: `axes.${id}.drives.1.invertedInWiring`, value: !second.invertedInWiring },
            }),
          ],
        },
      ];
    }),
};
