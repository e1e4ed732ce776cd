import { isEndless } from '../../../machine/mechanics';
import type { FindingDraft, Remedy, Rule } from '../../finding';

/** An axis that turns on and on, with something that only fits one between stops. */
export const endlessStop: Rule = {
  code: 'endless-stop',
  severity: 'wont-work',
  check: ({ axes, design }) =>
    axes.flatMap(({ id, axis }): FindingDraft[] => {
      if (!isEndless(axis)) return [];
      const { letter, reference } = axis;
      const found: FindingDraft[] = [];
      if (reference.method === 'hard-stop' || reference.method === 'mark-and-index')
        found.push({
          subject: id,
          title: `${letter} turns on and on, and is to find its datum from a hard stop`,
          explain: () =>
            `There is none. A switch that a cam on the table passes once a turn finds the datum; so does a mark, set by hand.`,
          station: 'switches',
          field: `axes.${id}.reference.method`,
          remedies: [
            {
              label: () => `Set ${letter} by hand, to a mark`,
              command: { name: 'set-field', args: { path: `axes.${id}.reference.method`, value: 'by-hand' } },
            },
          ],
        });
      for (const [circuit, c] of Object.entries(design.circuits)) {
        if (c.function !== 'limit' && c.function !== 'limit-and-reference') continue;
        const [first, ...others] = c.devices.filter((d) => design.parts[d]?.mount?.axis === id);
        if (first === undefined) continue;
        // A loop that serves other axes too keeps its function.
        const alone = others.length + 1 === c.devices.length;
        const asReference: Remedy[] = alone
          ? [
              {
                label: () => 'Let it find the datum, and limit nothing',
                command: { name: 'set-field', args: { path: `circuits.${circuit}.function`, value: 'reference' } },
              },
            ]
          : [];
        found.push({
          subject: `${id}-${circuit}`,
          title: `${design.parts[first]?.designation ?? first} would stop ${letter} once in every turn`,
          explain: () =>
            `${letter} turns on and on: whatever passes a limit switch on it stops the whole machine, again and again. Such an axis needs no limit; a switch that only finds its datum is passed without a word.`,
          station: 'switches',
          field: `circuits.${circuit}`,
          remedies: asReference,
        });
      }
      return found;
    }),
};
