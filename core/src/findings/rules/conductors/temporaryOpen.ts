import { conductorList } from '../../../machine/conductorList';
import { terminalName } from '../../../wiring/wires';
import type { Rule } from '../../finding';

/** Temporary conductors, with what they wait for: such things are forgotten. */
export const temporaryOpen: Rule = {
  code: 'temporary-open',
  severity: 'note',
  check: ({ design }) =>
    conductorList(design.conductors).flatMap(([id, c]) => {
      return c.state === 'temporary'
        ? [
            {
              subject: id,
              title: `Conductor ${c.number} is temporary`,
              explain: () =>
                `${terminalName(design, c.from)} to ${terminalName(design, c.to)} ${c.waitsFor ? `waits for: ${c.waitsFor}.` : 'waits for something that nobody wrote down. Write it down, or make it for good.'}`,
              station: 'wiring' as const,
              field: `conductors.${id}`,
            },
          ]
        : [];
    }),
};
