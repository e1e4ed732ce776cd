import type { Rule } from '../../finding';

/** Made conductors that the plan would have otherwise: the planner never touches them. */
export const planConflict: Rule = {
  code: 'plan-conflict',
  severity: 'doubtful',
  check: ({ design, replanned: { conflicts } }) =>
    conflicts.map((c) => {
      const conductor = design.conductors[c.conductor]!;
      return {
        subject: c.conductor,
        title: `Conductor ${conductor.number} is not where the plan puts it`,
        explain: () =>
          c.obsolete
            ? `It is ${conductor.state}, and nothing on the machine asks for it any more. Take it out by hand, or leave it as a spare.`
            : `It is ${conductor.state}; the plan now differs in ${c.fields.join(' and ')}. Set it back to planned to let the planner move it, or fix the fields by hand.`,
        station: 'wiring',
        field: `conductors.${c.conductor}`,
        remedies: [
          {
            label: () => 'Set it back to planned',
            command: { name: 'set-conductors', args: { ids: [c.conductor], set: { state: 'planned' } } },
          },
        ],
      };
    }),
};
