import { relayFor } from '../../../wiring/planner/relays';
import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';

/** A motor's brake is shut without power: unfed, the motor pulls against it. */
export const brakeUnfed: Rule = {
  code: 'brake-unfed',
  severity: 'wont-work',
  check: ({ design, wires }) =>
    Object.entries(design.parts).flatMap(([id, part]): FindingDraft[] => {
      if (part.data.class !== 'motor' || !part.data.brake) return [];
      const coil = Object.values(part.elements).find((e) => e.kind === 'coil');
      const moves = wires.all.some((w) => w.ends.some((e) => e.part === id && e.role.startsWith('phase-')));
      if (!moves || coil?.kind !== 'coil' || (wires.wired(id, coil.a) && wires.wired(id, coil.b))) return [];
      const relay = relayFor(design, [part]);
      const planned = Object.values(design.outputs).some((o) => o.devices.includes(id));
      return [
        {
          subject: id,
          title: `The brake of ${part.designation} has no supply, so it stays shut`,
          explain: () =>
            `It opens at 24 V and holds without. ${planned ? 'An output is meant for it: plan the wiring again.' : 'Nothing feeds it: the motor would stall or wear the brake out. It needs an output and a relay, released after the drive is enabled.'}`,
          station: 'wiring',
          field: `parts.${id}`,
          remedies: planned
            ? [{ label: () => 'Plan the wiring', command: { name: 'plan-wiring', args: {} } }]
            : !relay
              ? []
              : [
                  replanned(design, 'Give it an output with a relay', {
                    name: 'add-output',
                    args: { function: 'brake', device: id, relay: relay.key },
                  }),
                ],
        },
      ];
    }),
};
