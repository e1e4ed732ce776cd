import { isDriver } from '../../../machine/parts';
import { firstWithRole } from '../../../wiring/planner/planning';
import type { FindingDraft, Rule } from '../../finding';

/** A drive whose enable input must be fed, with nothing connected to it. */
export const enableOpen: Rule = {
  code: 'enable-open',
  severity: 'wont-work',
  check: ({ design, wires, drives }) =>
    drives.flatMap(({ name, drive }): FindingDraft[] => {
      const id = drive.driver;
      const part = id ? design.parts[id] : undefined;
      if (!id || !part || !isDriver(part.data) || part.data.enableOpen !== 'disabled') return [];
      const [plus, minus] = (['enable-plus', 'enable-minus'] as const).map((r) => firstWithRole(part, r));
      const signals = wires.all.some((w) => w.ends.some((e) => e.part === id && e.role.startsWith('step-')));
      if (!signals || !plus || !minus || (wires.wired(id, plus) && wires.wired(id, minus))) return [];
      return [
        {
          subject: id,
          title: `${name}: the enable of ${part.designation} is open, so it never turns`,
          explain: () =>
            `${part.name} is off as long as nothing flows through its enable input. ${wires.wired(id, plus) || wires.wired(id, minus) ? 'One of its two terminals is not connected.' : 'Neither of its terminals is connected.'} Plan the wiring, or feed it from the stop chain.`,
          station: 'wiring',
          field: `parts.${id}`,
        },
      ];
    }),
};
