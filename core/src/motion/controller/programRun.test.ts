import { describe, expect, it } from 'vitest';
import { approachTo } from '../../program/approach';
import { readProgram } from '../../program/reader';
import type { ProgramMachine, ProgramSetup } from '../../program/program';
import { trapezoid } from '../profile/trapezoid';
import { DT, axisOf, bench } from '../testing/settings';

const machine: ProgramMachine = {
  letters: ['X', 'Y'],
  linear: [true, true],
  diameterX: false,
  words: 'widespread',
  encoder: true,
  maxRpm: 3000,
};
const setup: ProgramSetup = { start: [50, 50], offsets: Array.from({ length: 6 }, () => [0, 0]), active: 0 };

/** A control on the bench with a program under way; `spindle` turns at a speed of its own. */
function running(text: string, rpm = 600, hold = false) {
  const b = bench({
    axes: [axisOf('x'), axisOf('y')],
    inputs: [],
    spindle: { maxRpm: 3000, reverses: true, speedSet: true, lines: 500, standstillS: 0 },
  });
  b.control.axes.forEach((a) => {
    a.referenced = true;
    a.rename(50);
  });
  const read = readProgram(text, machine, setup);
  expect(read.faults).toEqual([]);
  b.control.command({ type: 'load', program: read.program });
  const [x, y] = b.control.axes as [(typeof b.control.axes)[0], (typeof b.control.axes)[0]];
  const points: { x: number; y: number; v: number; t: number }[] = [];
  let turns = 0.3;
  const step = () => {
    // What it hears is what has been counted up to the beginning of the step.
    const passed = Math.floor(turns) > Math.floor(turns - (rpm / 60) * DT);
    b.control.spindle(turns, rpm, passed ? Math.floor(turns) : undefined);
    b.control.step(DT);
    turns += (rpm / 60) * DT;
    points.push({ x: x.position, y: y.position, v: Math.hypot(x.speed, y.speed), t: b.control.timeS });
  };
  const run = (s: number) => {
    for (let i = 0; i < s / DT; i++) step();
  };
  const toEnd = (most = 60) => {
    const from = b.control.timeS;
    while (b.control.run && b.control.timeS - from < most) step();
    return b.control.timeS - from;
  };
  if (!hold) b.control.command({ type: 'run' });
  return { ...b, x, y, points, run, toEnd, turns: () => turns };
}
/** The corner window adds this much to every stop. */
const CORNER = 0.018;

describe('motion against its closed forms', () => {
  it('a line takes the time of a trapezoid, a short one that of a triangle', () => {
    for (const [distance, feed] of [
      [40, 20],
      [0.5, 20],
      [-30, 45],
    ] as const) {
      const seconds = running(`G91 G1 X${distance} F${feed * 60}`).toEnd();
      expect(Math.abs(seconds - trapezoid(distance, feed, 500).totalS)).toBeLessThan(CORNER);
    }
  });
  it('a rapid on a slant goes as fast as its slower axis allows', () => {
    const r = running('G91 G0 X30 Y-15');
    const path = Math.hypot(30, 15);
    const seconds = r.toEnd();
    const share = 30 / path;
    expect(Math.abs(seconds - trapezoid(path, 50 / share, 500 / share).totalS)).toBeLessThan(CORNER);
    expect([r.x.position, r.y.position]).toEqual([80, 35]);
  });
  it('an arc stays on its circle, within what its corner window cuts off', () => {
    const r = running('G3 X50 Y50 I10 F1200');
    r.toEnd();
    for (const p of r.points) expect(Math.abs(Math.hypot(p.x - 60, p.y - 50) - 10)).toBeLessThan(0.02);
    expect(Math.max(...r.points.map((p) => p.v))).toBeLessThan(20.05);
    expect([r.x.position, r.y.position]).toEqual([50, 50]);
  });
  it('no axis exceeds its speed, nor at a corner much more than its acceleration', () => {
    const r = running('G91 G1 X10 F3000\nY10\nX-5 Y3\nX0.2\nX0.2 Y0.1\nX0.2 Y0.2\nG0 X-15 Y-12');
    r.toEnd();
    for (let i = 8; i < r.points.length; i++) {
      const [p, q] = [r.points[i]!, r.points[i - 8]!];
      for (const k of ['x', 'y'] as const) {
        const v = (r.points[i]![k] - r.points[i - 1]![k]) / DT;
        const before = i > 8 ? (q[k] - r.points[i - 9]![k]) / DT : v;
        expect(Math.abs(v)).toBeLessThanOrEqual(50.01);
        if (i > 8) expect(Math.abs(v - before) / (p.t - q.t)).toBeLessThan(500 * 1.6);
      }
    }
  });
  it('a string of short steps is run through without a stop, a sharp corner is not', () => {
    const least = (text: string) => {
      const r = running(text);
      r.toEnd();
      const middle = r.points.slice(Math.round(r.points.length * 0.3), Math.round(r.points.length * 0.7));
      return Math.min(...middle.map((p) => p.v));
    };
    expect(least(['G91 F900', ...Array.from({ length: 60 }, () => 'G1 X0.5 Y0.01')].join('\n'))).toBeGreaterThan(13);
    expect(least('G91 F900\nG1 X10\nX-10')).toBeLessThan(3);
  });
});

describe('hands on a running program', () => {
  const text = 'G1 X80 F1200\nY70\nG3 X70 Y80 I-10\nG1 X50 Y50\nM30';
  const path = (r: ReturnType<typeof running>) => [
    ...new Set(r.points.map((p) => `${p.x.toFixed(2)},${p.y.toFixed(2)}`)),
  ];
  it('a pause loses nothing: the path and its end are those of a run without', () => {
    const plain = running(text);
    plain.toEnd();
    const held = running(text);
    for (let k = 0; k < 6; k++) {
      held.run(0.37);
      held.control.command({ type: 'pause' });
      held.run(0.4);
      expect(held.control.state).toBe('paused');
      const [x, y] = [held.x.position, held.y.position];
      held.run(0.3);
      expect([held.x.position, held.y.position]).toEqual([x, y]);
      held.control.command({ type: 'continue' });
    }
    held.toEnd();
    expect([held.x.position, held.y.position]).toEqual([plain.x.position, plain.y.position]);
    // Every point of the held run lies near one of the plain run.
    const all = path(plain).map((s) => s.split(',').map(Number) as [number, number]);
    for (const s of path(held).filter((_, i) => i % 25 === 0)) {
      const [x, y] = s.split(',').map(Number) as [number, number];
      expect(Math.min(...all.map((p) => Math.hypot(p[0] - x, p[1] - y)))).toBeLessThan(0.06);
    }
  });
  it('trims change the speed and nothing else; a rapid is never trimmed above its own', () => {
    const time = (share: number) => {
      const r = running('G1 X90 F600', 600, true);
      r.control.command({ type: 'trim', of: 'feed', share });
      r.control.command({ type: 'run' });
      return r.toEnd();
    };
    expect(time(0.5) / time(1)).toBeCloseTo(2, 1);
    const b = running('G0 X60', 600, true);
    b.control.command({ type: 'trim', of: 'rapid', share: 3 });
    expect(b.control.trim.rapid).toBe(1);
  });
  it('a spindle that turns follows its trim at once, and its word again without it', () => {
    const { control } = running('G1 X60 F600', 600, true);
    control.command({ type: 'spindle', direction: 1, rpm: 1000 });
    const asked = control.outputs.spindleRpm;
    expect(asked).toBeGreaterThan(0);
    control.command({ type: 'trim', of: 'spindle', share: 0.5 });
    expect(control.outputs.spindleRpm).toBe(asked / 2);
    control.command({ type: 'trim', of: 'spindle', share: 1 });
    expect(control.outputs.spindleRpm).toBe(asked);
    control.command({ type: 'spindle', direction: 0, rpm: 0 });
    control.command({ type: 'trim', of: 'spindle', share: 1.2 });
    expect(control.outputs.spindleRpm).toBe(0);
  });
  it('single step waits after each; stop words wait too; the end says so', () => {
    const r = running('G91 G1 X1 F600\nX1\nM0\nX1\nM30', 600, true);
    r.control.command({ type: 'single-step', on: true });
    r.control.command({ type: 'run' });
    const lines: number[] = [];
    for (let k = 0; k < 12 && r.control.run; k++) {
      r.run(0.4);
      const last = r.control.events.at(-1)!.event;
      if (last.code === 'program-paused') lines.push(Math.round(r.x.position));
      r.control.command({ type: 'continue' });
    }
    expect(lines.slice(0, 2)).toEqual([51, 52]);
    expect(r.codes()).toContain('program-ended');
    expect(r.x.position).toBeCloseTo(53, 6);
  });
  it('cut off by a latch, it is taken up at its line; not before every position is trusted', () => {
    const r = running(text);
    r.run(1);
    const { control } = r;
    const line = control.run!.line;
    control.command({ type: 'power', on: false });
    expect(control.resumeAt).toBeDefined();
    control.command({ type: 'power', on: true });
    control.command({ type: 'run', from: control.resumeAt! });
    expect(control.events.at(-1)!.event).toMatchObject({ code: 'refused', reason: 'no-datum' });
    control.axes.forEach((a) => (a.referenced = true));
    r.x.doubtful = true;
    control.command({ type: 'run', from: control.resumeAt! });
    expect(control.events.at(-1)!.event).toMatchObject({ code: 'refused', reason: 'doubtful', letters: ['X'] });
    r.x.doubtful = false;
    control.command({ type: 'run', from: control.resumeAt! });
    expect(control.events.at(-1)!.event).toMatchObject({ code: 'program-started', line });
    // First back to where the step begins, then on.
    r.x.rename(20);
    r.run(0.05);
    expect(control.run!.line).toBe(line);
    r.toEnd();
    expect(r.x.position).toBeCloseTo(50, 6);
  });
  it('the approach goes up, across and down, with spindle and coolant as they were', () => {
    const m: ProgramMachine = { ...machine, letters: ['X', 'Y', 'Z'], linear: [true, true, true] };
    const s = { start: [0, 0, 0], offsets: Array.from({ length: 6 }, () => [0, 0, 0]), active: 0 };
    const { program } = readProgram('S900 M3 M8\nG1 X10 Y5 Z-4 F600\nX20\nM30', m, s);
    const at = program.steps.findIndex((x) => x.line === 3);
    const { steps, from } = approachTo(program, at, [50, 60, -9], { axis: 2, clear: 0 }, m.linear);
    expect(steps.map((x) => (x.kind === 'move' ? x.to : x.kind))).toEqual([
      [50, 60, 0],
      [10, 5, 0],
      'spindle',
      'coolant',
      [10, 5, -4],
    ]);
    expect(from).toEqual([10, 5, -4]);
  });
  it('offsets that changed since it was read, or a move beyond the envelope: refused before anything moves', () => {
    const r = running('G1 X80 F600', 600, true);
    r.control.command({ type: 'set-work', axis: 'x', value: 0 });
    r.control.command({ type: 'run' });
    expect(r.control.events.at(-1)!.event).toMatchObject({ code: 'refused', reason: 'setup-changed' });
    const far = running('G1 X60 F600\nX140', 600, true);
    far.control.command({ type: 'run' });
    expect(far.control.events.at(-1)!.event).toMatchObject({ code: 'envelope-refused', wanted: 140, max: 100 });
    expect(far.control.run).toBeUndefined();
    // An arc that ends inside and bulges out is refused as well.
    const bulge = running('G0 X50 Y95\nG2 X70 Y95 R11 F600', 600, true);
    bulge.control.command({ type: 'run' });
    expect(bulge.control.events.at(-1)!.event).toMatchObject({ code: 'envelope-refused', letter: 'Y' });
  });
});

describe('with the spindle', () => {
  it('a feed a revolution follows its speed', () => {
    const r = running('G95 G1 X80 F0.5', 600);
    const seconds = r.toEnd();
    expect(Math.abs(seconds - trapezoid(30, 5, 500).totalS)).toBeLessThan(0.03);
  });
  it('a thread is in step with the index mark once its ramp is over, and keeps its lead to a hair', () => {
    const r = running('G33 X90 I2', 300);
    const track: number[] = [];
    while (r.control.run && track.length < 8000) {
      r.run(DT);
      track.push((r.x.position - 50) / 2 - r.turns());
    }
    // From there on the way is the lead times the turns since a whole one: 10 mm/s are reached after 0.1 mm, in 20 ms.
    const begun = track.findIndex((_, i) => i > 0 && track[i]! - track[i - 1]! > -0.0049) + 20;
    const middle = track.slice(begun + 20, 3200);
    const whole = Math.round(middle[0]!);
    expect(Math.max(...middle.map((v) => Math.abs(v - whole)))).toBeLessThan(0.002);
  });
  it('a thread whose index does not come says so once, and a hand can still pause it', () => {
    const r = running('G33 X90 I2', 0);
    r.run(12);
    expect(r.codes().filter((c) => c === 'awaits-index').length).toBe(1);
    expect(r.x.position).toBe(50);
    r.control.command({ type: 'pause' });
    r.run(0.5);
    expect(r.control.state).toBe('paused');
    const quick = running('G33 X90 I2', 300);
    quick.run(12);
    expect(quick.codes()).not.toContain('awaits-index');
  });
  it('constant surface speed: rpm from the radius, up to its clamp', () => {
    const r = running('G92 S2000\nG96 S30 M3\nG1 X10 F1200\nX1', 600);
    r.run(0.1);
    expect(r.control.outputs.spindleRpm).toBeCloseTo((1000 * 30) / (2 * Math.PI * 50), 3);
    r.toEnd(30);
    const speeds = r.control.events.filter((e) => e.event.code === 'spindle-on');
    expect(speeds.length).toBe(1);
  });
});

describe('tool offsets of a lathe', () => {
  const lathe: ProgramMachine = { ...machine, letters: ['X', 'Z'], twoPartTools: true };
  /** Both slides at 50 mm, and the tip of tool offset 2 found at 20 where the first tool read 50. */
  function turned() {
    const b = bench({
      axes: [axisOf('x'), axisOf('z')],
      inputs: [],
      twoPartTools: true,
      spindle: { maxRpm: 3000, reverses: true, speedSet: true, lines: 500, standstillS: 0 },
    });
    b.control.axes.forEach((a) => {
      a.referenced = true;
      a.rename(50);
    });
    const last = () => b.control.events.at(-1)!.event;
    b.control.command({ type: 'set-tool', axis: 'x', value: 20 });
    expect(last()).toMatchObject({ code: 'refused', reason: 'no-tool-offset' });
    b.control.command({ type: 'tool-offset', index: 2 });
    b.control.command({ type: 'set-tool', axis: 'x', value: 20 });
    expect(last()).toMatchObject({ code: 'tool-set', letter: 'X', offset: 2 });
    b.control.command({ type: 'tool-offset', index: 0 });
    const { offsets } = b.control;
    const load = (text: string) => {
      const { program, faults } = readProgram(text, lathe, {
        start: b.control.axes.map((a) => a.position),
        offsets: offsets.sets.map((s) => [...s]),
        active: 0,
        tools: offsets.tools.map((t) => [...t]),
        toolOffset: offsets.tool,
      });
      expect(faults).toEqual([]);
      b.control.command({ type: 'load', program });
      b.control.command({ type: 'run' });
    };
    return { ...b, last, load };
  }
  it('the slide goes where the tip belongs: 30 mm farther for a tip that lies 30 mm back', () => {
    const b = turned();
    expect(b.control.offsets.tools[1]).toEqual([30, 0]);
    b.load('T0302\nG0 X5 Z40\nT0300\nG0 X45');
    b.run(0.2);
    expect(b.control.run?.held).toEqual({ by: 'tool', tool: 3 });
    b.control.command({ type: 'continue' });
    b.run(2);
    // X 5 of the tip is 35 of the slide; then the same tool without its offset, which needs no hand.
    const place = b.control.axes.map((a) => a.position);
    expect(place).toEqual([expect.closeTo(45, 6), expect.closeTo(40, 6)]);
    expect(b.control.run).toBeUndefined();
    expect(b.codes().filter((c) => c === 'tool-offset-chosen').length).toBeGreaterThanOrEqual(3);
    expect(b.control.offsets.tool).toBe(0);
  });
  it('a work zero is set by the tip in force; a program read with another tip is refused', () => {
    const b = turned();
    b.control.command({ type: 'tool-offset', index: 2 });
    b.control.command({ type: 'set-work', axis: 'x', value: 0 });
    expect(b.control.offsets.sets[0]![0]).toBe(20);
    b.load('G0 X5');
    b.run(1);
    expect(b.control.axes[0]!.position).toBeCloseTo(55, 6);
    b.control.command({ type: 'tool-offset', index: 0 });
    b.control.command({ type: 'run' });
    expect(b.last()).toMatchObject({ code: 'refused', reason: 'setup-changed' });
  });
});
