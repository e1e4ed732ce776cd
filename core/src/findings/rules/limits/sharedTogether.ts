import type { Rule } from '../../finding';

/** Axes that share a reference input cannot be distinguished while they run together. */
export const sharedTogether: Rule = {
  code: 'shared-together',
  severity: 'wont-work',
  check: ({ design }) =>
    Object.entries(design.circuits).flatMap(([id, circuit]) => {
      if (!['reference', 'limit-and-reference'].includes(circuit.function)) return [];
      const axes = [...new Set(circuit.devices.flatMap((d) => design.parts[d]?.mount?.axis ?? []))];
      const stage = design.referenceStages.find((s) => s.filter((a) => axes.includes(a)).length > 1);
      if (!stage) return [];
      const letters = stage.filter((a) => axes.includes(a)).map((a) => design.axes[a]!.letter);
      const apart = design.referenceStages.flatMap((s) => (s === stage ? s.map((a) => [a]) : [s]));
      return {
        subject: id,
        title: `${letters.join(' and ')} share a reference input but run together`,
        explain: () =>
          'When the first of them trips the shared input, the control takes it for all of them. A shared loop forces one axis at a time.',
        station: 'switches' as const,
        field: 'referenceStages',
        remedies: [
          {
            label: () => 'One after the other',
            command: { name: 'set-reference-stages' as const, args: { stages: apart } },
          },
        ],
      };
    }),
};
