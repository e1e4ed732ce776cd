import { terminalName } from '../../../wiring/wires';
import type { Rule } from '../../finding';

const wantsPlus = new Set(['supply-plus', 'output-supply']);

/** A part that is fed the wrong way round, or whose plus lies on a 0 V. */
export const railsReversed: Rule = {
  code: 'rails-reversed',
  severity: 'danger',
  check: ({ design, wires }) =>
    wires.all.flatMap((w) => {
      // Most conductors have no supply terminal at either end.
      if (!w.ends.some((e) => wantsPlus.has(e.role) || e.role === 'supply-minus')) return [];
      return w.ends.flatMap((e, i) => {
        const wrongPole =
          (wantsPlus.has(e.role) && 'supply-out-minus') || (e.role === 'supply-minus' && 'supply-out-plus');
        if (!wrongPole || !wires.terminalsOf(w.net).some((t) => t.role === wrongPole)) return [];
        return {
          subject: w.id,
          title: `${terminalName(design, e)} is fed the wrong way round`,
          explain: () =>
            `${terminalName(design, e)} needs ${wrongPole === 'supply-out-minus' ? 'plus' : '0 V'} and lies on ${wrongPole === 'supply-out-minus' ? '0 V' : 'plus'}, by way of conductor ${w.conductor.number} from ${terminalName(design, w.ends[1 - i]!)}. Most parts do not survive that.`,
          station: 'wiring' as const,
          field: `conductors.${w.id}`,
        };
      });
    }),
};
