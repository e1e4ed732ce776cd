import { carriesMains } from '../../../machine/parts';
import { mainsInlets } from '../../../distribution/supplies';
import type { FindingDraft, Rule } from '../../finding';

/** A part with mains on it whose caution nobody has read yet. */
export const mainsCaution: Rule = {
  code: 'mains-caution',
  severity: 'doubtful',
  check: ({ design }) => {
    if (!mainsInlets(design).length) return [];
    const unread = Object.entries(design.parts).filter(([, p]) => carriesMains(p) && !p.setup.cautionSeen);
    const first = unread[0];
    if (!first) return [];
    return [
      {
        subject: 'mains',
        title: `Mains on ${unread.map(([, p]) => p.designation).join(', ')}: read the caution first`,
        explain: () =>
          'Mains kills, and so does the charge that stays in supplies and drives for minutes after the plug is out. Pull the plug, wait, measure, short nothing. What is done on the mains side follows local code and belongs in licensed hands.',
        station: 'wiring',
        field: `parts.${first[0]}.setup.cautionSeen`,
        remedies: [
          {
            label: () => 'Read and understood, for all of them',
            command: {
              name: 'several',
              args: {
                title: 'Mains caution read',
                commands: unread.map(([id]) => ({
                  name: 'set-field' as const,
                  args: { path: `parts.${id}.setup.cautionSeen`, value: true },
                })),
              },
            },
          },
        ],
      } satisfies FindingDraft,
    ];
  },
};
