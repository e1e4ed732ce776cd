import { choice, textOf } from '../../reading';
import { partsOf } from '../../subjects';
import type { BringUpTest } from '../../testKind';

/** Five minutes, in steps of the simulation. */
const WATCH_STEPS = 300_000;

export const link: BringUpTest = {
  kind: 'link',
  version: 1,
  phase: 'supplies and logic',
  title: 'Host computer and its link',
  purpose: 'The computer must reach the control before anything can move, and must not lose it when a spindle starts.',
  minutes: 5,
  subjects: (m) =>
    m.design.roles.host ? partsOf(m, 'host-computer').filter((s) => s.part === m.design.roles.host) : [],
  after: () => ['logic'],
  dependsOn: ({ design }) => [
    'roles.host',
    'roles.controller',
    ...(design.roles.host ? [`parts.${design.roles.host}.data.class`] : []),
    ...(design.roles.controller ? [`parts.${design.roles.controller}.data.link`] : []),
  ],
  steps: () => [
    'Start the computer, connect the control, and watch the link for five minutes.',
    'Switch off whatever lets the computer sleep. Pull the lead once: the control must say so.',
  ],
  fields: () => [
    choice('result', 'The link', {
      holds: 'holds for five minutes',
      drops: 'breaks off now and then',
      none: 'is not found',
    }),
  ],
  judge(r, { m, s }) {
    const result = textOf(r, 'result');
    if (result === 'holds') return { verdict: 'passed', says: ['The link holds.'] };
    return {
      verdict: 'failed',
      says: [result === 'none' ? 'The computer does not find the control.' : 'The link breaks off.'],
      causes:
        result === 'none'
          ? [
              'Another address, or the wrong port.',
              'The control has no logic supply.',
              'The lead is a charging lead without data.',
            ]
          : [
              'The computer saves power.',
              'A lead without a shield beside the motor cables.',
              'A loop through two earths.',
            ],
      proposals: [
        {
          label: 'Power saving off, and another lead fitted',
          why: 'The lead beside no motor cable, with its shield connected. Then watch again for as long.',
          rework: {
            subject: `parts.${s.part}`,
            text: `Link of ${m.design.parts[s.part!]!.designation}: power saving off, another lead`,
            fixes: (f) => f.kind === 'link-drops',
          },
        },
      ],
    };
  },
  rehearse(bench) {
    if (bench.on().look().state === 'no-power') return { result: 'none' };
    bench.run(WATCH_STEPS);
    return { result: bench.events.some(({ event }) => event.code === 'link-lost') ? 'drops' : 'holds' };
  },
};
