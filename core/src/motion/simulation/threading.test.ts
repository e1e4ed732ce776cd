import { expect, it } from 'vitest';
import { deriveFigures } from '../../derivation/figures';
import { readProgram } from '../../program/reader';
import { plover } from '../../samples/plover';
import { defaultDisplay } from '../../units/print';
import { Random } from '../plant/random';
import { Simulation, simulationInput, type SimulationInput } from './simulation';
import { groovesOf, type ThreadPass } from './threadRecord';
import { tellThread } from './threadWords';

const lathe = deriveFigures(plover().design);

/** A thread on the sample lathe, cut in passes from Z 20 to Z −20 of the middle of its travel. `change`: of the machine. */
function cut(
  { rpm, lead, passes = 3, way = 40 }: { rpm: number; lead: number; passes?: number; way?: number },
  change: (input: SimulationInput) => void = () => {},
) {
  const made = simulationInput(lathe.design, lathe.controller, lathe.plan, { startShare: 0.6 });
  if (!made.known) throw new Error(made.missing.join());
  const input = structuredClone(made.value);
  change(input);
  const sim = new Simulation(input);
  sim.act({ type: 'power', on: true });
  sim.run(300);
  const { controller } = sim;
  const { axes } = input.settings;
  const zero = axes.map((a) => (a.envelope.min + a.envelope.max) / 2);
  zero.forEach((position, i) => {
    sim.act({ type: 'move', axis: axes[i]!.id, position });
    for (let n = 0; n < 200 && controller.axes.some((a) => a.moving); n++) sim.run(100);
  });
  axes.forEach((a) => sim.act({ type: 'set-work', axis: a.id, value: 0 }));
  const text = [
    `S${rpm} M3`,
    'G4 P4',
    `G0 X10 Z${way / 2}`,
    ...Array.from({ length: passes }, (_, i) => [
      `G0 X${9 - i / 5}`,
      `G33 Z${-way / 2} K${lead}`,
      'G0 X10',
      `G0 Z${way / 2}`,
    ]).flat(),
    'M30',
  ].join('\n');
  const read = readProgram(
    text,
    { letters: ['X', 'Z'], linear: [true, true], diameterX: true, words: 'widespread', encoder: true, maxRpm: 5000 },
    {
      start: controller.axes.map((a) => a.position),
      offsets: controller.offsets.sets.map((s) => [...s]),
      active: 0,
    },
  );
  expect(read.faults).toEqual([]);
  sim.act({ type: 'load', program: read.program });
  sim.act({ type: 'run' });
  for (let steps = 0; steps < 400_000 && controller.run; steps += 100) sim.run(100);
  expect(controller.run).toBeUndefined();
  return { passes: sim.threads.passes };
}
const encoderOf = (i: SimulationInput) => i.truth.plant.spindle!.encoder!;
/** A servo follows its command this late, s: the groove lies that much later, at every pass alike. */
const LOOP_LAG_S = 0.002;
/** Where in a revolution of the spindle the groove lies at the place where the pass begins, 0 to 1. */
const beginsAt = (p: ThreadPass) => (((p.phase + p.turnsPerMm * p.begins) % 1) + 1) % 1;

it('30 threads by chance against the closed form: lead, groove at the index, in step after v²/2a', () => {
  const random = new Random(7);
  const between = (a: number, b: number) => a + (b - a) * random.next();
  for (let n = 0; n < 30; n++) {
    const lead = between(0.5, 4);
    const rpm = Math.round(Math.min(between(60, 1200), (0.7 * 100 * 60) / lead));
    const acceleration = between(200, 1200);
    const indexAt = between(0, 0.9);
    const { passes } = cut({ rpm, lead, passes: 2 }, (i) => {
      for (const a of i.settings.axes) a.acceleration = acceleration;
      encoderOf(i).indexAt = indexAt;
    });
    const name = `${lead.toFixed(3)} mm at ${rpm} rpm, ${acceleration.toFixed(0)} mm/s²`;
    const v = (lead * rpm) / 60;
    expect(passes.length, name).toBe(2);
    for (const p of passes) {
      expect(Math.abs(p.cutLead / lead - 1), name).toBeLessThan(1e-4);
      expect(Math.abs(p.inStep[0] - p.begins), name).toBeLessThan(v ** 2 / (2 * acceleration) + 0.02);
      const off = beginsAt(p) - indexAt - (LOOP_LAG_S * rpm) / 60;
      expect(Math.abs(off - Math.round(off)), name).toBeLessThan(0.002);
    }
    const g = groovesOf(passes)!;
    expect(g.grooves.length, name).toBe(1);
    expect(g.spreadMm, name).toBeLessThan(0.005);
  }
}, 60_000);

it('an index that comes more than once a turn cuts more than one groove; an encoder that turns slower does not', () => {
  const of = (ratio: number) =>
    groovesOf(
      cut({ rpm: 431, lead: 1.5, passes: 7, way: 16 }, (i) => {
        encoderOf(i).ratio = ratio;
        // The control is told what it is: the lead comes out all the same.
        i.settings.spindle!.lines *= ratio;
      }).passes,
    )!;
  expect(of(1).grooves.length).toBe(1);
  expect(of(0.5).grooves.length).toBe(1);
  const twice = of(2)
    .grooves.map((g) => g.degrees)
    .sort((a, b) => a - b);
  expect(twice.length).toBe(2);
  expect(twice[1]! - twice[0]!).toBeCloseTo(180, 0);
  const thrice = of(1.5).grooves.map((g) => g.degrees);
  for (const d of thrice) expect(Math.abs(((d - thrice[0]! + 420) % 120) - 60)).toBeLessThan(1);
  expect(thrice.length).toBeGreaterThan(1);
});

it('a divider that the control is not told of, and a counter that is too slow, change the lead by their ratio', () => {
  // 1024 lines, of which a divider of 4 leaves 256: each turn counts as a quarter of one.
  const divided = cut({ rpm: 300, lead: 2, passes: 1 }, (i) => (encoderOf(i).lines /= 4)).passes[0]!;
  expect(divided.lead).toBe(2);
  expect(divided.cutLead).toBeCloseTo(0.5, 3);
  // 4 · 1024 · 600/60 = 40 960 edges a second; of 20 480 half are lost.
  const slow = cut({ rpm: 600, lead: 2, passes: 1 }, (i) => (encoderOf(i).countsPerS = 20_480)).passes[0]!;
  expect(slow.cutLead).toBeCloseTo(1, 3);
});

it('a tool fed in along its flank stays in the groove; one that begins half a lead aside does not', () => {
  const pass = (shiftMm: number, depthAt: number): ThreadPass => ({
    line: 1,
    depthAt,
    lead: 2,
    cutLead: 2,
    inStep: [30, 5],
    begins: 31,
    ends: 4,
    phase: (((shiftMm / 2) % 1) + 1) % 1,
    turnsPerMm: -0.5,
    strays: new Float32Array(),
  });
  // 0.5 mm deeper, a flank of 29.5° has moved 0.283 mm aside; 0.5 · tan 30° are 0.289 mm.
  expect(groovesOf([pass(0, 10), pass(0.283, 9.5)])!.grooves.length).toBe(1);
  expect(groovesOf([pass(0, 10), pass(0.33, 9.5)])!.grooves.length).toBe(2);
  expect(groovesOf([pass(0, 10), pass(1, 10)])!.grooves.map((g) => g.passes)).toEqual([[0], [1]]);
  expect(groovesOf([])).toBeUndefined();
});

it('says what the passes have come to, and where to look', () => {
  const says = (passes: readonly ThreadPass[]) => {
    const v = tellThread(passes, defaultDisplay)!;
    return { good: v.good, text: v.says.join(' ').replace(/\s/g, ' ') };
  };
  const one = cut({ rpm: 300, lead: 2, passes: 3, way: 16 }).passes;
  expect(says(one).text).toMatch(/^3 passes, all in one groove: less than 0.001 mm apart\. In step from 0\.\d+ mm/);
  expect(says(one).good).toBe(true);
  expect(says(one.slice(0, 1)).text).toMatch(/One pass so far/);
  const half = { ...one[1]!, phase: (one[1]!.phase + 0.5) % 1 };
  expect(says([one[0]!, half, one[2]!]).text).toMatch(/3 passes lie in 2 grooves: 1, 3; 2\./);
  const off = says(one.map((p) => ({ ...p, lead: 4 })));
  expect(off.text).toMatch(/The lead came out as 2 mm, not 4 mm: the control counts 0\.5 turns for one/);
  expect(off.good).toBe(false);
});
