import { datumQuality } from '../../../derivation/placements';
import type { Command } from '../../../commands/command';
import { indexMoves } from '../../../switches/indexPulse';
import { showValue } from '../../../units/print';
import { roundBase } from '../../../units/round';
import { quantity } from '../../../units/quantity';
import type { FindingDraft, Rule } from '../../finding';

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
            title: `${a.axis.letter}: the place of the index relative to the coarse mark is not known`,
            explain: (display) =>
              `There is one index for each ${showValue(datum.indexPitch!, dimension, display, 4)}. Jog slowly onto the coarse mark, count back to the index, and enter the share of a turn: from 0.2 to 0.8 the datum can not jump.`,
            station: 'switches',
            field,
          },
        ];
      if (index.verdict === 'sound') return [];
      const own = a.switches.find((s) => s.isReference && s.end === a.axis.reference.end);
      const fromStop = own?.fromStop.known ? own.fromStop.value : undefined;
      const needs = own?.isLimit && a.stopping.known ? a.stopping.value.distance : 0;
      const by = (fromStop === undefined ? [index.moveBy] : indexMoves(index, fromStop, needs))[0] ?? index.moveBy;
      const where = `${by > 0 ? 'towards' : 'away from'} the ${a.axis.reference.end} end`;
      const unit = a.axis.motion === 'linear' ? 'mm' : '°';
      const moved: Command[] =
        own && fromStop !== undefined
          ? [
              {
                name: 'set-field',
                args: {
                  path: `parts.${own.device}.mount.tripFromStop`,
                  value: quantity(roundBase(fromStop - by, 'length', 'nearest'), unit),
                },
              },
            ]
          : [];
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
            return `The coarse mark trips ${len(index.nearest)} from an index pulse and scatters by ±${len(datum.error.repeatability)}. When the neighbour is taken, the datum is off by ${len(index.pitch)}. Move the trip point by ${len(Math.abs(by))} ${where}, or turn the motor by half a turn in its coupling.`;
          },
          station: 'switches',
          field,
          remedies: [
            {
              label: (display) =>
                `Move the trip point by ${showValue(Math.abs(by), dimension, display, 3)} ${where}: then the index is half a turn away`,
              command: {
                name: 'several',
                args: {
                  title: `Trip point of ${a.axis.letter} moved ${where}`,
                  commands: [{ name: 'set-field', args: { path: field, value: quantity(0.5, '1') } }, ...moved],
                },
              },
            },
          ],
        },
      ];
    }),
};
