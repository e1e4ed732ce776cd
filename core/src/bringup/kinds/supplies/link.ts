import type { HiddenFault } from '../../../motion/truth/hiddenFault';
import { linkOf, linkWords } from '../../judging/links';
import { choice, textOf } from '../../reading';
import { partsOf } from '../../subjects';
import type { Made } from '../../made';
import type { BringUpTest, Judgement, Proposal } from '../../testKind';

/** Five minutes, in steps of the simulation. */
const WATCH_STEPS = 300_000;

const seenLabels = (m: Made) =>
  Object.fromEntries(Object.entries(linkWords[linkOf(m)].seen).map(([key, { label }]) => [key, label]));

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
  steps: (m) => [
    ...linkWords[linkOf(m)].steps,
    'Connect the control, and watch the link for five minutes. Switch off whatever lets the computer sleep.',
    'Pull the lead once: the control must say so, and stop.',
  ],
  fields: (m) => [
    choice('seen', linkOf(m) === 'network' ? 'At the socket' : 'In the computer’s list', seenLabels(m), {
      optional: true,
    }),
    choice('result', 'The link', {
      holds: 'holds for five minutes',
      drops: 'breaks off now and then',
      garbled: 'is there, but what comes cannot be read',
      taken: 'is refused: something else holds the port',
      none: 'is not found',
    }),
  ],
  judge(r, { m, s }) {
    const result = textOf(r, 'result');
    const words = linkWords[linkOf(m)];
    const seen = words.seen[textOf(r, 'seen')];
    if (result === 'holds') return { verdict: 'passed', says: ['The link holds.'] };
    const { designation } = m.design.parts[s.part!]!;
    const another = {
      label: 'Power saving off, and another lead fitted',
      why: 'The lead beside no motor cable, with its shield connected. Then watch again for as long.',
      rework: {
        subject: `parts.${s.part}`,
        text: `Link of ${designation}: power saving off, another lead`,
        fixes: (f: HiddenFault) => f.kind === 'link-drops',
      },
    };
    const failed = (says: string, causes: readonly string[], proposals: readonly Proposal[] = []): Judgement => ({
      verdict: 'failed',
      says: [says],
      causes,
      proposals,
    });
    switch (result) {
      case 'drops':
        return failed('The link breaks off.', words.drops, [another]);
      case 'garbled':
        return failed('The control answers, and what it says cannot be read.', words.garbled);
      case 'taken':
        return failed('Another program holds the port: only one can speak to the control.', [
          'A second program is open, perhaps in the background: close it, then plug the lead in again.',
          'The program itself was not closed properly: restart the computer.',
        ]);
      default:
        return failed(
          'The computer does not find the control.',
          seen?.causes ??
            (seen?.well
              ? [
                  'The program asks at another port or address.',
                  'The control is still starting: wait until its lamps are steady.',
                ]
              : Object.values(words.seen).flatMap((x) => x.causes ?? [])),
          [another],
        );
    }
  },
  rehearse(bench) {
    if (bench.on().look().state === 'no-power') return { result: 'none' };
    bench.run(WATCH_STEPS);
    return { result: bench.events.some(({ event }) => event.code === 'link-lost') ? 'drops' : 'holds' };
  },
};
