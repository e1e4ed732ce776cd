import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';

/** Both ends of a motor's winding belong on the same phase of its driver: a split pair hums and does not turn. */
export const phasesSplit: Rule = {
  code: 'phases-split',
  severity: 'wont-work',
  check: ({ design, wires, drives }) =>
    drives.flatMap(({ name, drive }): FindingDraft[] => {
      const [motor, driver] = [drive.motor, drive.driver];
      if (!motor || !driver || !design.parts[motor] || !design.parts[driver]) return [];
      const phaseAt = (net: number | undefined): string | undefined =>
        net === undefined
          ? undefined
          : wires
              .terminalsOf(net)
              .find((t) => t.part === driver && /^phase-[ab]-/.test(t.role))
              ?.role.charAt(6);
      const met = (['a', 'b'] as const).map((phase) =>
        Object.entries(design.parts[motor]!.terminals)
          .filter(([, t]) => t.role === `phase-${phase}-plus` || t.role === `phase-${phase}-minus`)
          .flatMap(([id]) => phaseAt(wires.netOf(motor, id)) ?? []),
      );
      const split = met.find((list) => new Set(list).size > 1);
      if (!split) return [];
      const own = wires.all.filter(
        (w) => w.ends.some((e) => e.part === motor) && w.ends.some((e) => /^phase-/.test(e.role)),
      );
      return [
        {
          subject: motor,
          title: `${name}: the coils of ${design.parts[motor]!.designation} are split over both phases`,
          explain: () =>
            'One winding has an end on phase A and the other on phase B. The motor hums and shakes and does not turn, whatever the current: look for this before buying another motor. Measure which two leads show a few ohms: they are one coil.',
          station: 'wiring',
          field: `conductors.${own[0]?.id ?? ''}`,
          remedies: own.length
            ? [
                replanned(design, 'Take these phase conductors out', {
                  name: 'remove-conductors',
                  args: { ids: own.map((w) => w.id) },
                }),
              ]
            : [],
        },
      ];
    }),
};
