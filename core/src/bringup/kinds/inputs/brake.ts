import { sinksTo } from '../../../machine/directions';
import { motorDependencies, stopDependencies } from '../../dependencies';
import { measured, numberOf, reading, wayPrinter } from '../../reading';
import { braked, motorAt } from '../../subjects';
import type { BringUpTest } from '../../testKind';

/** A head may come down this much more than was worked out before something is called wrong, mm. */
const MORE = 1;

export const brake: BringUpTest = {
  kind: 'brake',
  version: 1,
  phase: 'inputs and stop',
  title: 'Brake',
  purpose:
    'The brake must hold before the motor releases, and release before the motor pulls. A late one drops the head by millimetres at every stop.',
  caution: 'A block of wood under the head, as high as will go. No hand between head and table.',
  minutes: 4,
  subjects: braked,
  after: (_, s) => [`enable/${s.id}`],
  dependsOn: (m, s) => [
    ...motorDependencies(m, s.axis!, s.drive!),
    ...stopDependencies(m),
    ...Object.keys(m.design.outputs)
      .filter((o) => m.design.outputs[o]!.function === 'brake')
      .map((o) => `outputs.${o}`),
  ],
  steps: () => [
    'Set a dial gauge under the head with the motors on.',
    'Press the stop, and read how far it came down.',
    'Release, start again, and read whether it sagged before the motor took over.',
  ],
  fields: () => [
    reading('drop', 'Down at the stop', 'length', [-1, 50]),
    reading('sag', 'Down at the start', 'length', [-1, 50]),
  ],
  judge(r, at) {
    const { m, s } = at;
    const way = wayPrinter(at);
    const head = m.figures.stop.course?.heads.find((h) => h.id === s.axis);
    const worked = head?.dropMm ?? 0;
    const [drop, sag] = [numberOf(r, 'drop'), numberOf(r, 'sag')];
    if (drop <= worked + MORE && sag <= MORE)
      return {
        verdict: 'passed',
        says: [`It holds: ${way(Math.max(0, drop), 3)} at the stop, ${way(Math.max(0, sag), 3)} at the start.`],
      };
    const motor = motorAt(m, s);
    return {
      verdict: 'failed',
      says: [
        `The head comes down ${way(Math.max(drop, sag), 3)} ${drop > sag ? 'at the stop' : 'at the start'}; ${way(worked, 2)} were worked out.`,
      ],
      causes: [
        'A diode across its coil keeps it open for several times as long: a varistor or a zener lets it close sooner.',
        'Worn or oily linings.',
        'It is fed through a relay that falls late.',
      ],
      proposals: [
        {
          label: 'The brake acts in time now',
          why: 'Another suppressor, clean linings, or a relay that falls sooner.',
          rework: {
            subject: `parts.${motor?.id}`,
            text: `Brake of ${s.name}: made to act in time`,
            fixes: (f) => f.kind === 'brake-late' && f.axis === s.axis,
          },
        },
      ],
    };
  },
  rehearse(bench, s) {
    bench.on().run(1500);
    const down = sinksTo(bench.made.design.axes[s.axis!]!) === 'plus' ? 1 : -1;
    const stop = Object.values(bench.made.design.circuits).find((c) => c.function === 'stop')?.devices[0];
    const at = bench.gauge(s.axis!, s.drive!);
    if (stop) bench.press(stop, true);
    else bench.sim.act({ type: 'power', on: false });
    bench.run(1500);
    const low = bench.gauge(s.axis!, s.drive!);
    if (stop) bench.press(stop, false);
    bench.on().run(1500);
    const after = bench.gauge(s.axis!, s.drive!);
    const length = (v: number) => measured(Math.round(Math.max(0, v) * 100) / 100, 'length');
    return { drop: length((low - at) * down), sag: length((after - low) * down) };
  },
};
