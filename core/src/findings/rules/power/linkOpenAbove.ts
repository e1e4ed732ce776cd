import { distributionOf } from '../../../distribution/tree';
import { positive } from '../../../units/derived';
import { showValue } from '../../../units/print';
import type { FindingDraft, Rule } from '../../finding';

/** A link on a board that is to be opened for a higher supply, and is closed. */
export const linkOpenAbove: Rule = {
  code: 'link-open-above',
  severity: 'danger',
  check: ({ design }) => {
    const tree = distributionOf(design);
    return Object.entries(design.parts).flatMap(([id, part]) =>
      Object.entries(part.elements).flatMap(([jumper, e]): FindingDraft[] => {
        if (e.kind !== 'jumper' || !e.closed) return [];
        const above = positive(e.opensAbove, '');
        const source = tree.wayTo(id, 'supply').source;
        const volts = source && tree.port(source)?.volts?.most;
        // Such as J5, of “J5, feeds the regulator”.
        const [name] = e.label.split(',');
        if (!above.known || volts === undefined || volts <= above.value) return [];
        return [
          {
            subject: `${id}-${jumper}`,
            title: `${name} of ${part.designation} has to be open at ${volts} V`,
            explain: (display) =>
              `${part.name} is fed with ${showValue(volts, 'voltage', display, 3)} from ${design.parts[source!.part]!.designation}. ${e.label}: above ${showValue(above.value, 'voltage', display, 3)} it destroys what is behind it. Open it before the power is switched on for the first time, and feed from elsewhere what it fed.`,
            station: 'wiring',
            field: `parts.${id}`,
            remedies: [
              {
                label: () => `${name} is open`,
                command: { name: 'set-jumper', args: { part: id, jumper, closed: false } },
              },
            ],
          },
        ];
      }),
    );
  },
};
