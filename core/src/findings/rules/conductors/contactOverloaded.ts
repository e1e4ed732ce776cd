import { showValue } from '../../../units/print';
import { baseValue } from '../../../units/quantity';
import { loadOf } from '../../../wiring/duty';
import type { FindingDraft, Rule } from '../../finding';

/** A plug's contact that carries more than it is made for. */
export const contactOverloaded: Rule = {
  code: 'contact-overloaded',
  severity: 'doubtful',
  check: ({ design, wires }) => {
    const seen = new Set<string>();
    return wires.all.flatMap((w): FindingDraft[] => {
      const end = w.ends.find((e) => e.of.data.class === 'connector' && e.role === 'pin');
      const amps = end && loadOf(design, w);
      if (!end || amps === undefined || end.of.data.class !== 'connector' || !end.of.data.ratedCurrent) return [];
      const most = baseValue(end.of.data.ratedCurrent);
      if (amps <= most || seen.has(end.part)) return [];
      seen.add(end.part);
      return [
        {
          subject: end.part,
          title: `The contacts of ${end.of.designation} carry more than they may`,
          explain: (display) =>
            `Conductor ${w.conductor.number} brings ${showValue(amps, 'current', display, 3)}; one contact of ${end.of.name} is good for ${showValue(most, 'current', display, 3)}. It gets hot, and hotter as it ages. Take a larger form, or two contacts for each lead.`,
          station: 'wiring',
          field: `parts.${end.part}`,
        },
      ];
    });
  },
};
