import { parksAtMark } from '../../../machine/pulseSensor';
import { pulseFromStop } from '../../../switches/markedDatum';
import { showValue } from '../../../units/print';
import type { FindingDraft, Rule } from '../../finding';

/** A search from a mark for a pulse that lies behind the limit switch, or behind the hard stop, of that end. */
export const pulseNotReached: Rule = {
  code: 'pulse-not-reached',
  severity: 'wont-work',
  check: ({ axes, design }) =>
    axes.flatMap(({ id, axis, switches }): FindingDraft[] => {
      const path = `axes.${id}`;
      const at = pulseFromStop(axis, path);
      if (!parksAtMark(axis.reference) || !at.known) return [];
      const limits = switches.filter((s) => s.isLimit && s.end === axis.reference.end);
      const first = limits.find((s) => s.fromStop.known && s.fromStop.value >= at.value);
      if (at.value > 0 && !first) return [];
      const dimension = axis.motion === 'linear' ? 'length' : 'angle';
      const other = axis.reference.end === 'minus' ? 'plus' : 'minus';
      return [
        {
          subject: id,
          title: first
            ? `${axis.letter} meets ${design.parts[first.device]?.designation} before its pulse comes`
            : `The pulse of ${axis.letter} lies behind its hard stop`,
          explain: (display) => {
            const len = (v: number) => showValue(v, dimension, display, 3);
            return `From the mark the pulse comes ${at.value > 0 ? `${len(at.value)} from the hard stop` : `${len(-at.value)} behind the hard stop`}${first?.fromStop.known ? `, and the limit trips at ${len(first.fromStop.value)}` : ''}. Scribe the mark further from that end, or search towards the ${other} end.`;
          },
          station: 'switches',
          field: `${path}.reference.markFromStop`,
        },
      ];
    }),
};
