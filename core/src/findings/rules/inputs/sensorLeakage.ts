import { circuitName } from '../../../machine/fields';
import { showValue } from '../../../units/print';
import { baseValue } from '../../../units/quantity';
import { inputCurrentA } from '../../../switches/filter';
import { fieldVolts } from '../../../switches/placement';
import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';
import { usual } from '../../../machine/library/usual';

/** What leaks through two-wire sensors while they are off may hold their input on. */
export const sensorLeakage: Rule = {
  code: 'sensor-leakage',
  severity: 'wont-work',
  check: ({ design, plan }) =>
    Object.entries(plan.inputs).flatMap(([id, { part, terminal }]): FindingDraft[] => {
      const c = design.circuits[id];
      const leaks = (c?.devices ?? []).flatMap((d) => {
        const data = design.parts[d]?.data;
        return data?.class === 'sensor' && data.leakage ? [{ d, amps: baseValue(data.leakage) }] : [];
      });
      if (!c || !leaks.length) return [];
      const offA = inputCurrentA(design.parts[part], terminal, fieldVolts(design, part))?.offA;
      if (offA === undefined) return [];
      const amps =
        c.arrangement === 'parallel' ? leaks.reduce((s, l) => s + l.amps, 0) : Math.max(...leaks.map((l) => l.amps));
      if (amps <= offA) return [];
      return [
        {
          subject: id,
          title: `${circuitName(design, id)}: the sensor leaks enough to hold the input`,
          explain: (display) =>
            `Off, ${leaks.length > 1 ? 'the sensors let' : `${design.parts[leaks[0]!.d]!.designation} lets`} ${showValue(amps, 'current', display, 3)} through; the input is sure to read low only up to ${showValue(offA, 'current', display, 3)}. Take a sensor on three wires, or put a resistor from the input to 0 V that carries the rest.`,
          station: 'switches',
          field: `parts.${leaks[0]!.d}.data.leakage`,
          remedies:
            leaks.length === 1
              ? [
                  replanned(design, 'Take a sensor on three wires', {
                    name: 'exchange-device',
                    args: { part: leaks[0]!.d, library: usual.axisSensorOpen },
                  }),
                ]
              : [],
        },
      ];
    }),
};
