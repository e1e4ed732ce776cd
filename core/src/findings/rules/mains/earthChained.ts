import { terminalName } from '../../../wiring/wires';
import type { Rule } from '../../finding';
import { replanned } from '../../replanned';

/** A protective earth that goes on through another part: one loose screw takes it from both. */
export const earthChained: Rule = {
  code: 'earth-chained',
  severity: 'danger',
  check: ({ design, wires }) => {
    const bar = design.rails.earth;
    const inlet = design.rails.mains?.inlet;
    return wires.all.flatMap((w) => {
      const [a, b] = w.ends;
      if (a.role !== 'protective-earth' || b.role !== 'protective-earth') return [];
      if ([a.part, b.part].some((p) => p === bar || p === inlet)) return [];
      // A drive hands the earth on to its own motor, in the motor’s cable.
      if ([a, b].some((e) => e.of.data.class === 'motor' || e.of.data.class === 'spindle')) return [];
      return {
        subject: w.id,
        title: `The earth of ${terminalName(design, b)} goes through ${a.of.designation}`,
        explain: () =>
          `Conductor ${w.conductor.number} chains two earths. Whoever unscrews ${a.of.designation} unearths ${b.of.designation} with it. Each part gets a conductor of its own from the bar.`,
        station: 'wiring' as const,
        field: `conductors.${w.id}`,
        remedies: [replanned(design, 'Take it out', { name: 'remove-conductors' as const, args: { ids: [w.id] } })],
      };
    });
  },
};
