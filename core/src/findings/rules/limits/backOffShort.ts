import { figureOr, positive } from '../../../units/derived';
import { showValue } from '../../../units/print';
import { quantity } from '../../../units/quantity';
import type { FindingDraft, Rule } from '../../finding';

/** A back-off after which the switch is still pressed: the control sees a tripped limit, or cannot tell rest from trip. */
export const backOffShort: Rule = {
  code: 'back-off-short',
  severity: 'wont-work',
  check: ({ design, axes }) =>
    axes.flatMap((a): FindingDraft[] => {
      const backOff = positive(a.axis.reference.backOff, '');
      const own = a.switches.find((s) => s.isReference && s.end === a.axis.reference.end);
      const data = own && design.parts[own.device]?.data;
      if (!own || !data || !('hysteresis' in data) || !a.axis.reference.method.startsWith('switch')) return [];
      const releases = figureOr(data.hysteresis, 0);
      const has = backOff.known ? backOff.value : a.axis.reference.backOff ? 0 : undefined;
      if (has === undefined || has > releases || releases <= 0) return [];
      // On a shared input that is a trouble of the other axes too, and told there.
      const circuit = Object.values(design.circuits).find((c) => c.devices.includes(own.device));
      const sharing = new Set(circuit?.devices.flatMap((d) => design.parts[d]?.mount?.axis ?? []));
      if (sharing.size > 1) return [];
      const linear = a.axis.motion === 'linear';
      const enough = Number((releases + 1).toFixed(2));
      return [
        {
          subject: a.id,
          title: `${a.axis.letter} backs off by less than its switch needs to release`,
          explain: (display) => {
            const len = (v: number) => showValue(v, linear ? 'length' : 'angle', display, 3);
            return `It backs off by ${len(has)}; ${design.parts[own.device]!.designation} releases only after ${len(releases)}. After its reference run the switch is still tripped: the control stops with an alarm, or takes the datum at a place that it never left.`;
          },
          station: 'switches',
          field: `axes.${a.id}.reference.backOff`,
          remedies: [
            {
              label: (display) => `Back off by ${showValue(enough, linear ? 'length' : 'angle', display, 3)}`,
              command: {
                name: 'set-field',
                args: { path: `axes.${a.id}.reference.backOff`, value: quantity(enough, linear ? 'mm' : '°') },
              },
            },
          ],
        },
      ];
    }),
};
