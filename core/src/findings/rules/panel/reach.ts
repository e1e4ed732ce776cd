import { baseValue } from '../../../units/quantity';
import { showValue } from '../../../units/print';
import { terminalName } from '../../../wiring/wires';
import { routesOf } from '../../../wiring/routes';
import type { FindingDraft, Rule } from '../../finding';
import { plateOfBox } from './onPlates';

/** A conductor that was cut, or whose length was entered, and that does not reach over the plate. */
export const conductorShort: Rule = {
  code: 'conductor-short',
  severity: 'wont-work',
  check: ({ design, wires }) => {
    const routes = routesOf(design);
    if (!routes) return [];
    return wires.all.flatMap(({ id, conductor: c, ends }): FindingDraft[] => {
      // An estimate says nothing about the copper.
      if (!c.length || c.length.source === 'estimate') return [];
      const route = routes.of(c);
      if (!route || route.leaves || baseValue(c.length) >= route.mm) return [];
      const made = c.state !== 'planned';
      return [
        {
          subject: id,
          severity: made ? 'wont-work' : 'doubtful',
          title: `Conductor ${c.number} does not reach`,
          explain: (display) => {
            const mm = (n: number) => showValue(n, 'length', display, 4);
            return `Its way from ${terminalName(design, ends[0])} to ${terminalName(design, ends[1])} is ${mm(route.mm)}; it is ${mm(baseValue(c.length!))} long. ${made ? 'Move the parts closer, or cut a new one.' : 'Enter a longer one, or move the parts closer.'}`;
          },
          ...plateOfBox(route.box),
        },
      ];
    });
  },
};
