import { datumQuality } from '../../derivation/placements';
import { showValue } from '../../units/print';
import { quantity } from '../../units/quantity';
import type { FindingDraft, Rule } from '../finding';

/** A coarse mark that trips beside an index pulse: sometimes the neighbour is taken. */
export const indexAmbiguous: Rule = {
  code: 'index-ambiguous',
  severity: 'wont-work',
  check: (figures) =>
    figures.axes.flatMap((a): FindingDraft[] => {
      const datum = datumQuality(figures, a);
      if (!datum?.indexPitch) return [];
      const dimension = a.axis.motion === 'linear' ? 'length' : 'angle';
      const field = `axes.${a.id}.reference.indexPhase`;
      const { index } = datum;
      if (!index)
        return [
          {
            subject: a.id,
            severity: 'note',
            title: `${a.axis.letter}: where the index stands to the coarse mark is not known`,
            explain: (display) =>
              `There is one index for each ${showValue(datum.indexPitch!, dimension, display, 4)}. Jog slowly onto the coarse mark, count back to the index, and enter the share of a turn: from 0.2 to 0.8 the datum can not jump.`,
            station: 'switches',
            field,
          },
        ];
      if (index.verdict === 'sound') return [];
      return [
        {
          subject: a.id,
          severity: index.verdict === 'ambiguous' ? 'wont-work' : 'doubtful',
          title:
            index.verdict === 'ambiguous'
              ? `${a.axis.letter}: its datum jumps by a whole turn`
              : `${a.axis.letter}: its coarse mark trips close to an index pulse`,
          explain: (display) => {
            const len = (v: number) => showValue(v, dimension, display, 3);
            return `The coarse mark trips ${len(index.nearest)} from an index pulse and scatters by ±${len(datum.error.repeatability)}. When the neighbour is taken, the datum is off by ${len(index.pitch)}. Move the mark by ${len(Math.abs(index.moveBy))} ${index.moveBy > 0 ? 'further' : 'back'}, or turn the coupling by half a turn.`;
          },
          station: 'switches',
          field,
          remedies: [
            {
              label: (display) =>
                `The mark is moved by ${showValue(Math.abs(index.moveBy), dimension, display, 3)}: phase 0.5`,
              command: { name: 'set-field', args: { path: field, value: quantity(0.5, '1') } },
            },
          ],
        },
      ];
    }),
};
