import type { FindingDraft, Rule } from '../../finding';

/** Encoder leads in one cable with a motor's phases: the drive counts its own noise. */
export const encoderBesidePower: Rule = {
  code: 'encoder-beside-power',
  severity: 'doubtful',
  check: ({ design, wires }) => {
    const power = new Set<string>();
    const encoder = new Map<string, string[]>();
    for (const w of wires.all) {
      const cable = w.conductor.cable;
      if (!cable) continue;
      if (w.ends.some((e) => e.role.startsWith('phase-'))) power.add(cable);
      if (w.ends.some((e) => e.role === 'encoder')) encoder.set(cable, [...(encoder.get(cable) ?? []), w.id]);
    }
    return [...encoder].flatMap(([cable, ids]): FindingDraft[] => {
      if (!power.has(cable)) return [];
      const motor = wires.all.find((w) => w.id === ids[0])!.ends.find((e) => e.of.data.class === 'motor');
      return [
        {
          subject: ids[0]!,
          title: `Encoder leads share ${cable} with motor power`,
          explain: () =>
            `The steep edges of the phases couple into the ${ids.length} encoder leads beside them: counts appear or get lost, and the axis drifts. They need a shielded cable of their own, a hand’s breadth away from the motor’s.`,
          station: 'wiring',
          field: `conductors.${ids[0]}`,
          remedies: [
            {
              label: () => 'Give them a cable of their own',
              command: {
                name: 'set-conductors',
                args: {
                  ids,
                  set: { cable: `Encoder ${motor ? design.parts[motor.part]!.designation.slice(1) : 'lead'}` },
                },
              },
            },
          ],
        },
      ];
    });
  },
};
