import type { TerminalRef } from '../../../machine/ids';
import { terminalKey } from '../../../machine/ids';
import { terminalName } from '../../../wiring/wires';
import type { Rule } from '../../finding';

/** What a terminal holds where its sheet does not tell. */
const USUAL_LEADS = 2;

/** More leads on one terminal than it holds. */
export const terminalCrowded: Rule = {
  code: 'terminal-crowded',
  severity: 'note',
  check: ({ design, network }) => {
    const leads = new Int32Array(network.terminals.length);
    for (const c of network.conductors) {
      leads[c.a]!++;
      leads[c.b]!++;
    }
    const crowded: (TerminalRef & { n: number; holds: number })[] = [];
    network.terminals.forEach((terminal, node) => {
      const n = leads[node]!;
      // Few terminals carry more than the usual number: only those are looked up.
      if (n <= USUAL_LEADS) return;
      const holds = design.parts[terminal.part]?.terminals[terminal.terminal]?.holds ?? USUAL_LEADS;
      if (n > holds) crowded.push({ ...terminal, n, holds });
    });
    return crowded.map((e) => {
      const part = design.parts[e.part]!;
      const name = terminalName(design, e);
      return {
        subject: terminalKey(e),
        title: `${name} takes ${e.n} conductors`,
        explain: () =>
          `It holds ${e.holds}. Put a terminal strip with links beside ${part.designation} and fan out from there.`,
        station: 'wiring',
        field: 'conductors',
      };
    });
  },
};
