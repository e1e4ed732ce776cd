import { spindleEncoderOf } from '../../../machine/spindleEncoder';
import { turnedByHand } from '../../../motion/simulation/spindleCounter';
import type { HiddenFaultKind } from '../../../motion/truth/hiddenFault';
import { printNumber } from '../../../units/print';
import { wiresOn } from '../../dependencies';
import type { Made } from '../../made';
import { measured, numberOf, reading } from '../../reading';
import { whole } from '../../subjects';
import type { BringUpTest, Judgement, Proposal } from '../../testKind';

/** Turned so often by hand, from a mark to the same mark. */
const TURNS = 10;
/** A hand meets the mark within this share of all turns. */
const NEAR = 0.01;

const found = (m: Made) => spindleEncoderOf(m.design);
/** Index pulses in all turns: one for each revolution of the encoder. */
const indexesDue = (m: Made): number => TURNS * (found(m)?.ratio ?? 1);
const near = (a: number, b: number): boolean => Math.abs(a - b) <= NEAR * Math.abs(b) + 1e-9;

export const spindleCount: BringUpTest = {
  kind: 'spindle-count',
  version: 1,
  phase: 'spindle and work',
  title: 'Spindle counted by hand',
  purpose:
    'A thread follows what the control counts. Ten turns by hand show whether it counts the spindle or something else, and whether its index comes once where it has to.',
  caution: 'The spindle’s drive switched off and locked, no key in the chuck: it is turned by hand alone.',
  minutes: 4,
  subjects: (m) => {
    const { controller } = m.figures;
    return found(m) && controller.known && (controller.value.spindle?.lines ?? 0) > 0 ? whole() : [];
  },
  after: () => ['earth'],
  dependsOn: (m) => {
    const e = found(m);
    return [
      'roles.spindleEncoder',
      'overrides.spindle/encoder-lines',
      ...(e ? [`parts.${e.id}.data`, `parts.${e.id}.setup.encoderRatio`, ...wiresOn(m.design, e.id)] : []),
      ...(e?.divider ? [`parts.${e.divider.id}.data`, ...wiresOn(m.design, e.divider.id)] : []),
    ];
  },
  steps: (m) => [
    'Mark chuck and headstock. Note the turns of the spindle that the control shows, or set them to zero.',
    `Turn it ${TURNS} times by hand, slowly and always the same way, until the marks meet again.`,
    `Count how often the lamp or the message of the index comes: ${printNumber(indexesDue(m), 4)} times is right.`,
  ],
  fields: () => [
    reading('turns', 'Turns that the control shows', 'ratio', [-1000, 1000]),
    reading('indexes', 'Index pulses', 'ratio', [0, 1000]),
  ],
  judge: (r, { m }) => judge(Math.abs(numberOf(r, 'turns')), numberOf(r, 'indexes'), m),
  rehearse(bench) {
    const encoder = bench.truth.plant.spindle?.encoder;
    const told = bench.input.settings.spindle?.lines ?? 0;
    const { turns, indexes } = encoder ? turnedByHand(encoder, told, TURNS) : { turns: 0, indexes: 0 };
    return {
      turns: measured(Math.round(bench.around(turns, NEAR / 4) * 100) / 100, 'ratio'),
      indexes: measured(indexes, 'ratio'),
    };
  },
};

function judge(turns: number, indexes: number, m: Made): Judgement {
  const due = indexesDue(m);
  const [share, often] = [turns / TURNS, indexes / due];
  const told = `${TURNS} turns are counted as ${printNumber(turns, 4)}, and the index came ${printNumber(indexes, 4)} times where ${printNumber(due, 4)} are due.`;
  const counted = near(share, 1);
  // A hand that stops just before a mark has seen one index less, or one more.
  const once = Math.abs(indexes - due) <= 1;
  if (counted && once) return { verdict: 'passed', says: [told] };
  const { id, divider } = found(m)!;
  const mark = hands(
    `parts.${id}`,
    'The second mark was covered',
    'The index then comes once for each turn of its encoder.',
    'index-twice',
  );
  const pulleys = hands(`parts.${id}`, 'The pulleys are now those of the file', 'Then count again.', 'encoder-ratio');
  const lines = hands(
    `parts.${divider?.id ?? id}`,
    'Divider and lines are now those of the file',
    'Then count again.',
    'divider-other',
  );
  const ofLines = [
    'The lines of the encoder in the settings of the control.',
    divider ? `The divider ${divider.part.designation}: how it is set.` : 'A divider that nobody knows of.',
    'One of its tracks A and B is missing.',
  ];
  const ofMark = ['A second mark that the index sees: a screw, a keyway, another magnet.', 'Noise on the index lead.'];
  const ofPulleys = ['Other pulleys than those in the file.', 'A belt that has jumped, or slips.'];
  const failed = (says: string[], causes: string[], proposals: Proposal[]): Judgement => ({
    verdict: 'failed',
    says,
    causes,
    proposals,
  });
  if (turns === 0 && indexes === 0)
    return failed(
      ['The control counts nothing.'],
      ['The plug of the encoder.', 'Its supply.', 'A coupling or belt that does not turn it.'],
      [],
    );
  if (counted)
    return failed(
      [told, 'The lead of a thread would be right, and its passes would begin at several places.'],
      ofMark,
      [mark],
    );
  if (near(often, share))
    return failed([told, `The encoder turns ${printNumber(share, 4)} times as often as the file says.`], ofPulleys, [
      pulleys,
    ]);
  if (once)
    return failed([told, `A thread would come out with ${printNumber(share, 4)} times its lead.`], ofLines, [lines]);
  return failed(
    [
      told,
      'More than one thing is off: go along the whole chain, from the pulleys over the marks to the lines in the control.',
    ],
    [...ofPulleys, ...ofLines, ...ofMark, 'Lines are lost: a loose plug, a screen that is on neither end.'],
    [
      hands(
        `parts.${id}`,
        'Pulleys, marks, divider and lines are now those of the file',
        'Then count again.',
        'encoder-ratio',
        'divider-other',
        'index-twice',
      ),
    ],
  );
}

const hands = (subject: string, label: string, why: string, ...kinds: HiddenFaultKind[]): Proposal => ({
  label,
  why,
  rework: { subject, text: label, fixes: (f) => kinds.includes(f.kind) },
});
