import { inputDependencies } from '../dependencies';
import { choice, measured, numberOf, reading, textOf, wayPrinter } from '../reading';
import { devices } from '../subjects';
import type { BringUpTest } from '../test';

const FAIR = 0.05;

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
  fields: () => [
    choice('lamp', 'Plate held to the tool by hand', { lights: 'its lamp lights', dark: 'it stays dark' }),
    reading('spread', 'Largest difference of five touches', 'length', [0, 5]),
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
  rehearse(bench, s) {
    bench.on();
    bench.sim.act({ type: 'press', device: s.part!, down: true });
    bench.run(300);
    const lights = bench.tripped().includes(s.circuit!);
    bench.press(s.part!, false);
    return {
      lamp: lights ? 'lights' : 'dark',
      spread: measured(Math.round(bench.around(0.012, 0.4) * 1000) / 1000, 'length'),
    };
  },
};
