import { showValue } from '../../../units/print';
import { loadAmps } from '../../../machine/loads';
import { relayBetween } from '../../choose';
import { switchedBy } from '../../../wiring/planner/relays';
import { terminalName } from '../../../wiring/wires';
import type { FindingDraft, Rule } from '../../finding';

/** A load that draws more than an output may give. */
export const outputOverload: Rule = {
  code: 'output-overload',
  severity: 'wont-work',
  check: ({ design, wires, plan }) =>
    Object.entries(plan.outputs).flatMap(([id, out]): FindingDraft[] => {
      const controller = design.parts[out.part];
      const { amps: most } = switchedBy(design, out.part);
      if (!controller || most === undefined) return [];
      if (controller.terminals[out.terminal]?.role !== 'output') return [];
      const loads = wires
        .at(out.part, out.terminal)
        .flatMap((w) => w.ends.filter((e) => e.part !== out.part && e.of.data.class !== 'spindle-drive'));
      const amps = loads.reduce((sum, e) => sum + loadAmps(e.of), 0);
      if (!loads.length || amps <= most) return [];
      return [
        {
          subject: id,
          title: `${terminalName(design, out)} cannot carry ${loads.map((e) => e.of.designation).join(' and ')}`,
          explain: (display) =>
            `It draws ${showValue(amps, 'current', display, 3)}; one output of ${controller.name} gives ${showValue(most, 'current', display, 3)}. A relay takes the load off it.`,
          station: 'wiring',
          field: `outputs.${id}.relay`,
          remedies: relayBetween(design, id),
        },
      ];
    }),
};
