import { LOAD_TOLERANCE } from '../../../distribution/choices';
import { loadVolts } from '../../../machine/loads';
import { showValue } from '../../../units/print';
import { terminalName } from '../../../wiring/wires';
import type { FindingDraft, Rule } from '../../finding';

/** A coil, brake, lamp or fan on another voltage than it is made for, wherever that comes from. */
export const loadVoltage: Rule = {
  code: 'load-voltage',
  severity: 'wont-work',
  check: ({ design, wires, stop: { full } }) => {
    const controller = design.roles.controller;
    return Object.entries(design.parts).flatMap(([id, part]): FindingDraft[] => {
      const wants = loadVolts(part);
      if (wants === undefined || part.data.class === 'spindle-drive') return [];
      const load = Object.values(part.elements).find((e) => e.kind === 'coil' || e.kind === 'load');
      if (load?.kind !== 'coil' && load?.kind !== 'load') return [];
      if (!wires.wired(id, load.a) || !wires.wired(id, load.b)) return [];
      // What hangs on an output of the controller is told there: see output-level.
      const onOutput = [load.a, load.b].some((t) => {
        const net = wires.netOf(id, t);
        return net !== undefined && wires.terminalsOf(net).some((x) => x.part === controller && x.role === 'output');
      });
      if (onOutput) return [];
      const volts = Math.max(
        full.voltsAt({ part: id, terminal: load.a }),
        full.voltsAt({ part: id, terminal: load.b }),
      );
      if (volts <= 0 || Math.abs(volts - wants) <= LOAD_TOLERANCE * wants) return [];
      const over = volts > wants;
      return [
        {
          subject: id,
          severity: over ? 'danger' : 'wont-work',
          title: `${part.designation} is made for ${wants} V and gets ${volts} V`,
          explain: (display) =>
            `${terminalName(design, { part: id, terminal: load.a })} of ${part.name} is fed with ${showValue(volts, 'voltage', display, 3)}; it is made for ${showValue(wants, 'voltage', display, 3)}. ${over ? 'It overheats and burns.' : load.kind === 'coil' ? 'It does not pull in, or not reliably.' : 'It does little, or nothing.'}${!over && id === design.roles.stopContactor ? ' So starting the motors does nothing.' : ''} Take one for that voltage, or feed it from another supply.`,
          station: 'wiring',
          field: `parts.${id}`,
        },
      ];
    });
  },
};
