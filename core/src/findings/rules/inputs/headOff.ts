import { isProtective } from '../../../machine/connections';
import { circuitName } from '../../../machine/fields';
import { partsOff } from '../../../machine/heads';
import { analyseCircuit } from '../../../switches/polarity';
import { evaluate } from '../../../wiring/evaluate';
import { networkAround, networkOf } from '../../../wiring/network';
import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';

/** An input whose device is on a head that lies on the bench, and which reads tripped without it. */
export const headOff: Rule = {
  code: 'head-off',
  severity: 'doubtful',
  check: ({ whole, network }) => {
    const { design, plan } = whole;
    const off = partsOff(design);
    const without = Object.entries(design.circuits).filter(([, c]) => c.devices.some((d) => off.has(d)));
    if (!without.length) return [];
    const all = networkOf(design);
    return without.flatMap(([id, circuit]): FindingDraft[] => {
      const input = plan.inputs[id];
      const seed = input && network.nodeOf(input);
      if (!input || seed === undefined) return [];
      const { activeWhen } = analyseCircuit(id, circuit, input, all);
      const reads = evaluate(networkAround(network, [seed]), {}).readingAt(input);
      if (activeWhen === undefined || reads !== activeWhen) return [];
      const devices = circuit.devices.filter((d) => off.has(d));
      const names = devices.map((d) => design.parts[d]!.designation).join(', ');
      const heads = Object.values(design.heads ?? {}).filter((h) => devices.some((d) => h.parts.includes(d)));
      const on = heads.map((h) => `“${h.name}”`).join(' and ');
      const stays = circuit.function === 'alarm' || isProtective(circuit);
      const both = devices.filter((d) => {
        const { data } = design.parts[d]!;
        return (data.class === 'switch' || data.class === 'button') && data.contact === 'changeover';
      });
      return [
        {
          subject: id,
          severity: stays ? 'wont-work' : 'doubtful',
          title: `${circuitName(design, id)} reads tripped while ${on} is off the machine`,
          explain: () =>
            `${names} comes off with that head. Without it the input reads ${reads}, which the control takes for a trip${stays ? ': it will not run' : ''}. A contact that is open at rest leaves the input quiet; or join these contacts in the plug of the other head, so that the input is closed there.`,
          station: 'switches',
          field: `circuits.${id}`,
          remedies:
            both.length === devices.length && !isProtective(circuit)
              ? [
                  replanned(design, `Use the contact of ${names} that is open at rest`, {
                    name: 'several',
                    args: {
                      commands: both.map((d) => ({
                        name: 'set-field' as const,
                        args: { path: `parts.${d}.setup.contactUsed`, value: 'NO' },
                      })),
                    },
                  }),
                ]
              : [],
        },
      ];
    });
  },
};
