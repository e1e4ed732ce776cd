import type { Figures } from '../../../derivation/figureTypes';
import { terminalsWithRole } from '../../../machine/parts';
import { terminalName } from '../../../wiring/wires';
import type { FindingDraft, Rule } from '../../finding';

/** Whether a supply's plus stands on its minus: what it feeds is dead because of that, and one finding says so. */
export function isShorted({ design, wires }: Figures, supply: string | undefined): boolean {
  const part = supply ? design.parts[supply] : undefined;
  if (!part) return false;
  const [plus, minus] = [terminalsWithRole(part, 'supply-out-plus')[0], terminalsWithRole(part, 'supply-out-minus')[0]];
  const net = plus && wires.netOf(supply!, plus);
  return typeof net === 'number' && minus !== undefined && net === wires.netOf(supply!, minus);
}

/** A plus on the minus of a supply is a short; two plus poles on one net push current into each other. */
export const railsJoined: Rule = {
  code: 'rails-joined',
  severity: 'danger',
  check: ({ design, wires }) => {
    const seen = new Set<number>();
    return wires.all.flatMap((w): FindingDraft[] => {
      if (seen.has(w.net)) return [];
      seen.add(w.net);
      const poles = wires.terminalsOf(w.net).filter((t) => t.role.startsWith('supply-out-'));
      const plus = poles.filter((t) => t.role === 'supply-out-plus');
      const minus = poles.filter((t) => t.role === 'supply-out-minus');
      const short = plus.length > 0 && minus.length > 0;
      if (!short && plus.length < 2) return [];
      const names = [...plus, ...(short ? minus : [])].map((t) => terminalName(design, t));
      const own = wires.all.filter((x) => x.net === w.net && x.conductor.origin !== 'planned');
      return [
        {
          subject: names.join('+').toLowerCase(),
          title: short ? `${names.join(' and ')} are short-circuited` : `${names.join(' and ')} are joined`,
          explain: () =>
            short
              ? 'A plus and a minus pole are on the same net: as soon as the supply is on, the conductor between them burns or the supply trips.'
              : 'Two supplies on one net fight: the one with the higher voltage feeds the other one backwards. Only the 0 V of supplies may be joined.',
          station: 'wiring',
          field: `conductors.${own[0]?.id ?? w.id}`,
          remedies: own.length
            ? [
                {
                  label: () =>
                    `Take out what was added by hand here (${own.map((x) => x.conductor.number).join(', ')})`,
                  command: { name: 'remove-conductors', args: { ids: own.map((x) => x.id) } },
                },
              ]
            : [],
        },
      ];
    });
  },
};
