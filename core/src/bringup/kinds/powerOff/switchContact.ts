import { formOf, fixedByExchange, workingContact } from '../../judging/contacts';
import { choice, textOf } from '../../reading';
import { devices } from '../../subjects';
import type { BringUpTest } from '../../testKind';

const open = { closed: 'beeps: closed', open: 'silent: open' };

/** A contact measured at its own leads, before anything is wired to it in earnest. */
export const switchContact: BringUpTest = {
  kind: 'switch-contact',
  version: 1,
  phase: 'power off',
  title: 'Contact',
  purpose:
    'Switches that look alike may open or close when they are pressed. The circuit was planned for one of the two.',
  minutes: 1,
  subjects: (m) => devices(m).filter((s) => ['switch', 'button'].includes(m.design.parts[s.part!]!.data.class)),
  after: () => ['labels'],
  dependsOn: (_, s) => [
    `parts.${s.part}.data.class`,
    `parts.${s.part}.data.contact`,
    `parts.${s.part}.setup.contactUsed`,
    `parts.${s.part}.elements`,
  ],
  steps: () => [
    'Set the meter to continuity and pull one lead of the contact off.',
    'Listen with the switch free, then press it as the machine will, and listen again.',
  ],
  fields: () => [choice('free', 'Free', open), choice('pressed', 'Pressed', open)],
  judge(r, { m, s }) {
    const part = m.design.parts[s.part!]!;
    const [free, pressed] = [textOf(r, 'free'), textOf(r, 'pressed')];
    const wanted = formOf(part, workingContact(part));
    if (free === pressed)
      return {
        verdict: 'failed',
        says: [`It stays ${free} whether it is pressed or not.`],
        causes: [
          'The contact is stuck or worn out.',
          'The actuator does not reach it.',
          'The meter is on the wrong pair of leads.',
        ],
        proposals: [
          {
            label: 'Another switch was fitted',
            why: 'A contact that does not move cannot be corrected by any setting.',
            rework: {
              subject: `parts.${s.part}`,
              text: `${part.designation}: another one of the same type fitted`,
              fixes: fixedByExchange(s.part!),
            },
          },
        ],
      };
    const found = free === 'closed' ? 'NC' : 'NO';
    if (found === wanted)
      return {
        verdict: 'passed',
        says: [`It is ${found === 'NC' ? 'normally closed' : 'normally open'}, as planned.`],
      };
    return {
      verdict: 'failed',
      says: [
        `It is ${found === 'NC' ? 'normally closed' : 'normally open'}; the circuit was planned for ${wanted === 'NC' ? 'a normally closed' : 'a normally open'} one.`,
      ],
      causes: ['The other pair of terminals of a changeover switch is used.', 'A switch of the other type came.'],
      proposals: [
        {
          label: 'The right contact was wired',
          why:
            wanted === 'NC'
              ? 'A broken wire then shows as a trip. With the polarity turned round instead, a broken wire would never be noticed.'
              : 'The circuit as planned then holds.',
          rework: {
            subject: `parts.${s.part}`,
            text: `${part.designation}: the ${wanted} contact wired instead`,
            fixes: fixedByExchange(s.part!),
          },
        },
      ],
    };
  },
  rehearse(bench, s) {
    const form = formOf(bench.truth.design.parts[s.part!]!, workingContact(bench.made.design.parts[s.part!]!));
    const stuck = [...bench.truth.stuck].find(([k]) => k.startsWith(`${s.part}/`))?.[1];
    const at = (pressed: boolean) => stuck ?? ((form === 'NC') !== pressed ? 'closed' : 'open');
    return { free: at(false), pressed: at(true) };
  },
};
