import { showValue } from '../../../units/print';
import { loadVolts } from '../../../machine/loads';
import { relayBetween } from '../../choose';
import type { FindingDraft, Rule } from '../../finding';
import { switchedBy } from '../../../wiring/planner/relays';
import { terminalName } from '../../../wiring/wires';

/** Where a load gets its voltage from an output, both must agree within this share. */
const TOLERANCE = 0.2;

/** A relay, lamp or drive input on an output of another voltage: 5 V into a 24 V input is never seen. */
export const outputLevel: Rule = {
  code: 'output-level',
  severity: 'wont-work',
  check: ({ design, wires, plan }) =>
    Object.entries(plan.outputs).flatMap(([id, out]): FindingDraft[] => {
      const controller = design.parts[out.part];
      const { volts } = switchedBy(design, out.part);
      if (!controller || volts === undefined) return [];
      if (controller.terminals[out.terminal]?.role !== 'output') return [];
      const sinking = Object.values(controller.elements).some(
        (e) => e.kind === 'digital-output' && e.type === 'sinking',
      );
      // What hangs on a sinking output has its plus from elsewhere.
      if (sinking) return [];
      const met = wires.at(out.part, out.terminal).flatMap((w) => w.ends.filter((e) => e.part !== out.part));
      return met.flatMap((e): FindingDraft[] => {
        const wants = loadVolts(e.of);
        if (wants === undefined || Math.abs(wants - volts) <= TOLERANCE * wants) return [];
        const relay = relayBetween(design, id);
        return [
          {
            subject: `${id}/${e.part}`,
            title: `${terminalName(design, out)} gives ${volts} V, ${terminalName(design, e)} needs ${wants} V`,
            explain: (display) =>
              `${e.of.name} is made for ${showValue(wants, 'voltage', display, 3)}; the outputs of ${controller.name} switch ${showValue(volts, 'voltage', display, 3)}. ${volts < wants ? 'It will not pull in, or not reliably.' : 'It burns.'} ${relay.length ? 'Fit a relay between them whose coil suits the output.' : 'The library has no relay whose coil suits this output and whose contact carries the load: look for one by those two figures.'}`,
            station: 'wiring',
            field: `outputs.${id}.relay`,
            remedies: relay,
          },
        ];
      });
    }),
};
