import { circuitName } from '../../../machine/fields';
import { isProtective } from '../../../machine/connections';
import { showValue } from '../../../units/print';
import { quantity } from '../../../units/quantity';
import { noiseRisk } from '../../../switches/noise';
import type { FindingDraft, Rule } from '../../finding';

/** Times that a control may wait, ms: the shortest that outlasts the noise is proposed. */
const WAITS_MS = [1, 2, 5, 10];

/** An input that a drive beside its lead can trip. */
export const noisyInput: Rule = {
  code: 'noisy-input',
  severity: 'doubtful',
  check: ({ design, plan, circuits }) =>
    Object.entries(plan.inputs).flatMap(([id, input]): FindingDraft[] => {
      const r = noiseRisk(design, id, input, circuits[id]);
      const c = design.circuits[id];
      if (!c || r?.risk !== 'likely') return [];
      const wait = WAITS_MS.find((ms) => ms / 1000 > r.aboveS);
      return [
        {
          subject: id,
          severity: isProtective(c) || c.function === 'reference' ? 'doubtful' : 'note',
          title: `${circuitName(design, id)}: a drive beside its lead can trip it`,
          explain: (display) =>
            `At rest only a resistor holds the net. An edge of ${showValue(r.swingV, 'voltage', display, 3)} beside ${showValue(r.unscreenedM * 1000, 'length', display, 3)} of unshielded lead lifts it by ${showValue(r.spikeV, 'voltage', display, 3)}; ${showValue(r.marginV, 'voltage', display, 3)} are enough, and the control takes it at once. A contact closed at rest, a shielded lead, or a filter removes it.`,
          station: 'switches',
          field: `circuits.${id}.filter`,
          remedies:
            wait === undefined
              ? []
              : [
                  {
                    label: () => `Let the control wait ${wait} ms`,
                    command: {
                      name: 'set-field',
                      args: { path: `circuits.${id}.filter`, value: quantity(wait, 'ms') },
                    },
                  },
                ],
        },
      ];
    }),
};
