import { terminalsWithRole } from '../../../machine/parts';
import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';

/** A drive that can say that it has given up, and nobody listens. */
export const alarmUnused: Rule = {
  code: 'alarm-unused',
  severity: 'doubtful',
  check: ({ design, wires }) => {
    const deaf = Object.entries(design.parts).flatMap(([id, part]) => {
      const out = terminalsWithRole(part, 'alarm-plus')[0];
      return out && !wires.wired(id, out) && wires.all.length ? [{ id, part }] : [];
    });
    const first = deaf[0];
    if (!first) return [];
    const names = deaf.map((d) => d.part.designation).join(', ');
    const watched = Object.values(design.circuits).some((c) => deaf.every((d) => c.devices.includes(d.id)));
    return [
      {
        subject: deaf.map((d) => d.id).join('+'),
        title: `Nothing reads the fault output of ${names}`,
        explain: () =>
          'When such a drive fails, the other axes go on and the work is spoilt. Their fault contacts in series need one input.',
        station: 'wiring',
        field: `parts.${first.id}`,
        remedies: watched
          ? []
          : [
              replanned(design, 'Put them in series on an input', {
                name: 'watch-alarms',
                args: { devices: deaf.map((d) => d.id) },
              }),
            ],
      } satisfies FindingDraft,
    ];
  },
};
