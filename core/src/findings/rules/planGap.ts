import type { Rule } from '../finding';

/** What the planner could not place: no channel, no input, no supply for something that needs one. */
export const planGap: Rule = {
  code: 'plan-gap',
  severity: 'wont-work',
  check: ({ plan }) =>
    plan.gaps.map((gap, i) => ({
      subject: `${gap.field}-${i}`,
      title: gap.what,
      explain: () =>
        'The planner found no place for it. Let switches share an input, choose a controller with more of them, or add the supply that is missing.',
      station: gap.field.startsWith('roles') ? 'machine' : 'switches',
      field: gap.field,
    })),
};
