import { inputDependencies } from '../../dependencies';
import { fixedByExchange } from '../../judging/contacts';
import { choice, textOf } from '../../reading';
import { devices } from '../../subjects';
import type { At, BringUpTest, Judgement, Subject } from '../../testKind';
import type { Made } from '../../made';
import { permits } from '../../../machine/connections';
import { circuitName } from '../../../machine/fields';
import type { HiddenFault } from '../../../motion/truth/hiddenFault';

const circuitsOf = (m: Made) =>
  m.figures.controller.known ? m.figures.controller.value.inputs.map((i) => i.id) : Object.keys(m.figures.plan.inputs);

/** Each switch pressed by hand, and the lamps watched: the right one, and no other. */
export const input: BringUpTest = {
  kind: 'input',
  version: 1,
  phase: 'inputs and stop',
  title: 'Input by hand',
  purpose:
    'Every lamp must answer to its own switch. A reference run that waits at one axis for the switch of another runs until something stops it.',
  caution: 'Motors without power. Reach for a switch only where nothing can come down on the hand.',
  minutes: 1,
  subjects: devices,
  after: (_, s) => ['logic', `switch-contact/${s.id}`],
  reliesOn: () => [],
  dependsOn: inputDependencies,
  steps: (m, s) => [
    ...(permits(m.design.circuits[s.circuit!]!.function)
      ? [`Open what ${s.name} watches: the collet, the guard; or switch the pump off. It allows while its lamp is lit.`]
      : []),
    ...(m.design.circuits[s.circuit!]!.function === 'index'
      ? [
          `Turn the shaft until its magnet is away from ${s.name}. Look at the lamps, then hold a magnet to the sensor: the face that lights its lamp is the one to show it.`,
        ]
      : [`Look at the lamps with nothing pressed, then press ${s.name} and hold it.`]),
    'Wait a second each time: a lamp that flickers is another trouble than one that is dark.',
    ...(m.design.parts[s.part!]!.data.class === 'button'
      ? ['A button that latches: check first that it is not pressed.']
      : []),
  ],
  fields: (m, _, so) => {
    const pressed = textOf(so, 'pressed');
    return [
      choice('rest', 'Its lamp with nothing pressed', { dark: 'dark', lit: 'lit: tripped', flickers: 'flickers' }),
      choice('pressed', 'Lamp that changes while you press', {
        ...Object.fromEntries(circuitsOf(m).map((id) => [id, circuitName(m.design, id)])),
        none: 'none',
      }),
      ...(pressed === 'none'
        ? [
            choice('bridge', 'The same with the contact bridged or opened right at the switch', {
              answers: 'the lamp answers',
              silent: 'nothing changes',
              latched: 'the button was latched in',
            }),
          ]
        : []),
    ];
  },
  judge(r, at) {
    const { m, s } = at;
    const [rest, pressed, bridge] = [textOf(r, 'rest'), textOf(r, 'pressed'), textOf(r, 'bridge')];
    const own = s.circuit!;
    if (rest === 'flickers') return noisy(at);
    if (pressed === own)
      return rest === 'lit'
        ? inverted(at)
        : { verdict: 'passed', says: [`${s.name} lights its own lamp, and no other.`] };
    if (pressed !== 'none') return swapped(at, pressed);
    return dumb(at, rest, bridge, m);
  },
  rehearse(bench, s) {
    bench.on();
    const own = s.circuit!;
    if (bench.made.design.circuits[own]?.function === 'index' && s.axis && bench.tripped().includes(own))
      bench.turnOn(s.axis);
    // What allows something is closed while all is well: it is opened first.
    if (bench.sim.pressedNow(s.part!) && !bench.truth.pressed.includes(s.part!)) bench.press(s.part!, false);
    const before = bench.tripped();
    const rest = before.includes(own) ? 'lit' : 'dark';
    const latchedIn = bench.truth.pressed.includes(s.part!);
    bench.press(s.part!, true);
    const now = bench.tripped();
    const changed = [...now.filter((id) => !before.includes(id)), ...before.filter((id) => !now.includes(id))];
    const pressed = changed.includes(own) ? own : (changed[0] ?? 'none');
    const stuck = [...bench.truth.stuck.keys()].some((k) => k.startsWith(`${s.part}/`));
    return {
      rest,
      pressed,
      ...(pressed === 'none' ? { bridge: latchedIn ? 'latched' : stuck ? 'answers' : 'silent' } : {}),
    };
  },
};

function noisy({ s, m }: At): Judgement {
  return {
    verdict: 'failed',
    says: ['Its lamp flickers although nobody touches it.'],
    causes: [
      'A shield that is not landed, or landed at both ends.',
      'Its cable runs beside a motor’s.',
      'A crimp that makes contact now and then.',
    ],
    proposals: [
      {
        label: 'Cable and shield corrected',
        why: 'First the cause; a longer filter costs stopping distance.',
        rework: {
          subject: `circuits.${s.circuit}`,
          text: `Cable and shield of ${circuitName(m.design, s.circuit!)} corrected`,
          fixes: (f) => (f.kind === 'noise' || f.kind === 'loose-wire') && f.circuit === s.circuit,
        },
      },
    ],
  };
}
function inverted({ s, m }: At): Judgement {
  const part = m.design.parts[s.part!]!;
  const setting = m.figures.settings.find((x) => x.key === `input/${s.circuit}/active-when`);
  const now = setting?.value.known ? setting.value.value : 'low';
  return {
    verdict: 'failed',
    says: ['It works the wrong way round: tripped while it is free, free while it is pressed.'],
    causes: [
      'The other contact of the switch is wired.',
      'The file has a switch of the other type.',
      'The polarity was set by hand.',
    ],
    proposals: [
      {
        label: 'The right contact was wired',
        why: 'The circuit then notices a broken wire, as planned.',
        rework: {
          subject: `parts.${s.part}`,
          text: `${part.designation}: the right contact wired`,
          fixes: fixedByExchange(s.part!),
        },
      },
      {
        label: 'Turn the polarity of this input round',
        why: 'Quick, but look at what it does: if the contact is now normally open, a broken wire will never be noticed.',
        command: {
          name: 'override-setting',
          args: {
            setting: `input/${s.circuit}/active-when`,
            title: setting?.title ?? 'Polarity',
            value: now === 'low' ? 'high' : 'low',
            reason: 'Found by the input test',
          },
        },
      },
    ],
  };
}
function swapped({ s, m }: At, other: string): Judgement {
  const [a, b] = [circuitName(m.design, s.circuit!), circuitName(m.design, other)];
  const inputs = m.figures.plan.inputs;
  const terminal = (id: string) => {
    const t = inputs[id];
    return t
      ? `${m.design.parts[t.part]?.designation} ${m.design.parts[t.part]?.terminals[t.terminal]?.printed}`
      : 'its input';
  };
  return {
    verdict: 'failed',
    says: [`${a} arrives at the input of ${b}: swap the conductors on ${terminal(s.circuit!)} and ${terminal(other)}.`],
    causes: ['Two cores of one cable, or two plugs, have changed places.'],
    proposals: [
      {
        label: `Swap the conductors on ${terminal(s.circuit!)} and ${terminal(other)}`,
        why: 'The file then stays true, and so do all sheets and labels.',
        rework: {
          subject: `circuits.${s.circuit}`,
          text: `Conductors of ${a} and ${b} swapped at the inputs`,
          fixes: (f) => f.kind === 'inputs-swapped' && [f.a, f.b].includes(s.circuit!) && [f.a, f.b].includes(other),
        },
      },
      ...(inputs[s.circuit!] && inputs[other]
        ? [
            {
              label: 'Leave the wires, and let the file follow',
              why: 'Wiring and settings then say what is really there; labels on the conductors have to follow.',
              command: {
                name: 'several' as const,
                args: {
                  title: `${a} and ${b} exchanged, as found`,
                  commands: [
                    { name: 'set-input-terminal' as const, args: { circuit: s.circuit!, input: inputs[other] } },
                    { name: 'set-input-terminal' as const, args: { circuit: other, input: inputs[s.circuit!]! } },
                  ],
                },
              },
            },
          ]
        : []),
    ],
  };
}
function dumb({ s }: At, rest: string, bridge: string, m: Made): Judgement {
  const part = m.design.parts[s.part!]!;
  const name = circuitName(m.design, s.circuit!);
  const ofWire = (f: HiddenFault) =>
    (f.kind === 'wire-off' && conductorOf(m, f.conductor, s)) || (f.kind === 'loose-wire' && f.circuit === s.circuit);
  if (bridge === 'latched')
    return {
      verdict: 'failed',
      says: ['The button was latched in, out of sight.'],
      proposals: [
        {
          label: 'Turned and released',
          why: 'A stop that was pressed in transport is the first thing to look for when nothing works.',
          rework: {
            subject: `parts.${s.part}`,
            text: `${part.designation} released`,
            fixes: (f) => f.kind === 'pressed' && f.device === s.part,
          },
        },
      ],
    };
  const says = [
    rest === 'lit' ? 'It is always tripped, whether it is pressed or not.' : 'Nothing answers when it is pressed.',
  ];
  if (bridge === 'answers')
    return {
      verdict: 'failed',
      says: [
        ...says,
        'The input answers when the contact is bridged or opened at the switch: so the switch is at fault.',
      ],
      causes: ['A stuck or worn contact.', 'An actuator that does not reach it.'],
      proposals: [
        {
          label: 'Another switch was fitted',
          why: 'The wires to it are good.',
          rework: {
            subject: `parts.${s.part}`,
            text: `${part.designation}: another one fitted`,
            fixes: fixedByExchange(s.part!),
          },
        },
      ],
    };
  return {
    verdict: 'failed',
    says: [...says, 'Nothing changes at the switch either: so it lies between the switch and the input.'],
    causes: [
      'A conductor that has come off.',
      'A crimp on its insulation.',
      'The common of the input, or its supply.',
      'The switch is on another input.',
    ],
    proposals: [
      {
        label: 'The conductor was refitted',
        why: 'Measure from the switch to the input’s terminal, core by core: the one that is open is it.',
        rework: { subject: `circuits.${s.circuit}`, text: `Conductor of ${name} refitted`, fixes: ofWire },
      },
      {
        label: 'Another switch was fitted',
        why: 'If every core is whole, it is the switch after all.',
        rework: {
          subject: `parts.${s.part}`,
          text: `${part.designation}: another one fitted`,
          fixes: fixedByExchange(s.part!),
        },
      },
    ],
  };
}
const conductorOf = (m: Made, id: string, s: Subject): boolean => {
  const c = m.design.conductors[id];
  const loop = m.design.circuits[s.circuit!]?.devices ?? [];
  return c !== undefined && [c.from.part, c.to.part].some((p) => loop.includes(p));
};
