import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planExtent, toolpathOf } from '../check';
import type { MoveStep, ProgramMachine } from '../program';
import { readProgram } from '../reader';
import type { ProgramStyle } from '../write';
import { airCut } from './airCut';
import { jobs } from './index';
import { jobFaults, startingValues, type Job, type JobMachine } from './job';
import { rowsOver, surfacing } from './surfacing';
import { fourHoles } from './fourHoles';
import { speedTrial } from './speedTrial';
import { circleDiamond } from './circleDiamond';

const machine: JobMachine = {
  room: { x: 600, y: 900, z: 120 },
  envelope: { x: { min: 0, max: 600 }, y: { min: 0, max: 900 }, z: { min: -120, max: 0 } },
  limits: {
    x: { speed: 100, acceleration: 400 },
    y: { speed: 100, acceleration: 400 },
    z: { speed: 40, acceleration: 200 },
  },
  maxSpeed: 100,
  maxRpm: 18_000,
};
const router: ProgramMachine = {
  letters: ['X', 'Y', 'Z'],
  linear: [true, true, true],
  diameterX: false,
  words: 'widespread',
  encoder: false,
  maxRpm: 18_000,
};
const styles: ProgramStyle[] = (['standard', 'widespread'] as const).flatMap((words) =>
  [false, true].map((inch) => ({ words, inch })),
);
const setup = (active = 0) => ({
  start: [0, 0, 0],
  offsets: Array.from({ length: 6 }, (_, i) => [100 * (i + 1), 50, -80]),
  active,
});
function movesOf(text: string, words: ProgramStyle['words'] = 'widespread', active = 0) {
  const { program, faults } = readProgram(text, { ...router, words }, setup(active));
  expect(faults).toEqual([]);
  const [x, y, z] = setup(active).offsets[active]!;
  const moves = program.steps.filter((s): s is MoveStep => s.kind === 'move');
  return { program, moves: moves.map((m) => ({ ...m, at: [m.to[0]! - x!, m.to[1]! - y!, m.to[2]! - z!] as const })) };
}
const standard = (job: Job) => startingValues(job, machine);
const written = (job: Job, values: Record<string, number>, style: ProgramStyle = styles[2]!) =>
  movesOf(job.write({ ...standard(job), ...values }, style, machine), style.words).moves;

describe.each(jobs.map((j) => [j.id, j] as const))('%s', (_, job) => {
  it('begins with figures that it takes, and is the same motion in both words and both systems of units', () => {
    expect(jobFaults(job.fields(machine), standard(job))).toEqual([]);
    const [first, ...others] = styles.map((s) => written(job, {}, s));
    for (const other of others) {
      expect(other.length).toBe(first!.length);
      other.forEach((m, i) => {
        m.at.forEach((v, k) => expect(v).toBeCloseTo(first![i]!.at[k]!, 3));
        expect(m.feed).toBeCloseTo(first![i]!.feed, 3);
      });
    }
  });
  it('goes down only by a feed, crosses only at its clear height, and ends there', () => {
    const moves = written(job, { clear: 7 });
    let z = 7;
    for (const m of moves) {
      if (m.rapid && m.at[2] < z - 1e-9) throw new Error(`a rapid goes down to ${m.at[2]}`);
      if (m.rapid && (m.at[0] !== 0 || m.at[1] !== 0)) expect(m.at[2]).toBeCloseTo(7, 9);
      z = m.at[2];
    }
    expect(moves.at(-1)!.at[2]).toBeCloseTo(7, 9);
  });
  it('a spindle that a hand switches is waited for', () => {
    const byHand = { ...machine, maxRpm: undefined };
    expect(job.fields(byHand).map((f) => f.key)).not.toContain('rpm');
    const text = job.write(standard(job), styles[2]!, byHand);
    expect(text).toMatch(/spindle on by hand[^\n]*\nM0\n/);
    expect(text).not.toMatch(/M3\b|M5\b/);
  });
});

it('surfacing by hand: 100 by 60, a tool of 20 with half an overlap goes in rows at 10, 20, 30, 40 and 50, twice', () => {
  const moves = written(surfacing, { width: 100, depth: 60, tool: 20, overlap: 0.5, over: 0, off: 0.6, pass: 0.3 });
  const cuts = moves.filter((m) => !m.rapid);
  // A plunge, five rows and four steps over, in each of two passes.
  expect(cuts).toHaveLength(2 * (1 + 5 + 4));
  const rows = cuts.filter((m, i) => i > 0 && m.at[1] === cuts[i - 1]!.at[1] && m.at[0] !== cuts[i - 1]!.at[0]);
  expect(rows.slice(0, 5).map((m) => Math.round(m.at[1]))).toEqual([10, 20, 30, 40, 50]);
  expect(rows.slice(0, 5).map((m) => Math.round(m.at[0]))).toEqual([90, 10, 90, 10, 90]);
  expect([...new Set(cuts.map((m) => Number(m.at[2].toFixed(6))))]).toEqual([-0.3, -0.6]);
  // It begins at the work zero, 0/0 of the machine, and its tool then stays between 10 and 90, 10 and 50.
  const values = { ...standard(surfacing), width: 100, depth: 60, tool: 20, overlap: 0.5 };
  const { program } = readProgram(surfacing.write(values, styles[2]!, machine), router, {
    ...setup(),
    offsets: setup().offsets.map(() => [0, 0, 0]),
  });
  expect(planExtent(toolpathOf(program), 0, 1)).toEqual({ minX: 10, maxX: 90, minY: 10, maxY: 50 });
});
it('rows leave nothing standing between them or at the edges, whatever the tool', () => {
  const figure = fc.double({ min: 1, max: 500, noNaN: true });
  const share = fc.double({ min: 0, max: 0.9, noNaN: true });
  fc.assert(
    fc.property(figure, fc.double({ min: 1, max: 60, noNaN: true }), share, share, (width, tool, overlap, beyond) => {
      const radius = tool / 2;
      const rows = rowsOver(width, radius, beyond * radius, tool * (1 - overlap));
      expect(rows[0]! - radius).toBeLessThanOrEqual(1e-9);
      expect(rows.at(-1)! + radius).toBeGreaterThanOrEqual(width - 1e-9);
      rows.slice(1).forEach((y, i) => expect(y - rows[i]!).toBeLessThanOrEqual(tool * (1 - overlap) + 1e-9));
    }),
  );
});
it('four holes at the corners, each come to from the same side', () => {
  const moves = written(fourHoles, { across: 500, along: 800, deep: 2 });
  const holes = moves.flatMap((m, i) => (m.at[2] < 0 ? [{ hole: m, over: moves[i - 1]!, from: moves[i - 2]! }] : []));
  expect(holes.map(({ hole }) => hole.at.map((v) => Math.round(v * 1e6) / 1e6))).toEqual([
    [0, 0, -2],
    [500, 0, -2],
    [500, 800, -2],
    [0, 800, -2],
  ]);
  for (const { over, from } of holes) {
    expect(over.at[0] - from.at[0]).toBeCloseTo(2, 9);
    expect(over.at[1] - from.at[1]).toBeCloseTo(2, 9);
  }
});
it('the circle touches the diamond, and the diamond the square: 100 gives a radius of 35.355', () => {
  const moves = written(circleDiamond, { size: 100 });
  const circle = moves.find((m) => m.arc)!.arc!;
  expect(circle.radius).toBeCloseTo(35.3553, 4);
  expect(Math.abs(circle.sweep)).toBeCloseTo(2 * Math.PI, 9);
  const cuts = moves.filter((m) => !m.rapid && !m.arc && m.at[2] < 0);
  const corners = cuts.filter((m) => Math.abs(m.at[0]) + Math.abs(m.at[1]) > 60);
  expect(Math.max(...corners.map((m) => Math.abs(m.at[0])))).toBeCloseTo(50, 9);
  // The side of the diamond lies 35.355 from the middle: x + y = 50.
  for (const m of cuts.filter((c) => !corners.includes(c) && Math.hypot(c.at[0], c.at[1]) > 40))
    expect(Math.abs(m.at[0]) + Math.abs(m.at[1])).toBeCloseTo(50, 9);
});

describe('a program in the air', () => {
  const text =
    'G21 G90\nS12000 M3\nG0 Z5\nG0 X10 Y10\nG1 Z-2 F300\nG1 X60 F1200\nG3 X80 Y30 I0 J20\nG18 G2 X60 Z-2 I-10 K0\nG0 Z5\nM30';
  it.each(styles)('$words, inch $inch: every move higher by 30 mm, nothing else, and no spindle', (style) => {
    const { program, moves } = movesOf(text);
    const up = airCut(program, router.letters, 30, style)!;
    expect(up).not.toMatch(/M3\b|S\d/);
    const lifted = movesOf(up, style.words).moves;
    expect(lifted.map((m) => [m.rapid, m.arc !== undefined])).toEqual(moves.map((m) => [m.rapid, m.arc !== undefined]));
    lifted.forEach((m, i) => {
      const own = moves[i]!;
      expect(m.at[0]).toBeCloseTo(own.at[0], 3);
      expect(m.at[1]).toBeCloseTo(own.at[1], 3);
      expect(m.at[2]).toBeCloseTo(own.at[2] + 30, 3);
      expect(m.arc?.radius ?? 0).toBeCloseTo(own.arc?.radius ?? 0, 3);
    });
  });
  it('a program that leaves Z to the hand is lifted before it cuts; another work zero stays the one in force', () => {
    const { program } = movesOf('G90 G55\nG0 X5 Y5\nG1 X40 F600\nM30', 'widespread', 1);
    const up = airCut(program, router.letters, 10, styles[2]!)!;
    expect(up).toContain('G55');
    const { moves } = movesOf(up, 'widespread', 1);
    const cut = moves.find((m) => !m.rapid)!;
    // It stood at 0 in machine position, which is 80 above that work zero.
    expect(cut.at.map((v) => Number(v.toFixed(6)))).toEqual([40, 5, 90]);
  });
  it('no such thing on a lathe, where up is no way out, or by the turn of a spindle', () => {
    const { program } = movesOf('G90\nG1 Z-5 F100\nM30');
    expect(airCut(program, ['X', 'Z'], 10, styles[0]!)).toBeUndefined();
  });
});
it('a speed trial stays in the middle of its axis, reaches its speed, and is refused where the travel is too short', () => {
  const values = { axis: 1, speed: 200, acceleration: 500 };
  // Both ramps take 200²/500 = 80 mm, a while at speed 30: 1.2 times that is 132, around the middle of 900.
  const { program, faults } = readProgram(speedTrial.write(values, styles[2]!, machine), router, setup());
  expect(faults).toEqual([]);
  const places = program.steps.flatMap((s) => (s.kind === 'move' ? [s.to[1]!] : []));
  expect([Math.min(...places), Math.max(...places)].map((v) => Math.round(v * 10) / 10)).toEqual([384, 516]);
  expect(speedTrial.refused!(values, machine)).toBeUndefined();
  // Z has 120 mm: 117.6 of it are used, and 250²/500 = 125 mm are ramps alone.
  expect(speedTrial.refused!({ axis: 2, speed: 250, acceleration: 500 }, machine)!.what).toContain('Z is too short');
  expect(speedTrial.refused!({ axis: 2, speed: 240, acceleration: 500 }, machine)).toBeUndefined();
});
it('a figure out of its bounds is named', () => {
  const fields = surfacing.fields(machine);
  expect(jobFaults(fields, { ...standard(surfacing), pass: 0 }).map((f) => f.where)).toEqual(['In one pass']);
  expect(jobFaults(fields, { ...standard(surfacing), feed: 1e9 }).map((f) => f.where)).toEqual(['Feed']);
});
