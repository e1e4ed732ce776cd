import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readProgram } from '../../program/reader';
import { dunnock } from '../../samples/dunnock';
import { wren } from '../../samples/wren';
import { JOG_TIMEOUT_S } from '../controller/hand';
import { rigOf } from '../testing/rig';
import { drawFaults, hideableFaults } from '../truth/candidates';
import { Simulation } from './simulation';

const referenced = (make: typeof dunnock) => {
  const r = rigOf(make());
  r.referenced();
  expect(r.look().state).toBe('at-rest');
  return r;
};

describe('whatever a hand does to a referenced machine', () => {
  it('no axis leaves its envelope, truly and not only as it believes', () => {
    const r = referenced(dunnock);
    const act = fc.record({
      type: fc.constantFrom('jog', 'move', 'nudge', 'wheel'),
      axis: fc.constantFrom('x', 'y', 'z'),
      direction: fc.constantFrom(1, -1),
      to: fc.double({ min: -900, max: 900, noNaN: true }),
      steps: fc.integer({ min: 1, max: 900 }),
    });
    fc.assert(
      fc.property(fc.array(act, { maxLength: 10 }), (acts) => {
        for (const a of acts) {
          if (a.type === 'jog')
            r.sim.act({ type: 'jog', axis: a.axis, direction: a.direction as 1 | -1, share: 1, override: true });
          else if (a.type === 'move') r.sim.act({ type: 'move', axis: a.axis, position: a.to });
          else
            r.sim.act({
              type: a.type as 'nudge' | 'wheel',
              axis: a.axis,
              distance: a.to / (a.type === 'wheel' ? 900 : 9),
            });
          for (let k = 0; k < a.steps; k += 20) {
            r.sim.run(20);
            for (const x of r.figures.axes) {
              if (!x.ruler.known) continue;
              const { min, max } = x.ruler.value.envelope;
              expect(r.truePosition(x.id)).toBeGreaterThan(min - 0.05);
              expect(r.truePosition(x.id)).toBeLessThan(max + 0.05);
            }
          }
        }
        r.settle();
      }),
      { numRuns: 40 },
    );
  });
  it('a held key that is let go, or falls silent, stops within its stopping distance', () => {
    const r = referenced(wren);
    fc.assert(
      fc.property(
        fc.constantFrom('x', 'y', 'z'),
        fc.constantFrom(1 as const, -1 as const),
        fc.integer({ min: 50, max: 1500 }),
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        fc.boolean(),
        (axis, direction, ms, share, silent) => {
          const settings = r.sim.input.settings.axes.find((a) => a.id === axis)!;
          for (let k = 0; k < ms; k += 50) {
            r.sim.act({ type: 'jog', axis, direction, share, override: false });
            r.sim.run(50);
          }
          const a = r.sim.controller.axes.find((x) => x.settings.id === axis)!;
          const from = a.position;
          // In silence it may still speed up to what was wanted.
          const speed = Math.max(Math.abs(a.speed), silent ? share * settings.maxSpeed : 0);
          if (!silent) r.sim.act({ type: 'release' });
          r.sim.run(3000);
          const most =
            (speed * speed) / (2 * settings.acceleration) + speed * ((silent ? JOG_TIMEOUT_S : 0) + 0.002) + 1e-6;
          expect(Math.abs(a.position - from)).toBeLessThanOrEqual(most);
          expect(a.speed).toBe(0);
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('the same story again', () => {
  it('a recording told anew gives every figure of the trace to the last bit, hidden faults, noise and bounce included', () => {
    for (const seed of [1, 2, 3]) {
      const file = dunnock();
      const plan = rigOf(file, { off: true }).figures.plan;
      const faults = drawFaults(hideableFaults(file.design, plan.inputs), 4, seed);
      const r = rigOf(file, { faults, seed, off: true });
      r.sim.startTrace();
      r.start();
      r.sim.act({ type: 'spindle', direction: 1, rpm: 12000 });
      r.referenced(20_000);
      r.hold('x', 1, 900);
      const buttons = r.sim.input.buttons;
      r.sim.act({ type: 'press', device: buttons[0]!, down: true });
      r.sim.run(700);
      const again = new Simulation(r.sim.input);
      again.startTrace();
      again.replay(structuredClone(r.sim.recording()));
      expect(again.trace!.buffer).toEqual(r.sim.trace!.buffer);
      const [a, b] = [again.snapshot(), r.sim.snapshot()];
      expect(a.axes).toEqual(b.axes);
      expect(a.inputs).toEqual(b.inputs);
    }
  });
  it('the trace keeps a minute and no more, and comes out as a table with its errors', () => {
    const r = rigOf(dunnock());
    const trace = r.sim.startTrace();
    r.sim.act({ type: 'nudge', axis: 'x', distance: 5 });
    r.sim.run(2000);
    const bytes = trace.buffer.byteLength;
    r.sim.run(70_000);
    expect(trace.count).toBe(60_000);
    expect(trace.buffer.byteLength).toBe(bytes);
    expect(trace.row(trace.count - 1)[0]).toBeCloseTo(r.sim.timeS, 2);
    const csv = trace.toCsv(1000, ['no-power']);
    expect(csv.split('\n')[0]).toMatch(
      /^time s,state,.*X commanded.*Y left true place.*X following error,Y following error,Z following error$/,
    );
    expect(csv.trim().split('\n')).toHaveLength(61);
  });
});

describe('a program on the true machine', () => {
  const machine = {
    letters: ['X', 'Y', 'Z'],
    linear: [true, true, true],
    diameterX: false,
    words: 'widespread' as const,
    encoder: false,
    maxRpm: 24000,
  };
  it('the tool truly follows the path, through a pause, and a stop that cuts power leaves positions doubtful', () => {
    const r = referenced(dunnock);
    r.sim.act({ type: 'set-work', axis: 'x', value: 0 });
    r.sim.act({ type: 'set-work', axis: 'y', value: 0 });
    r.sim.act({ type: 'set-work', axis: 'z', value: 0 });
    const s = r.look();
    const program = (text: string) => {
      const now = r.look();
      const read = readProgram(text, machine, {
        start: now.axes.map((a) => a.position),
        offsets: now.work.sets,
        active: now.work.active,
      });
      expect(read.faults).toEqual([]);
      return read.program;
    };
    const text = 'M3 S8000\nG0 X40 Y40 Z-10\nG1 Z-20 F600\nG3 X40 Y40 I20 F2400\nG1 X80 Y60\nM30';
    r.sim.act({ type: 'load', program: program(text) });
    r.sim.act({ type: 'run' });
    expect(s.work.active).toBe(0);
    let onCircle = 0;
    for (let k = 0; k < 60_000 && r.sim.controller.run; k += 10) {
      r.sim.run(10);
      if (k === 9000) r.sim.act({ type: 'pause' });
      if (k === 11_000) r.sim.act({ type: 'continue' });
      if (r.sim.controller.run?.line !== 4) continue;
      const d = Math.hypot(
        r.truePosition('x') - 60 - (s.axes[0]!.position - 0),
        r.truePosition('y') - 40 - s.axes[1]!.position,
      );
      if (Math.abs(d - 20) < 0.1) onCircle++;
      else expect(Math.abs(d - 20)).toBeLessThan(0.2);
    }
    expect(onCircle).toBeGreaterThan(100);
    expect(r.look().state).toBe('at-rest');
    expect(Math.abs(r.truePosition('x') - r.axis('x').position)).toBeLessThan(0.05);
    r.sim.act({ type: 'load', program: program('G1 X400 F3000\nM30') });
    r.sim.act({ type: 'run' });
    r.sim.run(3000);
    const stop = Object.values(r.design.circuits).find((c) => c.function === 'stop')!.devices[0]!;
    r.sim.act({ type: 'press', device: stop, down: true });
    r.sim.run(3000);
    const after = r.look();
    expect(after.motorPower).toBe(false);
    expect(after.axes[0]!.doubtful).toBe(true);
    expect(after.program?.resumeAt).toBe(0);
    expect(r.codes()).toEqual(expect.arrayContaining(['program-interrupted', 'position-doubtful']));
  });
});
