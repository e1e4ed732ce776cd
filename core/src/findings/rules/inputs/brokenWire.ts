import { circuitName } from '../../../machine/fields';
import { hasContact } from '../../../machine/parts';
import type { FindingDraft, Remedy, Rule } from '../../finding';
import { replanned } from '../../replanned';

/** A limit or stop whose broken wire nobody would notice until it is needed. */
export const brokenWire: Rule = {
  code: 'broken-wire',
  severity: 'danger',
  check: ({ design, circuits }) =>
    Object.values(circuits).flatMap((a): FindingDraft[] => {
      const circuit = design.circuits[a.circuit];
      const silent = a.brokenWires.filter((b) => b.notice === 'never');
      if (!circuit || !silent.length) return [];
      const numbers = silent.map((b) => design.conductors[b.conductor]?.number ?? b.conductor).join(', ');
      const remedies = circuit.devices.flatMap((id): Remedy[] => {
        const part = design.parts[id];
        return part?.setup.contactUsed === 'NO' && hasContact(part, 'NC')
          ? [
              replanned(design, `Use the normally closed contact of ${part.designation}`, {
                name: 'set-field',
                args: { path: `parts.${id}.setup.contactUsed`, value: 'NC' },
              }),
            ]
          : [];
      });
      return [
        {
          subject: a.circuit,
          title: `${circuitName(design, a.circuit)}: a broken wire is never noticed`,
          explain: () =>
            `With conductor ${numbers} open the input reads ${silent[0]!.reading}, just as at rest, and the switch no longer trips it. A normally closed contact opens the loop either way: a broken wire then stops the machine at once.`,
          station: 'switches',
          field: `parts.${circuit.devices[0]}.setup.contactUsed`,
          remedies,
        },
      ];
    }),
};
