import { describe, expect, it } from 'vitest';
import { sampleMachines } from '../../samples/index';
import { dunnock } from '../../samples/dunnock';
import { wren } from '../../samples/wren';
import { tell } from '../controller/events';
import { defaultDisplay } from '../../units/print';
import { edited as edit, overriding as override, rigOf } from '../testing/rig';

const rig = (file: Parameters<typeof rigOf>[0], startShare?: number) =>
  rigOf(file, startShare === undefined ? {} : { startShare });
const axisOf = (r: ReturnType<typeof rigOf>, id: string) => r.axis(id);

describe('finding the datum', () => {
  it.each(sampleMachines.map((s) => [s.id, s.make] as const))(
    '%s finds it, and the ruler’s envelope is the true one',
    (_id, make) => {
      const r = rig(make());
      r.referenced();
      expect(r.look().state).toBe('at-rest');
      for (const a of r.figures.axes) {
        if (!a.ruler.known) throw new Error('no ruler');
        const axis = axisOf(r, a.id);
        // Believed position and true place must agree with the ruler, within what a slow approach overshoots in a step.
        const place = axis.truePlaces[0]! + a.ruler.value.hardMinus;
        expect(Math.abs(place - axis.position)).toBeLessThan(0.12);
        expect(Math.abs(axis.position - a.ruler.value.restAfterReference)).toBeLessThan(
          0.12 + (a.axis.reference.method === 'absolute' ? 1e3 : 0),
        );
      }
    },
  );
  it('the head goes first, alone', () => {
    const r = rig(dunnock());
    r.referenced();
    r.look();
    const starts = r.heard.filter((e) => e.code === 'reference-started').map((e) => e.letters.join());
    expect(starts).toEqual(['Z', 'X,Y']);
  });
  it('an axis that stands on its switch moves off first', () => {
    const r = rig(dunnock(), 0.01);
    r.referenced();
    expect(r.codes()).toContain('reference-released');
    expect(r.look().state).toBe('at-rest');
  });
  it('a reference run with the wrong sign runs the other way and stops at the limit there', () => {
    const r = rig(edit(dunnock(), override('axis/x/reference-towards', 'plus')));
    r.referenced();
    expect(r.codes()).toContain('limit-tripped');
    expect(r.look().state).toBe('latched');
  });
  it('squares a gantry that starts crooked', () => {
    const r = rigOf(dunnock(), { faults: [{ kind: 'skewed', axis: 'y', by: 2 }] });
    r.referenced();
    const [left, right] = axisOf(r, 'y').truePlaces;
    expect(Math.abs(left! - right!)).toBeLessThan(0.1);
  });
  it('against a hard stop the datum comes out within one cycle of the motor', () => {
    const file = edit(
      wren(),
      { name: 'set-field', args: { path: 'axes.x.reference.method', value: 'hard-stop' } },
      { name: 'remove-input', args: { circuit: 'limit-and-reference-x' } },
      { name: 'choose-part', args: { slot: { axis: 'x', drive: 0, item: 'motor' }, library: 'motor-rook-23' } },
      { name: 'plan-wiring', args: {} },
    );
    const r = rig(file);
    r.sim.act({ type: 'reference' });
    r.sim.run(400_000);
    expect(r.look().state).toBe('at-rest');
    const x = axisOf(r, 'x');
    const ruler = r.figures.axes[0]!.ruler;
    // Four full steps of 200 on a lead of 4 mm: 0.08 mm
    expect(ruler.known && Math.abs(x.truePlaces[0]! + ruler.value.hardMinus - x.position)).toBeLessThan(0.09);
  });
  it('a shared loop that is tripped at the start is refused with a question', () => {
    const shared = edit(
      wren(),
      { name: 'set-field', args: { path: 'parts.device-limit-and-reference-y.setup.contactUsed', value: 'NC' } },
      { name: 'join-inputs', args: { into: 'limit-and-reference-x', from: 'limit-and-reference-y' } },
      { name: 'set-reference-stages', args: { stages: [['z'], ['x'], ['y']] } },
      { name: 'plan-wiring', args: {} },
    );
    const r = rig(shared, 0.99);
    r.sim.act({ type: 'acknowledge' });
    r.sim.act({ type: 'reference' });
    expect(r.look().state).not.toBe('finding-datum');
    const free = rig(shared);
    free.referenced();
    expect(free.look().state).toBe('at-rest');
  });
});

describe('moving by hand', () => {
  it('is slow without a datum, and stops by itself when the hand falls silent', () => {
    const r = rig(dunnock());
    r.sim.act({ type: 'jog', axis: 'x', direction: 1, share: 1, override: false });
    r.sim.run(200);
    expect(axisOf(r, 'x').speed).toBeCloseTo(12, 5);
    r.sim.run(400);
    expect(r.look().state).toBe('at-rest-unknown');
  });
  it('stops at the edge of the envelope and refuses a place beyond it', () => {
    const r = rig(dunnock());
    r.referenced();
    r.hold('x', 1, 9000);
    expect(axisOf(r, 'x').position).toBeCloseTo(595, 6);
    r.sim.act({ type: 'move', axis: 'x', position: 600 });
    expect(r.codes()).toEqual(expect.arrayContaining(['edge-reached', 'envelope-refused']));
    expect(r.codes()).not.toContain('limit-tripped');
    r.sim.act({ type: 'move', axis: 'x', position: 300 });
    r.sim.run(8000);
    expect(axisOf(r, 'x').position).toBeCloseTo(300, 9);
  });
});

describe('limits and the stop', () => {
  it('a tripped limit lets the axis move away only, then is acknowledged', () => {
    const r = rig(dunnock(), 0.9);
    r.hold('x', 1, 8000);
    expect(r.look().state).toBe('latched');
    const stood = axisOf(r, 'x').position;
    r.hold('x', 1, 200);
    expect(axisOf(r, 'x').position).toBe(stood);
    r.sim.act({ type: 'acknowledge' });
    expect(r.codes()).toEqual(expect.arrayContaining(['limit-tripped', 'jog-refused', 'acknowledge-refused']));
    r.hold('x', -1, 3000);
    r.sim.act({ type: 'acknowledge' });
    expect(r.look().state).toBe('at-rest-unknown');
  });
  it('the stop brings every axis to rest and stays latched after its release', () => {
    const r = rig(dunnock());
    r.referenced();
    const stop = r.sim.input.buttons[0]!;
    r.sim.act({ type: 'move', axis: 'y', position: 500 });
    r.sim.run(1000);
    r.sim.act({ type: 'press', device: stop, down: true });
    r.sim.run(1000);
    expect(axisOf(r, 'y').speed).toBe(0);
    r.sim.act({ type: 'press', device: stop, down: false });
    r.sim.run(500);
    expect(r.look().state).toBe('latched');
    r.hold('y', 1, 200);
    expect(r.codes()).toContain('jog-refused');
    r.sim.act({ type: 'acknowledge' });
    expect(r.look().state).toBe('at-rest');
  });
  it('without a limit the axis hits its stop, loses whole cycles, and its position is doubted', () => {
    const wide = edit(dunnock(), {
      name: 'override-setting',
      args: {
        setting: 'axis/x/envelope-max',
        title: '',
        value: { entered: 900, unit: 'mm', source: 'entered' },
        reason: '',
      },
    });
    const r = rig(
      edit(wide, {
        name: 'set-field',
        args: {
          path: 'parts.device-limit-x-plus.mount.tripFromStop',
          value: { entered: -5, unit: 'mm', source: 'entered' },
        },
      }),
    );
    r.referenced();
    const error = () => axisOf(r, 'x').truePlaces[0]! - axisOf(r, 'x').position;
    const atFirst = error();
    r.hold('x', 1, 9000);
    expect(axisOf(r, 'x').truePlaces[0]).toBe(640);
    expect(r.codes()).toContain('position-doubtful');
    const before = axisOf(r, 'x');
    r.sim.act({ type: 'move', axis: 'x', position: 100 });
    r.sim.run(12_000);
    const offset = error() - atFirst;
    expect(before.doubtful).toBe(true);
    // four full steps of 200 on a 10 mm lead: 0.2 mm
    expect(Math.abs(offset / 0.2 - Math.round(offset / 0.2))).toBeLessThan(0.05);
    expect(Math.abs(offset)).toBeGreaterThan(5);
  });
});

it('the same story twice, to the last bit, and every event has a sentence', () => {
  const play = () => {
    const r = rig(wren());
    r.referenced();
    r.hold('x', -1, 2500);
    r.sim.act({ type: 'press', device: r.sim.input.buttons[0]!, down: true });
    r.sim.run(50);
    return { snapshot: r.look(), heard: r.heard };
  };
  const [a, b] = [play(), play()];
  expect(a).toEqual(b);
  for (const e of a.heard) expect(tell(e, defaultDisplay, false)).not.toMatch(/NaN|undefined/);
});
