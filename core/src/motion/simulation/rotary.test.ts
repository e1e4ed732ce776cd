import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../../derivation/figures';
import { rimFigures } from '../../drivetrain/rotaryTable';
import { bullfinch } from '../../samples/bullfinch';
import { dividing } from '../../tests/dividing';
import { quantity } from '../../units/quantity';
import { readProgram } from '../../program/reader';
import { withinTurn } from '../../units/turns';
import { rigOf } from '../testing/rig';

const A = 3;
const set = (path: string, value: number, unit: 'N' | 'mm' | 'N·m') => ({
  name: 'set-field' as const,
  args: { path, value: quantity(value, unit) },
});
/** By hand to its mark where it stands, then a program in degrees from there. */
function bench(file = dividing('wraps'), startShare = 0.4) {
  const r = rigOf(file, { startShare });
  r.referenced();
  const place = () => r.sim.plant.motors.carriage[A]!;
  const { settings } = r.sim.input;
  const read = (text: string) => {
    const at = r.sim.controller.axes.map((a) => a.position);
    const { program, faults } = readProgram(
      text,
      {
        letters: settings.axes.map((a) => a.letter),
        linear: settings.axes.map((a) => a.linear),
        wraps: settings.axes.map((a) => a.wraps),
        diameterX: false,
        words: 'widespread',
        encoder: false,
        maxRpm: undefined,
      },
      { start: at, offsets: [at.map(() => 0)], active: 0 },
    );
    expect(faults).toEqual([]);
    return program;
  };
  const run = (text: string, most = 60_000) => {
    const program = read(text);
    r.sim.act({ type: 'load', program });
    r.sim.act({ type: 'run' });
    for (let t = 0; t < most && r.sim.controller.run; t += 10) r.sim.run(10);
    expect(r.sim.controller.run).toBeUndefined();
  };
  return { r, place, read, run, position: () => r.axis('a').position };
}

describe('a table that turns on and on', () => {
  it('at the rim of ⌀80 makes 3.1 µm of a step of 0.0045°, and 21 µm of 0.03° of backlash', () => {
    // 9° a motor turn, 2000 steps: 0.0045° a step; 40 mm · π/180 · 0.0045 = 0.00314 mm, and of 0.03° 0.0209 mm.
    const a = deriveFigures(bullfinch().design).axes[A]!;
    const rim = rimFigures('a', a.axis, a.drives[0]!.scale, 60);
    if (!rim.known) throw new Error(rim.missing.join());
    expect(rim.value.stepMm).toBeCloseTo(0.003142, 6);
    expect(rim.value.playMm).toBeCloseTo(0.020944, 6);
    // 60 °/s are 41.9 mm/s; 60 N at 40 mm are 2.4 N·m.
    expect(rim.value.speedMmS).toBeCloseTo(41.888, 3);
    expect(rim.value.cutNm).toBeCloseTo(2.4, 9);
  });

  it('has the scale of its worm: 2000 steps for 360°/90 are 500 a degree', () => {
    const f = deriveFigures(dividing('wraps').design);
    const scale = f.axes[A]!.drives[0]!.scale;
    expect(scale.known && scale.value.stepsPerUnit).toBeCloseTo(500, 9);
    expect(f.settings.some((s) => s.key.startsWith('axis/a/envelope'))).toBe(false);
  });

  it('needs at the motor what the cut asks for at the rim: 200 N at ⌀100 are 10 N·m, through 90 : 1 of half efficiency 0.222', () => {
    const torque = (...more: Parameters<typeof dividing>[1][]) => {
      const d = deriveFigures(dividing('wraps', ...more).design).axes[A]!.drives[0]!.torque;
      if (!d.known) throw new Error(d.missing.join());
      return d.value.required.nominal;
    };
    const cut = torque(set('axes.a.cuttingForce', 200, 'N'), set('axes.a.workDiameter', 100, 'mm'));
    const idle = torque(set('axes.a.cuttingForce', 0, 'N'));
    expect(cut - idle).toBeCloseTo(10 / (90 * 0.5), 6);
  });

  it('that begins again after 360° goes from 350° to 10° by 20° forward; one that counts on goes back by 340°', () => {
    for (const [turns, way] of [
      ['wraps', 20],
      ['counts-on', -340],
    ] as const) {
      const b = bench(dividing(turns));
      b.run('G90\nG0 A350\n');
      expect(withinTurn(b.position())).toBeCloseTo(350, 6);
      const from = b.place();
      b.run('G90\nG0 A10\n');
      expect(b.place() - from).toBeCloseTo(way, 1);
      // Two turns on are two turns on, either way of counting.
      b.run('G91\nG0 A720\nG90\n');
      expect(b.place() - from).toBeCloseTo(way + 720, 1);
      expect(b.r.kinds()).not.toContain('stall');
    }
  });

  it('frees its clamp before it moves and closes it before the cut goes on: 0.4 s and 0.5 s more than without', () => {
    const b = bench();
    b.run('G90\nG0 A90\n');
    b.r.sim.run(1500);
    const begin = b.r.sim.timeS;
    b.r.sim.act({ type: 'move', axis: 'a', position: 120 });
    const from = b.place();
    b.r.sim.run(395);
    expect(Math.abs(b.place() - from)).toBeLessThan(0.001);
    b.r.sim.run(6000);
    expect(b.place() - from).toBeCloseTo(30, 1);
    expect(b.r.sim.timeS - begin).toBeGreaterThan(0.4);
    // In a program: X waits until the table is held.
    const x = () => b.r.sim.plant.motors.carriage[0]!;
    const x0 = x();
    b.r.sim.act({ type: 'load', program: b.read('G90\nG0 A150\nG91\nG0 X5\n') });
    b.r.sim.act({ type: 'run' });
    let turned = NaN;
    let went = NaN;
    for (let t = 0; t < 8000; t++) {
      b.r.sim.run(1);
      if (Number.isNaN(turned) && Math.abs(b.place() - from - 60) < 0.002) turned = b.r.sim.timeS;
      if (Number.isNaN(went) && Math.abs(x() - x0) > 0.01) went = b.r.sim.timeS;
    }
    expect(went - turned).toBeGreaterThan(0.45);
    expect(went - turned).toBeLessThan(0.65);
  });

  it('that does not wait for its clamp turns against it and loses steps', () => {
    const b = bench(
      dividing('wraps', set('axes.a.clampTorque', 400, 'N·m'), {
        name: 'override-setting',
        args: { setting: 'axis/a/clamp-free', title: 'Clamp', value: quantity(0.01, 's'), reason: 'trial' },
      }),
    );
    b.run('G90\nG0 A90\n');
    expect(b.r.kinds()).toContain('stall');
    // 12 N·m through 90 : 1 at half efficiency are 0.27 N·m: a motor that has more drags its table along.
    const weak = bench(
      dividing('wraps', set('axes.a.clampTorque', 12, 'N·m'), {
        name: 'override-setting',
        args: { setting: 'axis/a/clamp-free', title: 'Clamp', value: quantity(0.01, 's'), reason: 'trial' },
      }),
    );
    weak.run('G90\nG0 A90\n');
    weak.r.look();
    const dragged = weak.r.happened.find((h) => h.kind === 'dragged');
    expect(dragged?.neededNm).toBeGreaterThan(12 / 45);
    expect(weak.r.happened.filter((h) => h.kind === 'stall')).toEqual([]);
  });

  it('is held through a stop: its clamp closes once it rests, and no hand switches it', () => {
    const b = bench();
    const clamped = () => b.r.look().brakes.find((k) => k.axis === 'a')!.clamped;
    expect(clamped()).toBe(true);
    b.r.sim.act({ type: 'move', axis: 'a', position: 170 });
    b.r.sim.run(900);
    expect(clamped()).toBe(false);
    b.r.sim.act({ type: 'press', device: 'device-stop', down: true });
    b.r.sim.run(3000);
    expect(clamped()).toBe(true);
    b.r.sim.act({ type: 'switch-load', output: 'switched-load', on: false });
    expect((b.r.look(), b.r.heard.filter((e) => e.code === 'refused').at(-1))).toMatchObject({
      reason: 'clamp-follows',
    });
  });

  it('finds its datum by a cam, from wherever it stands, and passes it later without a word', () => {
    for (const share of [0.1, 0.40001, 0.40002, 0.7]) {
      const b = bench(
        dividing(
          'wraps',
          {
            name: 'add-input',
            args: { function: 'reference', library: 'switch-finch', mount: { axis: 'a', end: 'minus' } },
          },
          { name: 'set-field', args: { path: 'axes.a.reference.method', value: 'switch' } },
          { name: 'set-reference-stages', args: { stages: [['z'], ['x', 'y'], ['a']] } },
        ),
        share,
      );
      expect(b.r.codes()).toContain('reference-done');
      // Back-off 1°, datum after it: it stands at 0°, and so does the true table.
      expect(withinTurn(b.place() + 0.2)).toBeCloseTo(0.2, 1);
      b.run('G91\nG0 A400\nG90\n');
      expect(b.r.codes()).not.toContain('limit-tripped');
    }
  });
});
