import { terminalKey } from '../../machine/ids';
import type { Rule } from '../finding';

/** More leads on one terminal than it holds. */
const MOST_LEADS = 2;
export const terminalCrowded: Rule = {
  code: 'terminal-crowded',
  severity: 'note',
  check: ({ design, network }) => {
    const leads = new Int32Array(network.terminals.length);
    for (const c of network.conductors) {
      leads[c.a]!++;
      leads[c.b]!++;
    }
    return network.terminals
      .flatMap((terminal, node) => (leads[node]! > MOST_LEADS ? [{ ...terminal, n: leads[node]! }] : []))
      .map((e) => {
        const part = design.parts[e.part]!;
        const name = `${part.designation}:${part.terminals[e.terminal]?.printed}`;
        return {
          subject: terminalKey(e),
          title: `${name} takes ${e.n} conductors`,
          explain: () =>
            `Most terminals hold one or two. Put a terminal strip with links beside ${part.designation} and fan out from there.`,
          station: 'wiring',
          field: 'conductors',
        };
      });
  },
};
