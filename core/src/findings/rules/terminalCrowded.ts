import { terminalKey } from '../../machine/ids';
import type { Rule } from '../finding';

/** More leads on one terminal than it holds. */
const MOST_LEADS = 2;
export const terminalCrowded: Rule = {
  code: 'terminal-crowded',
  severity: 'note',
  check: ({ design }) => {
    const at = new Map<string, { part: string; terminal: string; n: number }>();
    for (const c of Object.values(design.conductors))
      for (const end of [c.from, c.to]) {
        const entry = at.get(terminalKey(end)) ?? { ...end, n: 0 };
        entry.n++;
        at.set(terminalKey(end), entry);
      }
    return [...at.values()]
      .filter((e) => e.n > MOST_LEADS)
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
