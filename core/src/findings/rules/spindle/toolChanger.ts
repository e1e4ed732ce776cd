import { changerFittings } from '../../../commands/changerFittings';
import type { FindingDraft, Rule } from '../../finding';

/** A changer that lacks what it changes by: the control then leaves the change to a hand. */
export const changerIncomplete: Rule = {
  code: 'changer-incomplete',
  severity: 'wont-work',
  check: ({ design }) => {
    const c = design.toolChanger;
    if (!c) return [];
    return changerFittings(design).flatMap(({ needed, field, label, command }): FindingDraft[] =>
      needed
        ? [
            {
              subject: field,
              title: `The ${c.kind} cannot change a tool yet`,
              explain: () =>
                `${
                  field === 'forward'
                    ? 'No output turns its head.'
                    : field === 'release'
                      ? 'No output releases its tool.'
                      : 'Not every station has a sensor that sees it.'
                } Until then a program waits for a hand at each tool.`,
              station: 'spindle',
              field: 'toolChanger',
              remedies: [{ label: () => label, command }],
            },
          ]
        : [],
    );
  },
};

/** A drawbar of which the spindle is not told that it holds. */
export const drawbarUnwatched: Rule = {
  code: 'drawbar-unwatched',
  severity: 'danger',
  check: ({ design }) => {
    const c = design.toolChanger;
    if (c?.kind !== 'drawbar' || c.release === undefined) return [];
    if (c.clamped !== undefined && design.circuits[c.clamped]?.function === 'spindle-permit') return [];
    const fit = changerFittings(design).find((f) => f.field === 'clamped');
    const found: FindingDraft = {
      subject: 'changer',
      title: 'Nothing keeps the spindle still while its drawbar is open',
      explain: () =>
        c.clamped === undefined
          ? 'No sensor sees that the tool is held. With a chip in the taper, or air still on, the spindle would throw it. A sensor on an input that permits the spindle stops that.'
          : 'The sensor that sees the tool held is on an input that only the program reads. By hand, and after a fault, the spindle would turn with the tool loose. Put it on an input that permits the spindle.',
      station: 'spindle',
      field: 'toolChanger',
      remedies: fit ? [{ label: () => fit.label, command: fit.command }] : [],
    };
    return [found];
  },
};
