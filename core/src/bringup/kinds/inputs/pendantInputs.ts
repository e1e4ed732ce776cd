import { circuitName } from '../../../machine/fields';
import { pendantOf } from '../../../machine/pendant';
import { tripOf } from '../../../machine/trips';
import { inputDependencies } from '../../dependencies';
import type { Made } from '../../made';
import { choice, textOf } from '../../reading';
import type { BringUpTest, Judgement, Readings, Subject } from '../../testKind';

/** The inputs that a pendant acts on, with how each is tripped; the tracks of its wheel are counted, not looked at. */
const own = (m: Made, id: string) =>
  Object.entries(m.design.circuits).flatMap(([circuit, c]) =>
    c.devices.includes(id) && !c.function.startsWith('wheel') && m.figures.plan.inputs[circuit]
      ? [{ circuit, name: circuitName(m.design, circuit), trip: tripOf(c, id, m.design.parts) }]
      : [],
  );

/** Keys, selectors and enabling switch of a pendant, one after the other, while nothing can move. */
export const pendantInputs: BringUpTest = {
  kind: 'pendant-inputs',
  version: 1,
  phase: 'inputs and stop',
  title: 'Keys of the pendant',
  purpose: 'A key that arrives at the input of another one moves another axis, or the same one the other way.',
  caution: 'Motors without power, until each lamp is the right one.',
  minutes: 3,
  subjects: (m): Subject[] => {
    const pendant = pendantOf(m.design);
    return pendant && own(m, pendant.id).length
      ? [{ id: pendant.id, name: pendant.part.designation, part: pendant.id }]
      : [];
  },
  after: () => ['logic'],
  dependsOn: (m, s) => [...new Set(own(m, s.part!).flatMap(({ circuit }) => inputDependencies(m, { ...s, circuit })))],
  steps: (m, s) => [
    `One after the other, and let go in between: ${own(m, s.part!)
      .map((o) => o.name)
      .join(', ')}.`,
    'Each lights its own lamp and no other, and it is dark when you let go.',
  ],
  fields: (m, s, so) => {
    const names = Object.fromEntries(own(m, s.part!).map((o) => [o.circuit, o.name]));
    const lamps = textOf(so, 'lamps');
    return [
      choice('lamps', 'What the lamps do', {
        right: 'each its own, and dark again',
        other: 'one lights the lamp of another',
        dark: 'one stays dark',
        lit: 'one is lit with no hand on it',
      }),
      ...(lamps && lamps !== 'right' ? [choice('which', 'Which one', names)] : []),
      ...(lamps === 'other' ? [choice('lights', 'Whose lamp it lights', names)] : []),
    ];
  },
  judge(r, { m, s }): Judgement {
    const lamps = textOf(r, 'lamps');
    if (lamps === 'right') return { verdict: 'passed', says: ['Each key and each position lights its own lamp.'] };
    const which = textOf(r, 'which');
    const name = circuitName(m.design, which);
    if (lamps === 'other') {
      const other = textOf(r, 'lights');
      return {
        verdict: 'failed',
        says: [`${name} arrives at the input of ${circuitName(m.design, other)}.`],
        causes: ['Two cores of its lead have changed places.'],
        proposals: [
          {
            label: 'The two cores were exchanged',
            why: 'The file then stays true, and so do all sheets and labels.',
            rework: {
              subject: `circuits.${which}`,
              text: `Cores of ${name} and ${circuitName(m.design, other)} exchanged`,
              fixes: (f) => f.kind === 'inputs-swapped' && [f.a, f.b].includes(which) && [f.a, f.b].includes(other),
            },
          },
        ],
      };
    }
    return {
      verdict: 'failed',
      says: [lamps === 'dark' ? `${name} reaches no input.` : `${name} reads as held though no hand is on it.`],
      causes:
        lamps === 'dark'
          ? ['A core that has come off, in the plug or in the pendant.', 'The common of the pendant has no pole.']
          : ['A contact that sticks.', 'A core that touches another one in the plug.'],
      proposals: [
        {
          label: 'Its core was refitted',
          why: 'Measure from the plug to the input, core by core.',
          rework: {
            subject: `circuits.${which}`,
            text: `Core of ${name} refitted`,
            fixes: (f) =>
              (f.kind === 'wire-off' &&
                [m.design.conductors[f.conductor]?.from.part, m.design.conductors[f.conductor]?.to.part].includes(
                  s.part!,
                )) ||
              (f.kind === 'loose-wire' && f.circuit === which) ||
              (f.kind === 'stuck-switch' && f.device === s.part),
          },
        },
      ],
    };
  },
  rehearse(bench, s): Readings {
    bench.on();
    const before = bench.tripped();
    for (const { circuit, trip } of own(bench.made, s.part!)) {
      if (before.includes(circuit)) return { lamps: 'lit', which: circuit };
      bench.press(trip, true);
      const now = bench.tripped().filter((id) => !before.includes(id));
      bench.press(trip, false);
      if (now.includes(circuit)) continue;
      return now[0] && own(bench.made, s.part!).some((o) => o.circuit === now[0])
        ? { lamps: 'other', which: circuit, lights: now[0] }
        : { lamps: 'dark', which: circuit };
    }
    return { lamps: 'right' };
  },
};
