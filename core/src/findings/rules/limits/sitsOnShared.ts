import { circuitName } from '../../../machine/fields';
import { figureOr } from '../../../units/derived';
import { showValue } from '../../../units/print';
import { quantity } from '../../../units/quantity';
import type { FindingDraft, Rule } from '../../finding';

/** A shared reference input on which another axis may still be sitting. */
export const sitsOnShared: Rule = {
  code: 'sits-on-shared',
  severity: 'wont-work',
  check: ({ design, axes }) =>
    Object.entries(design.circuits).flatMap(([id, c]): FindingDraft[] => {
      if (!['reference', 'limit-and-reference'].includes(c.function)) return [];
      const sharing = new Set(c.devices.flatMap((d) => design.parts[d]?.mount?.axis ?? []));
      if (sharing.size < 2) return [];
      return axes.flatMap((a): FindingDraft[] => {
        const own = a.switches.find(
          (s) => c.devices.includes(s.device) && s.isReference && s.end === a.axis.reference.end,
        );
        const data = own && design.parts[own.device]?.data;
        const backOff = a.axis.reference.backOff && figureOr(a.axis.reference.backOff, 0);
        if (!own || !data || !('hysteresis' in data) || backOff === undefined) return [];
        const releases = figureOr(data.hysteresis, 0);
        if (backOff > releases) return [];
        const unit = a.axis.motion === 'linear' ? 'mm' : '°';
        const dimension = a.axis.motion === 'linear' ? 'length' : 'angle';
        const enough = Number((releases + 1).toFixed(2));
        return [
          {
            subject: `${id}/${a.id}`,
            title: `${a.axis.letter} stays on its switch and blocks the shared input`,
            explain: (display) =>
              `After its reference run ${a.axis.letter} backs off by ${showValue(backOff, dimension, display, 3)}; ${design.parts[own.device]!.designation} lets go only after ${showValue(releases, dimension, display, 3)}. ${circuitName(design, id)} stays tripped, and the next axis cannot be referenced on it.`,
            station: 'switches',
            field: `axes.${a.id}.reference.backOff`,
            remedies: [
              {
                label: (display) => `Back off by ${showValue(enough, dimension, display, 3)}`,
                command: {
                  name: 'set-field',
                  args: { path: `axes.${a.id}.reference.backOff`, value: quantity(enough, unit) },
                },
              },
            ],
          },
        ];
      });
    }),
};
