import { firstWithRole } from '../../../wiring/planner/planning';
import type { FindingDraft, Rule } from '../../finding';

/** Signal cables land their screen at the cabinet end only, motor cables at both; none lands nowhere. */
export const screenEnds: Rule = {
  code: 'screen-ends',
  severity: 'doubtful',
  check: ({ design, wires }) => {
    if (!design.rails.earth) return [];
    const motorCables = new Set(
      wires.all.flatMap((w) =>
        w.conductor.cable && w.ends.some((e) => e.role.startsWith('phase-')) ? [w.conductor.cable] : [],
      ),
    );
    return Object.entries(design.parts).flatMap(([id, part]): FindingDraft[] => {
      if (part.data.class !== 'cable' || !part.data.screened || !firstWithRole(part, 'shield')) return [];
      const [near, far] = [wires.wired(id, 'screen-a'), wires.wired(id, 'screen-b')];
      const motor = motorCables.has(part.name);
      const right = motor ? near && far : near !== far;
      if (right) return [];
      const landed = near && far ? 'at both ends' : near || far ? 'at one end' : 'nowhere';
      return [
        {
          subject: id,
          title: `The shield of ${part.name} lands ${landed}`,
          explain: () =>
            motor
              ? 'What the steep edges of a drive radiate is kept in only by a shield that lands all round at both ends: on the clamp in the cabinet and on the frame of the motor.'
              : near && far
                ? 'Landed at both ends, a signal cable’s shield carries the current that flows between two earths, and couples it in. Here it lands at the cabinet only. Some makers of encoders ask for both ends: then the two earths must be joined by something thicker.'
                : 'A shield that lands nowhere is an antenna. Land it on the bar in the cabinet.',
          station: 'wiring',
          field: `parts.${id}`,
        },
      ];
    });
  },
};
