import type { Rule } from '../../finding';

/** What the stop button cuts is a choice that somebody has to make. */
export const stopUndecided: Rule = {
  code: 'stop-undecided',
  severity: 'note',
  check: ({ design }) => {
    const has = Object.values(design.circuits).some((c) => c.function === 'stop');
    if (!has || design.stopStrategy) return [];
    return [
      {
        subject: 'stop',
        title: 'What the stop button cuts is not decided',
        explain: () =>
          'A button that only asks the controller does nothing when the controller hangs. Motor power by a contactor, everything behind the main switch, or the drives’ torque-off inputs: each has its price. Whichever it is, the stop must also be reported to the control.',
        station: 'wiring' as const,
        field: 'stopStrategy',
        remedies: [],
      },
    ];
  },
};
