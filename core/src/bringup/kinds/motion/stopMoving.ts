import { forceDependencies, stopDependencies } from '../../dependencies';
import { choice, measured, numberOf, reading, textOf, wayPrinter } from '../../reading';
import { axes } from '../../subjects';
import type { BringUpTest, Subject } from '../../testKind';
import type { Made } from '../../made';
import { axisAt } from '../../testKind';

/** Share of the highest speed at which the stop is tried first. */
const SLOW = 0.1;
const speedAt = (m: Made, s: Subject) => {
  const c = m.figures.controller;
  return c.known ? SLOW * (c.value.axes.find((a) => a.id === s.axis)?.maxSpeed ?? 0) : 0;
};

export const stopMoving: BringUpTest = {
  kind: 'stop-moving',
  version: 1,
  phase: 'first motion',
  title: 'Stop in slow motion',
  purpose:
    'The same button again, now with something to stop: how far it runs on belongs to the space behind every switch.',
  caution: 'Middle of the travel, slow, nothing in the way for twice the distance.',
  minutes: 2,
  subjects: (m) => axes(m).slice(0, 1),
  after: () => ['first-move', 'stop-chain'],
  dependsOn: (m, s) => [...stopDependencies(m), ...forceDependencies(m, s.axis!)],
  steps: (m, s, display) => [
    `Move ${axisAt(m, s).letter} slowly along a rule, about ${wayPrinter({ m, s, display })(speedAt(m, s), 2)} in a second.`,
    'Press the stop as it passes a mark, and read how far past the mark it came to rest.',
  ],
  fields: (m, s) => [
    reading('way', 'Past the mark', axisAt(m, s).motion === 'linear' ? 'length' : 'angle', [0, 200]),
    choice('again', 'After release and start', { rest: 'it stays at rest', moves: 'it moves on by itself' }),
  ],
  judge(r, at) {
    const way = wayPrinter(at);
    if (textOf(r, 'again') === 'moves')
      return {
        verdict: 'failed',
        says: ['It moves on by itself. Nothing else is to be done before this is found.'],
        causes: ['The control keeps the command of the key or the program through a stop that was not reported to it.'],
      };
    const speed = speedAt(at.m, at.s);
    const course = at.m.figures.stop.course?.axes.find((a) => a.id === at.s.axis);
    // Worked out for full speed; the way falls with the speed’s square, and the reaction with the speed.
    const expected = course?.distance === undefined ? speed * 0.3 : course.distance * SLOW + speed * 0.25;
    const measuredWay = numberOf(r, 'way');
    if (measuredWay <= Math.max(expected * 1.5, 1))
      return { verdict: 'passed', says: [`At rest after ${way(measuredWay, 3)}.`] };
    return {
      verdict: 'failed',
      says: [`It runs on ${way(measuredWay, 3)}; about ${way(expected, 2)} were worked out.`],
      causes: [
        'The contactor falls late: a diode across its coil.',
        'The stop is seen late: a long filter, or a slow link.',
      ],
    };
  },
  rehearse(bench, s) {
    bench.on();
    const stop = Object.values(bench.made.design.circuits).find((c) => c.function === 'stop')?.devices[0];
    const own = bench.input.settings.axes.find((a) => a.id === s.axis)!;
    for (let i = 0; i < 12; i++) {
      bench.sim.act({ type: 'jog', axis: s.axis!, direction: 1, share: own.maxSpeed ? SLOW : 0, override: false });
      bench.run(50);
    }
    const before = bench.gauge(s.axis!);
    if (stop) bench.press(stop, true);
    bench.run(1500);
    const way = Math.abs(bench.gauge(s.axis!) - before);
    if (stop) bench.press(stop, false);
    const rest = bench.gauge(s.axis!);
    bench.on().run(1000);
    return {
      way: measured(Math.round(way * 100) / 100, own.linear ? 'length' : 'angle'),
      again: Math.abs(bench.gauge(s.axis!) - rest) > 0.5 ? 'moves' : 'rest',
    };
  },
};
