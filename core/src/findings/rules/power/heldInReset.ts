import type { Design } from '../../../machine/design';
import type { TerminalRef } from '../../../machine/ids';
import { terminalsWithRole } from '../../../machine/parts';
import { listed } from '../../../units/listed';
import type { Remedy, Rule } from '../../finding';
import { replanned } from '../../replanned';

/** A control that is held in reset while nobody presses anything. */
export const heldInReset: Rule = {
  code: 'held-in-reset',
  severity: 'wont-work',
  check: ({ design, stop, replanned: plan }) =>
    stop.dead
      .filter((r) => r.namedBy === 'held-in-reset')
      .map((r) => ({
        subject: r.part,
        title: `${design.parts[r.part]!.designation} is held in reset`,
        explain: () =>
          `${r.text} It takes notice of nothing, and gives no pulses. Only the closing contact of a button belongs between the two: look for a contact of the wrong kind, or a lead that touches 0 V.`,
        station: r.station,
        field: r.field,
        remedies: apart(design, r.part, plan.changes.length > 0),
      })),
};

/** Takes out what was led to the reset by hand; else plans again, where the plan has anything to change. */
function apart(design: Design, board: string, planHelps: boolean): Remedy[] {
  const reset = terminalsWithRole(design.parts[board]!, 'reset-in');
  const at = (t: TerminalRef) => t.part === board && reset.includes(t.terminal);
  const drawn = Object.entries(design.conductors).filter(([, c]) => c.origin !== 'planned' && (at(c.from) || at(c.to)));
  if (drawn.length)
    return [
      replanned(
        design,
        `Remove ${drawn.length > 1 ? 'conductors' : 'conductor'} ${listed(drawn.map(([, c]) => String(c.number)))}`,
        {
          name: 'remove-conductors',
          args: { ids: drawn.map(([id]) => id) },
        },
      ),
    ];
  return planHelps ? [{ label: () => 'Plan the wiring', command: { name: 'plan-wiring', args: {} } }] : [];
}
