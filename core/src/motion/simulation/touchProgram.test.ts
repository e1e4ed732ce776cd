import { describe, expect, it } from 'vitest';
import { toolpathOf } from '../../program/check';
import { airCut } from '../../program/jobs/airCut';
import { touchJobs } from '../../program/jobs/index';
import { jobFaults, jobMachineOf, startingValues, type Job } from '../../program/jobs/job';
import type { ProgramMachine } from '../../program/program';
import { readProgram } from '../../program/reader';
import { simulatedTouchLines, touchLineReader, type TouchLines } from '../../program/touchLines';
import type { ProgramStyle } from '../../program/write';
import { dunnock } from '../../samples/dunnock';
import { rigOf } from '../testing/rig';
import type { Piece } from '../../program/piece';

const metric: ProgramStyle = { words: 'widespread', inch: false };
const job = (id: string): Job => touchJobs.find((j) => j.id === id)!;

/** A referenced router with its tool at X 200, Y 300, Z −40 in machine position, and a program to be run on it. */
function bench() {
  const r = rigOf(dunnock());
  r.referenced();
  const stand = (places: Record<string, number>) => {
    for (const [axis, position] of Object.entries(places)) r.sim.act({ type: 'move', axis, position });
    r.settle();
  };
  stand({ x: 200, y: 300, z: -40 });
  const made = jobMachineOf(r.sim.input.settings)!;
  const { controller } = r.sim;
  const press = (down: boolean) => r.sim.act({ type: 'press', device: r.sim.input.probe!, down });
  const machine = (style: ProgramStyle): ProgramMachine => ({
    letters: ['X', 'Y', 'Z'],
    linear: [true, true, true],
    diameterX: false,
    words: style.words,
    encoder: false,
    maxRpm: 24_000,
    touch: style.touch ?? simulatedTouchLines,
  });
  const written = (id: string, values: Record<string, number>, style = metric) => {
    const all = { ...startingValues(job(id), made), ...values };
    expect(jobFaults(job(id).fields(made), all)).toEqual([]);
    return { text: job(id).write(all, style, made), piece: job(id).piece!(all) };
  };
  const read = (text: string, style = metric) =>
    readProgram(text, machine(style), {
      start: controller.axes.map((a) => a.position),
      offsets: controller.offsets.sets.map((s) => [...s]),
      active: 0,
    });
  const load = (text: string, style = metric) => {
    const { program, faults } = read(text, style);
    expect(faults).toEqual([]);
    r.sim.act({ type: 'load', program });
    r.sim.act({ type: 'run' });
  };
  const until = (state: string, most = 200) => {
    for (let i = 0; i < most && controller.state !== state; i++) r.sim.run(100);
    expect(controller.state).toBe(state);
  };
  const proceed = () => {
    until('paused');
    r.sim.act({ type: 'continue' });
    r.sim.run(400);
  };
  /** Holds the plate to the rising tool, as the program asks, and lays it down. */
  const prove = (piece: Piece) => {
    proceed();
    press(true);
    r.sim.run(100);
    press(false);
    until('paused');
    r.sim.act({ type: 'lay', piece });
    proceed();
  };
  const run = (id: string, values: Record<string, number>, piece: Piece, style = metric) => {
    load(written(id, values, style).text, style);
    prove(piece);
    for (let i = 0; i < 600 && controller.state === 'following-program'; i++) r.sim.run(100);
  };
  const zero = () => controller.offsets.sets[0]!;
  return { ...r, stand, controller, press, written, read, load, until, proceed, prove, run, zero, machine, made };
}
/** While the circuit was proven the tool has risen a little: where it was then counts for a piece below it. */
const risen = (b: ReturnType<typeof bench>) => b.controller.axes[2]!.position;

describe('work zeros by programs that touch', () => {
  it('a plate: the work lies its thickness below the touch, in every word and unit', () => {
    for (const words of ['standard', 'widespread'] as const)
      for (const inch of [false, true]) {
        const b = bench();
        let at = 0;
        const style = { words, inch };
        b.load(b.written('touch-plate', { thickness: 9.8, farthest: 25 }, style).text, style);
        b.proceed();
        b.press(true);
        b.sim.run(100);
        b.press(false);
        b.until('paused');
        at = risen(b);
        expect(at).toBeGreaterThan(-40);
        b.sim.act({ type: 'lay', piece: { kind: 'plate', below: 12 } });
        b.proceed();
        b.until('at-rest');
        expect(b.zero()[2]).toBeCloseTo(at - 12 - 9.8, 2);
        // Up by ten from the slow touch, a hair of which was overshoot.
        expect(risen(b)).toBeCloseTo(at - 12 + 10, 1);
        expect(b.kinds()).not.toContain('tool struck');
      }
  });
  it('with the clip off, the move that rises gives up: nothing has gone down, and no zero has moved', () => {
    const b = bench();
    b.load(b.written('touch-plate', { proof: 6 }).text);
    b.proceed();
    b.until('at-rest');
    expect(risen(b)).toBeCloseTo(-34, 2);
    expect(b.zero()).toEqual([0, 0, 0]);
    expect(b.codes()).toEqual(expect.arrayContaining(['touch-missed', 'program-cut-short']));
    expect(b.codes()).not.toContain('program-ended');
  });
  it('a touch that goes down is refused before the circuit is proven, and where the probe is touched already', () => {
    const b = bench();
    b.load('G21 G91\nTOUCH Z-5 F60\nM30');
    b.until('at-rest');
    expect(risen(b)).toBeCloseTo(-40, 6);
    b.press(true);
    b.sim.run(100);
    b.load('G21 G91\nTOUCH Z-5 F60\nM30');
    b.until('at-rest');
    expect(risen(b)).toBeCloseTo(-40, 6);
    b.look();
    const reasons = b.heard.flatMap((e) => (e.code === 'refused' ? [e.reason] : []));
    expect(reasons).toEqual(['probe-unproven', 'probe-tripped']);
  });
  it('a corner by a plate: the faces stand 10 to minus of the tool, the corner 5 inside them', () => {
    const b = bench();
    b.run(
      'corner-plate',
      { thickness: 10, rim: 5, tool: 6, inside: 10 },
      { kind: 'corner', below: 12, inside: 10, toolRadius: 3 },
    );
    b.until('at-rest');
    expect(b.zero()[0]).toBeCloseTo(200 - 10 + 5, 2);
    expect(b.zero()[1]).toBeCloseTo(300 - 10 + 5, 2);
    expect(b.kinds()).not.toContain('tool struck');
    expect(b.codes()).toContain('program-ended');
  });
  it('the corner of the work itself', () => {
    const b = bench();
    b.run('work-corner', { tool: 4, inside: 8 }, { kind: 'corner', below: 12, inside: 7, toolRadius: 2 });
    b.until('at-rest');
    // The tool stood 7 inside the faces, one less than it was allowed to: the faces count, not the figure.
    expect([b.zero()[0], b.zero()[1]].map((v) => Math.round(v! * 100) / 100)).toEqual([193, 293]);
    expect(b.kinds()).not.toContain('tool struck');
  });
  it('a bore: its middle, wherever in it the tip began', () => {
    for (const [x, y] of [
      [3, -2],
      [-4.5, 1],
    ] as const) {
      const b = bench();
      b.run('bore', { diameter: 30, tool: 6 }, { kind: 'bore', below: 0, x, y, radius: 12 });
      b.until('at-rest');
      expect(b.zero()[0]).toBeCloseTo(200 + x, 2);
      expect(b.zero()[1]).toBeCloseTo(300 + y, 2);
      expect(b.kinds()).not.toContain('tool struck');
    }
  });
  it('a tip that does not go into its bore is refused before a program is written', () => {
    const values = { ...startingValues(job('bore'), bench().made), diameter: 6 };
    expect(job('bore').refused!({ ...values, tool: 6 }, bench().made)!.where).toBe('Diameter of the tip');
    expect(job('bore').refused!({ ...values, tool: 5.9 }, bench().made)).toBeUndefined();
  });
  it('a fixed plate: a tool that is 7 mm longer shifts the work zero up by 7', () => {
    const b = bench();
    b.sim.act({ type: 'set-work', axis: 'z', value: 25 });
    const at = { x: 60, y: 80, farthest: 60 };
    const plateAt = (longer: number): Piece => ({ kind: 'fixed', below: 20 - longer, x: 60, y: 80 });
    b.load(b.written('first-tool', at).text);
    b.prove(plateAt(0));
    b.until('paused');
    const reads = risen(b) - b.zero()[2]!;
    const was = b.zero()[2]!;
    const touched = risen(b);
    b.sim.act({ type: 'continue' });
    b.until('at-rest');
    expect(b.controller.axes[0]!.position).toBeCloseTo(60, 6);
    // The same plate under a longer tool: it touches 7 mm higher than the first one did.
    b.load(b.written('next-tool', { ...at, reads }).text);
    b.proceed();
    b.press(true);
    b.sim.run(100);
    b.press(false);
    b.until('paused');
    b.sim.act({ type: 'lay', piece: { kind: 'fixed', below: risen(b) - (touched + 7), x: 60, y: 80 } });
    b.proceed();
    b.until('at-rest');
    expect(b.zero()[2]).toBeCloseTo(was + 7, 2);
  });
  it('a pause in a touch holds it, and it goes on; a stop ends the program, which begins again from its first line', () => {
    const b = bench();
    b.load(b.written('touch-plate', { thickness: 10, slow: 0.5, fast: 1 }).text);
    b.prove({ kind: 'plate', below: 12 });
    const at = risen(b);
    b.sim.run(2000);
    b.sim.act({ type: 'pause' });
    b.until('paused');
    const held = risen(b);
    b.sim.run(1000);
    expect(risen(b)).toBe(held);
    expect(held).toBeLessThan(at);
    b.sim.act({ type: 'continue' });
    b.until('at-rest', 600);
    const zero = b.zero()[2]!;
    expect(b.codes()).toContain('program-ended');
    const c = bench();
    c.load(c.written('touch-plate', { thickness: 10, slow: 0.5, fast: 1 }).text);
    c.prove({ kind: 'plate', below: 12 });
    c.sim.run(1000);
    c.sim.act({ type: 'press', device: c.sim.input.buttons[0]!, down: true });
    c.sim.run(2000);
    expect(c.controller.run).toBeUndefined();
    expect(c.controller.resumeAt).toBeUndefined();
    expect(c.codes()).toContain('program-cut-short');
    expect(zero).toBeLessThan(held);
  });
});

describe('lines for touches', () => {
  it('are a control’s own: written by its template, read back by it, whatever case and spaces', () => {
    const own: TouchLines = { touch: 'M800 {letter} = {to} , {feed}', setWork: 'PUT{set} {letter}{value}' };
    const b = bench();
    const { text } = b.written('bore', {}, { ...metric, touch: own });
    expect(text).toContain('M800 X = -30 , 240');
    expect(text).toContain('PUT1 X0');
    // Without a line of its own for the middle, a hand halves it.
    expect(text).toMatch(/\(make the work position of X half[^)]*\)\nM0/);
    const { program, faults } = b.read(text, { ...metric, touch: own });
    expect(faults).toEqual([]);
    expect(program.steps.filter((s) => s.kind === 'touch')).toHaveLength(9);
    const read = touchLineReader(own);
    expect(read('m800  x =  -1.5 ,  60 (down)')).toEqual({ kind: 'touch', letter: 'X', to: -1.5, feed: 60 });
    expect(read('PUT2 Z12.5')).toEqual({ kind: 'set-work', letter: 'Z', value: 12.5, set: 1 });
    expect(read('G1 X800')).toBeUndefined();
    expect(
      touchLineReader({ touch: 'A.C {letter}{to} {feed}', setWork: 'x{letter} {value}' })('ABC X1 2'),
    ).toBeUndefined();
  });
  it('that make no sense are told with their line', () => {
    const b = bench();
    const told = (line: string) => b.read(`G21 G91\n${line}`).faults.map((f) => [f.where, f.what]);
    expect(told('HERE Z 5')).toEqual([['line 2, column 1', 'Z has touched nothing before this line.']]);
    expect(told('TOUCH A5 F60')).toEqual([['line 2, column 1', 'This machine has no axis A.']]);
    expect(told('TOUCH Z0 F60')[0]![1]).toContain('without a way');
    expect(told('TOUCH Z-5 F0')[0]![1]).toContain('feed');
    expect(told('TOUCH Z-5 F60\nHERE Z 1')).toEqual([]);
    expect(told('TOUCH Z-5')).not.toEqual([]);
  });
  it('a program that touches is drawn with its farthest ways, and never written for the air', () => {
    const b = bench();
    const { program } = b.read(b.written('corner-plate', {}).text);
    expect(toolpathOf(program).points.length).toBeGreaterThan(30);
    expect(airCut(program, ['X', 'Y', 'Z'], 10, metric)).toBeUndefined();
  });
});
