import { inputDependencies } from '../../dependencies';
import { choice, measured, numberOf, reading, textOf, wayPrinter } from '../../reading';
import { devices } from '../../subjects';
import type { BringUpTest, Readings } from '../../testKind';

const FAIR = 0.05;
const TOUCHES = 5;
/** Plate under the tool, and how far the touch may go before it is given up, mm. */
const BELOW = 12;
const FARTHEST = 25;
const THICKNESS = 10;

export const probe: BringUpTest = {
  kind: 'probe',
  version: 1,
  phase: 'spindle and work',
  title: 'Probe',
  purpose:
    'Its circuit is seen to close before any tool comes down. A clip that is off is found by the cutter otherwise.',
  caution: 'Touch the plate to the tool by hand first, each time. Spindle off, and its plug out if you can.',
  minutes: 5,
  subjects: (m) => devices(m).filter((s) => m.design.circuits[s.circuit!]?.function === 'probe'),
  after: (_, s) => [`input/${s.id}`, 'envelope-proof'],
  reliesOn: (_, s) => [`input/${s.id}`],
  dependsOn: inputDependencies,
  steps: () => [
    'Clip on, plate held against the tool: its lamp must light; away: dark.',
    'Plate on the table, tool a little above: touch off five times, and note the largest difference.',
  ],
  // With a lamp that stays dark nobody touches off.
  fields: (_m, _s, so) => [
    choice('lamp', 'Plate held to the tool by hand', { lights: 'its lamp lights', dark: 'it stays dark' }),
    ...(textOf(so, 'lamp') === 'dark'
      ? []
      : [reading('spread', 'Largest difference of five touches', 'length', [0, 5])]),
  ],
  judge(r, at) {
    const way = wayPrinter(at);
    if (textOf(r, 'lamp') === 'dark')
      return {
        verdict: 'failed',
        says: ['The circuit does not close: no tool may come down like this.'],
        causes: [
          'The clip is off, or sits on paint or collet grease.',
          'A broken lead.',
          'A spindle whose bearings insulate: clip on the tool itself.',
        ],
      };
    const spread = numberOf(r, 'spread');
    return spread <= FAIR
      ? { verdict: 'passed', says: [`The lamp answers; five touches within ${way(spread, 2)}.`] }
      : {
          verdict: 'failed',
          says: [`Five touches differ by ${way(spread, 2)}.`],
          causes: ['It touches too fast for its filter.', 'Chips under the plate.', 'A tool that is not clamped.'],
        };
  },
  rehearse(bench, s): Readings {
    bench.on();
    bench.press(s.part!, true);
    const lamp = bench.tripped().includes(s.circuit!) ? 'lights' : 'dark';
    bench.press(s.part!, false);
    if (lamp === 'dark') return { lamp };
    const z = bench.input.settings.axes.find((a) => a.letter === 'Z' && a.linear);
    if (!z || !bench.reference()) return { lamp };
    for (const a of bench.input.settings.axes) if (a.linear) bench.moveTo(a.id, (a.envelope.min + a.envelope.max) / 2);
    bench.sim.act({ type: 'plate', below: BELOW, corner: undefined });
    const before = bench.events.length;
    for (let i = 0; i < TOUCHES; i++) {
      bench.sim.act({ type: 'touch', touch: { kind: 'plate', thickness: THICKNESS, farthest: FARTHEST } });
      bench.settle();
    }
    const touched = bench.events
      .slice(before)
      .flatMap(({ event: e }) => (e.code === 'touched' && e.letter === z.letter ? [e.position] : []));
    if (touched.length < TOUCHES) return { lamp };
    const spread = Math.max(...touched) - Math.min(...touched);
    return { lamp, spread: measured(Math.round(spread * 1000) / 1000, 'length') };
  },
};
