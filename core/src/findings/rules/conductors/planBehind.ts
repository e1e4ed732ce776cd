import type { Rule } from '../../finding';

const count = (n: number, what: string) => `${n} ${what}${n === 1 ? '' : 's'}`;

/** The list of conductors is behind the plan that now follows from the parts. */
export const planBehind: Rule = {
  code: 'plan-behind',
  severity: 'doubtful',
  check: ({ replanned: { changes } }) => {
    if (!changes.length) return [];
    const of = (kind: string) => changes.filter((c) => c.kind === kind).length;
    return [
      {
        subject: 'wiring',
        title: 'The wire list is behind the machine',
        explain: () =>
          `Planning again would add ${count(of('added'), 'conductor')}, change ${of('changed')} and remove ${of('removed')}. What is cut or connected, and what you set by hand, stays.`,
        station: 'wiring',
        field: 'conductors',
        remedies: [{ label: () => 'Plan the wiring', command: { name: 'plan-wiring', args: {} } }],
      },
    ];
  },
};
