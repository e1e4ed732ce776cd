import { wiresAt, wiresOn } from '../../dependencies';
import { choice, textOf } from '../../reading';
import { whole } from '../../subjects';
import type { BringUpTest, Item, Judgement, Readings, At } from '../../testKind';
import type { Made } from '../../made';
import { permits, type InputFunction } from '../../../machine/connections';
import { circuitName } from '../../../machine/fields';

const WATCH_MS = 20_000;
const MOVES = 40;
const inputsOf = (m: Made) => (m.figures.controller.known ? m.figures.controller.value.inputs.map((i) => i.id) : []);
const which = (m: Made) =>
  choice('tripped', 'Inputs that tripped by themselves', {
    none: 'none',
    ...Object.fromEntries(inputsOf(m).map((id) => [id, circuitName(m.design, id)])),
  });

function judge(
  r: Readings,
  { m }: At,
  while_: string,
  kind: 'noise' | 'loose-wire',
  causes: string[],
  label: string,
): Judgement {
  const id = textOf(r, 'tripped');
  if (id === 'none') return { verdict: 'passed', says: [`Nothing tripped by itself ${while_}.`] };
  const name = circuitName(m.design, id);
  return {
    verdict: 'failed',
    says: [`${name} trips by itself ${while_}.`],
    causes,
    proposals: [
      {
        label: `${label}: ${name}`,
        why: 'Then watch again for as long.',
        rework: {
          subject: `circuits.${id}`,
          text: `${name}: ${label.toLowerCase()}`,
          fixes: (f) => f.kind === kind && f.circuit === id,
        },
      },
    ],
  };
}
const circuitsOf = ({ design }: Made, which: (fn: InputFunction) => boolean): ReadonlySet<string> =>
  new Set(Object.keys(design.circuits).filter((id) => which(design.circuits[id]!.function)));

/** What can catch something on the way: each input's filter, and the conductors at both ends of it. */
const items = ({ design, figures }: Made): Item[] =>
  Object.entries(design.circuits).map(([id, c]) => {
    const input = figures.plan.inputs[id];
    return {
      id,
      name: circuitName(design, id),
      paths: [
        `circuits.${id}.filter`,
        `circuits.${id}.devices`,
        `overrides.input/${id}/filter`,
        ...(input ? wiresAt(design, input.part, input.terminal) : []),
        ...c.devices.flatMap((d) => (design.parts[d]?.mount ? wiresOn(design, d) : [])),
      ],
    };
  });
const dependsOn = (m: Made) => [...items(m).flatMap((i) => i.paths), 'roles.spindleDrive'];

export const noiseInMotion: BringUpTest = {
  kind: 'noise-in-motion',
  version: 1,
  phase: 'first motion',
  title: 'Inputs while the axes move',
  purpose: 'A crimp that opens when the machine shakes looks like a fault of everything else.',
  caution: 'Axes move to and fro by themselves here: nobody’s hands inside.',
  minutes: 4,
  subjects: whole,
  after: () => ['stop-moving', 'input'],
  dependsOn,
  items,
  steps: (m) => [
    'Move every axis with one motor to and fro in the middle of its travel for a minute, and watch the lamps.',
    'Tug each cable lightly as it goes by.',
    ...(circuitsOf(m, (fn) => fn === 'index').size
      ? ['An index pulse comes once a turn: its lamp may blink evenly.']
      : []),
  ],
  fields: (m) => [which(m)],
  judge: (r, at) =>
    judge(
      r,
      at,
      'while the axes move',
      'loose-wire',
      [
        'A crimp that sits on its insulation.',
        'A cable pulled taut in its chain.',
        'A screw terminal that was never tightened.',
      ],
      'Crimped again',
    ),
  rehearse(bench) {
    bench.on();
    const seen = new Set<string>();
    const before = new Set(bench.tripped());
    // The magnet of a shaft passes its sensor as the shaft turns: that is no noise.
    const turning = circuitsOf(bench.made, (fn) => fn === 'index');
    // A gantry is not moved yet: whether its motors agree is seen afterwards.
    const moved = bench.input.settings.axes.filter((a) => a.stepsPerUnit.length === 1);
    for (let i = 0; i < MOVES && !seen.size; i++) {
      for (const a of moved) bench.sim.act({ type: 'nudge', axis: a.id, distance: i % 2 ? 8 : -8 });
      for (let k = 0; k < 500 && !seen.size; k++) {
        bench.run(2);
        for (const id of [...bench.tripped(), ...bench.tripsTold()])
          if (!before.has(id) && !turning.has(id)) seen.add(id);
      }
      if (bench.look().state === 'latched') bench.sim.act({ type: 'acknowledge' });
    }
    return { tripped: [...seen][0] ?? 'none' };
  },
};
export const noiseWithSpindle: BringUpTest = {
  kind: 'noise-with-spindle',
  version: 1,
  phase: 'spindle and work',
  title: 'Inputs while the spindle runs',
  purpose:
    'A spindle drive throws its edges on every cable beside its own: limits that trip out of nothing begin here.',
  caution: 'No cutter in the spindle.',
  minutes: 4,
  subjects: (m) => (m.design.roles.spindle ? whole() : []),
  after: () => ['stop-chain', 'earth', 'noise-in-motion'],
  dependsOn,
  items,
  steps: (m) => [
    'Everything at rest. Run the spindle up and down through its whole range for a minute.',
    'Watch the lamps, or let the control count.',
    ...(circuitsOf(m, permits).size
      ? ['The lamp of a flow switch lights as its pump runs: that is as it should be.']
      : []),
  ],
  fields: (m) => [which(m)],
  judge: (r, at) =>
    judge(
      r,
      at,
      'while the spindle runs',
      'noise',
      [
        'The shield of the spindle’s cable is not landed on both sides.',
        'The switch’s cable lies beside it.',
        'A shield of the switch’s cable landed at neither end.',
        'A filter shorter than the burst.',
      ],
      'Shields landed, cables apart',
    ),
  rehearse(bench) {
    bench.on();
    const max = bench.input.settings.spindle?.maxRpm ?? 1000;
    const before = new Set(bench.tripped());
    const seen = new Set<string>();
    // Water that begins to flow is no noise.
    const flowing = circuitsOf(bench.made, permits);
    bench.sim.act({ type: 'spindle', direction: 1, rpm: max * 0.7 });
    for (let t = 0; t < WATCH_MS && !seen.size; t += 2) {
      bench.run(2);
      for (const id of [...bench.tripped(), ...bench.tripsTold()])
        if (!before.has(id) && !flowing.has(id)) seen.add(id);
    }
    return { tripped: [...seen][0] ?? 'none' };
  },
};
