import { circuitName } from '../../../machine/fields';
import { hasSensorOutput } from '../../../machine/parts';
import type { Design } from '../../../machine/design';
import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';

/** Several devices that conduct at rest side by side on one input: while one conducts, the others say nothing. */
export function isClosedInParallel(design: Design, circuitId: string): boolean {
  const c = design.circuits[circuitId];
  if (!c || c.devices.length < 2) return false;
  const closed = (d: string): boolean => {
    const part = design.parts[d];
    if (part?.data.class === 'sensor') return part.data.form === 'NC';
    return part?.setup.contactUsed === 'NC';
  };
  return (
    c.devices.every(closed) &&
    (c.arrangement === 'parallel' || c.devices.every((d) => hasSensorOutput(design.parts[d])))
  );
}

export const closedInParallel: Rule = {
  code: 'closed-in-parallel',
  severity: 'danger',
  check: ({ design }) =>
    Object.entries(design.circuits).flatMap(([id, c]): FindingDraft[] => {
      if (!isClosedInParallel(design, id)) return [];
      const sensors = c.devices.some((d) => design.parts[d]?.data.class === 'sensor');
      return [
        {
          subject: id,
          title: `${circuitName(design, id)}: closed contacts side by side hide each other`,
          explain: () =>
            `All ${c.devices.length} conduct at rest and are in parallel: one that trips opens its own branch, and the others go on holding the input. It sees a trip only when all trip at once. ${sensors ? 'Outputs of three-wire sensors cannot be put in a row: give each an input, or take normally open ones.' : 'Closed contacts belong in a row, in one loop.'}`,
          station: 'switches',
          field: `circuits.${id}.arrangement`,
          remedies: [
            sensors
              ? replanned(design, 'Give each an input of its own', { name: 'split-input', args: { circuit: id } })
              : replanned(design, 'Put them in series', {
                  name: 'set-field',
                  args: { path: `circuits.${id}.arrangement`, value: 'series' },
                }),
          ],
        },
      ];
    }),
};
