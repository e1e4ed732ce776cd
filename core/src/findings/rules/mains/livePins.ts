import { isPlug, type TerminalRole } from '../../../machine/parts';
import { mainsRoles } from '../../../machine/ports';
import type { FindingDraft, Rule } from '../../finding';

const live = new Set<TerminalRole>([...Object.values(mainsRoles), 'supply-out-plus', 'distribution', 'pole-out']);

/** Unplugged, pins stand open to fingers and to the frame: what is live belongs behind sockets. */
export const livePins: Rule = {
  code: 'live-pins',
  severity: 'danger',
  check: ({ design, wires }) =>
    Object.entries(design.parts).flatMap(([id, part]): FindingDraft[] => {
      if (!isPlug(part.data) || part.data.panelContacts !== 'pins') return [];
      const hot = Object.keys(part.terminals).filter(
        (t) =>
          t.startsWith('a-') &&
          wires
            .at(id, t)
            .some((w) => w.ends.some((e) => e.part !== id && (live.has(e.role) || e.role.startsWith('phase-')))),
      );
      if (!hot.length) return [];
      return [
        {
          subject: id,
          title: `${part.designation} shows live pins when it is unplugged`,
          explain: () =>
            `${hot.map((t) => part.terminals[t]!.printed).join(', ')} on the panel carry a supply or a motor, and the panel half has pins. Turn the genders round: sockets on the side that feeds.`,
          station: 'wiring',
          field: `parts.${id}`,
          remedies: [
            {
              label: () => 'Take it with sockets on the panel',
              command: { name: 'set-field', args: { path: `parts.${id}.data.panelContacts`, value: 'sockets' } },
            },
          ],
        },
      ];
    }),
};
