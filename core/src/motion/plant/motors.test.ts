import { describe, expect, it } from 'vitest';
import { rpmForTorque, torqueAt } from '../../drivetrain/motorCurve';
import { requiredTorqueNm } from '../../drivetrain/load';
import { deriveFigures } from '../../derivation/figures';
import { dunnock } from '../../samples/dunnock';
import { plover } from '../../samples/plover';
import type { Happening } from './happenings';
import type { PlantAxis, PlantModel, PlantMotor } from './model';
import { plantModel } from './model';
import { Motors } from './motors';
import { Plant } from './plant';

const DT = 0.001;
const axis: PlantAxis = {
  id: 'x',
  letter: 'X',
  linear: true,
  endless: false,
  length: 100,
  storedMark: undefined,
  rackingNPerMm: 0,
  rackedAt: 3,
};
const motor = (more: Partial<PlantMotor> = {}): PlantMotor => ({
  axis: 0,
  index: 0,
  name: 'X',
  motor: 'm',
  driver: 'd',
  bus: 0,
  travelPerPulse: 0.01,
  travelPerRev: 8,
  cycle: 0.16,
  torqueNm: [2, 2, 1, 0.2],
  rpmStep: 300,
  inertiaNm: 1e-4,
  frictionNm: 0.1,
  weightPlusNm: 0,
  weightMinusNm: 0,
  leverNmPerN: 0.0014,
  polePairs: 50,
  copperW: 20,
  brake: undefined,
  brakeReleaseS: 0.06,
  brakeCloseS: 0.04,
  brakeHeldByPower: false,
  brakeHoldsNm: NaN,
  backlash: 0,
  couplingNm: Infinity,
  indexAt: NaN,
  indexTravel: NaN,
  dead: false,
  ...more,
});

/** Motors on a bench that are told places instead of pulses. */
function bench(motors: PlantMotor[], axes: PlantAxis[] = [axis], start = 50, supplyW = Infinity) {
  const happened: Happening[] = [];
  const m = new Motors(
    motors,
    axes,
    [supplyW],
    axes.map(() => start),
    happened,
  );
  motors.forEach((x, i) => m.power(i, true, x.brake !== undefined, 0));
  let t = 0;
  const pulses = axes.map((_, a) => new Float64Array(motors.filter((x) => x.axis === a).length));
  /** Moves every motor by a distance at a speed. */
  const go = (distance: number, speed: number, only?: number) => {
    const steps = Math.max(1, Math.round(Math.abs(distance) / speed / DT));
    for (let k = 0; k < steps; k++) {
      motors.forEach((x, i) => {
        if (only === undefined || only === i) pulses[x.axis]![x.index]! += distance / steps / x.travelPerPulse;
      });
      step();
    }
    for (let k = 0; k < 50; k++) step();
  };
  const step = () => m.step(pulses, (t += DT), DT);
  return {
    m,
    go,
    step,
    happened,
    pulses,
    wait: (s: number) => {
      for (let k = 0; k < s / DT; k++) step();
    },
    now: () => t,
  };
}

describe('a motor in step', () => {
  it('goes where its pulses say, each side of a gantry with its own sign', () => {
    const b = bench([motor(), motor({ index: 1, travelPerPulse: -0.01 })]);
    b.go(1.5, 5);
    expect(b.m.carriage[0]).toBeCloseTo(51.5, 2);
    expect(b.m.carriage[1]).toBeCloseTo(51.5, 2);
  });
  it('lags by its load angle, at most a quarter of a cycle, and stands right again at rest', () => {
    const b = bench([motor({ frictionNm: 1 })]);
    let most = 0;
    for (let k = 0; k < 500; k++) {
      b.pulses[0]![0]! += 1;
      b.step();
      most = Math.max(most, 50 + b.pulses[0]![0]! * 0.01 - b.m.place[0]!);
    }
    expect(most).toBeGreaterThan(0.01);
    expect(most).toBeLessThan(0.04);
    b.wait(0.1);
    expect(b.m.place[0]).toBeCloseTo(55, 6);
  });
  it('backlash is taken up before the carriage follows', () => {
    const b = bench([motor({ backlash: 0.4 })]);
    b.go(5, 5);
    expect(b.m.carriage[0]).toBeCloseTo(54.8, 2);
    b.go(-5, 5);
    expect(b.m.carriage[0]).toBeCloseTo(50.2, 2);
  });
  it('a loose coupling lets the carriage stay behind', () => {
    const b = bench([motor({ couplingNm: 0.08 })]);
    b.go(20, 10);
    expect(b.m.carriage[0]).toBeLessThan(67);
    expect(b.m.place[0]).toBeCloseTo(70, 2);
  });
});

describe('a motor out of step', () => {
  it('loses whole cycles of four full steps, and says how much torque was needed and left', () => {
    const b = bench([motor({ frictionNm: 0.5 })]);
    b.go(40, 200);
    const stall = b.happened.find((h) => h.kind === 'stall');
    expect(stall).toMatchObject({ motor: 0 });
    expect(stall?.kind === 'stall' && stall.neededNm).toBeGreaterThan(stall?.kind === 'stall' ? stall.leftNm : 0);
    const lost = 90 - b.m.place[0]!;
    expect(lost).toBeGreaterThan(1);
    expect(Math.abs(lost / 0.16 - Math.round(lost / 0.16))).toBeLessThan(0.1);
    expect(b.happened.some((h) => h.kind === 'locked again')).toBe(true);
  });
  it('at a hard stop a slow stepper slips by whole cycles, and comes back short by as much', () => {
    const b = bench([motor()]);
    b.go(57.3, 10);
    // Thrown back by up to three quarters of a cycle at each slip.
    expect(b.m.carriage[0]).toBeGreaterThan(100 - 0.121);
    expect(b.happened.filter((h) => h.kind === 'bang').length).toBeGreaterThan(0);
    b.go(-57.3, 10);
    const short = 50 - b.m.place[0]!;
    expect(short).toBeGreaterThan(7);
    expect(Math.abs(short / 0.16 - Math.round(short / 0.16))).toBeLessThan(0.1);
  });
  it('a closed loop holds its place or gives up with an alarm, and forgets it with its supply', () => {
    const b = bench([motor({ cycle: 0 })]);
    b.go(60, 20);
    expect(b.happened.some((h) => h.kind === 'alarm')).toBe(true);
    expect(b.m.alarm[0]).toBe(1);
    expect(b.m.changes).toBe(1);
    b.m.power(0, false, false, b.now());
    b.m.power(0, true, false, b.now());
    expect(b.m.alarm[0]).toBe(0);
    const from = b.m.place[0]!;
    b.go(-10, 10);
    expect(b.m.place[0]).toBeCloseTo(from - 10, 2);
  });
  it('a split coil never turns; without power nothing follows, and nothing jumps when it comes back', () => {
    const dead = bench([motor({ dead: true })]);
    dead.go(5, 5);
    expect(dead.m.place[0]).toBe(50);
    const b = bench([motor()]);
    b.m.power(0, false, false, 0);
    b.go(5, 5);
    expect(b.m.place[0]).toBeCloseTo(50, 6);
    b.m.power(0, true, false, b.now());
    b.go(1, 5);
    expect(b.m.place[0]).toBeCloseTo(51, 1);
  });
  it('a supply that gives way takes torque from a fast motor', () => {
    const torqueLeft = (watts: number) => {
      const b = bench(
        [motor({ torqueNm: [2, 2, 1.6, 1.2, 1, 0.9], rpmStep: 300, inertiaNm: 2e-5 })],
        [axis],
        10,
        watts,
      );
      b.go(70, 90);
      return b.m.busShare < 1 || b.happened.some((h) => h.kind === 'supply sagged' || h.kind === 'stall');
    };
    expect(torqueLeft(1000)).toBe(false);
    expect(torqueLeft(15)).toBe(true);
  });
  it('a bus that gives way leaves the motors on another one alone', () => {
    const weak = motor({ torqueNm: [2, 2, 1.6, 1.2, 1, 0.9], rpmStep: 300, inertiaNm: 2e-5 });
    const happened: Happening[] = [];
    const other = { ...weak, axis: 1, bus: 1 };
    const m = new Motors([weak, other], [axis, axis], [15, 1000], [10, 10], happened);
    [0, 1].forEach((i) => m.power(i, true, false, 0));
    const full = m.torqueAt(1, 90);
    const pulses = [new Float64Array(1), new Float64Array(1)];
    for (let k = 0; k < 700; k++) {
      pulses.forEach((p) => (p[0]! += (90 * DT) / weak.travelPerPulse));
      m.step(pulses, k * DT, DT);
    }
    expect(m.busShare).toBeLessThan(0.9);
    expect(m.torqueAt(0, 90)).toBeLessThan(full);
    expect(m.torqueAt(1, 90)).toBe(full);
  });
});

describe('a head and its brake', () => {
  const heavy = { weightPlusNm: 0.4, weightMinusNm: 0.3, frictionNm: 0.05, brake: 'm/brake' };
  it('falls while motor and brake have both let go, and no longer', () => {
    const b = bench([motor(heavy)]);
    b.wait(0.2);
    // Power goes: the brake closes 40 ms later.
    b.m.power(0, false, false, b.now());
    b.wait(0.5);
    const drop = 50 - b.m.place[0]!;
    // Free for 40 ms: ½·a·t² with a = (0.3 − 0.05)/J.
    expect(drop).toBeGreaterThan(0.5 * (0.25 / 1e-4) * 0.035 ** 2);
    expect(drop).toBeLessThan(0.5 * (0.25 / 1e-4) * 0.045 ** 2);
    expect(b.happened.map((h) => h.kind)).toEqual(['fell']);
    const slow = bench([motor({ ...heavy, brakeCloseS: 0.4 })]);
    slow.wait(0.2);
    slow.m.power(0, false, false, slow.now());
    slow.wait(1);
    expect(50 - slow.m.place[0]!).toBeGreaterThan(40);
  });
  it('a motor stalls against a brake that lets go late', () => {
    const b = bench([motor({ ...heavy, brakeReleaseS: 0.5 })]);
    b.go(5, 10);
    expect(b.happened.some((h) => h.kind === 'stall')).toBe(true);
  });
});

describe('two motors on one gantry', () => {
  const stiff = { ...axis, rackingNPerMm: 60 };
  it('the frame pushes back: one side alone comes as far as its torque, and is reported as racked', () => {
    const b = bench([motor(), motor({ index: 1 })], [stiff]);
    b.go(4, 4, 0);
    expect(b.happened.some((h) => h.kind === 'racked')).toBe(true);
    expect(b.m.carriage[0]! - b.m.carriage[1]!).toBeGreaterThan(3);
    const weak = bench([motor({ torqueNm: [0.2, 0.2] }), motor({ index: 1 })], [stiff]);
    weak.go(4, 4, 0);
    expect(weak.happened.some((h) => h.kind === 'stall')).toBe(true);
  });
  it('a side without power is dragged along by the frame', () => {
    const b = bench([motor(), motor({ index: 1 })], [stiff]);
    b.m.power(1, false, false, 0);
    b.go(10, 10, 0);
    const skew = b.m.carriage[0]! - b.m.carriage[1]!;
    expect(b.m.carriage[1]).toBeGreaterThan(55);
    // What friction holds is all that is left of the skew: T/(k·lever).
    expect(skew).toBeLessThan(0.1 / (60 * 0.0014) + 0.3);
  });
});

describe('the plant from a machine file', () => {
  const model = (() => {
    const m = plantModel(dunnock().design);
    if (!m.known) throw new Error(m.missing.join());
    return m.value;
  })();
  it('stalls where section 3 of its torque curve says, within 3 %', () => {
    const figures = deriveFigures(dunnock().design);
    for (const [id, a] of [
      ['x', 600],
      ['z', 300],
    ] as const) {
      const torque = figures.axes.find((x) => x.id === id)!.drives[0]!.torque;
      if (!torque.known) throw new Error(torque.missing.join());
      const i = model.motors.findIndex((m) => model.axes[m.axis]!.id === id);
      const m = model.motors[i]!;
      const single: PlantModel = {
        ...model,
        busW: [Infinity],
        axes: [{ ...axis, length: 1e6 }],
        motors: [{ ...m, axis: 0, index: 0, bus: 0 }],
        switches: [],
      };
      const plant = new Plant(single, [1000], 1);
      plant.motors.power(0, true, true, -1);
      const pulses = [Float64Array.of(0)];
      let v = 0;
      let t = 0;
      while (plant.motors.mode[0] === 0 && v < 2000) {
        v += a * DT;
        pulses[0]![0]! += ((v - (a * DT) / 2) * DT) / m.travelPerPulse;
        plant.step(pulses, (t += DT), DT, undefined);
      }
      // Without a cut: the plant moves in air.
      const load = { ...torque.value.load.load, cuttingN: 0 };
      const curve = torque.value.motor.curve;
      const expected = (rpmForTorque(curve, requiredTorqueNm(load, a)) / 60) * m.travelPerRev;
      // A closed loop lags instead of slipping, at the same speed.
      expect(Math.abs(v / expected - 1), `${id}: ${v} against ${expected}`).toBeLessThan(0.03);
      expect(plant.motors.torqueAt(0, v)).toBeCloseTo(torqueAt(curve, (v / m.travelPerRev) * 60), 2);
    }
  });
  it('has every motor, switch, brake and spindle of it; nothing that touches is over-pressed by less than it bears', () => {
    expect(model.motors.map((m) => m.name)).toEqual(['X', 'Y left', 'Y right', 'Z']);
    expect(model.switches).toHaveLength(6);
    expect(model.motors[3]!.brake).toBeDefined();
    expect(model.spindle?.maxRpm).toBe(24000);
    const lathe = plantModel(plover().design);
    expect(lathe.known && lathe.value.spindle?.encoder?.lines).toBe(1024);
  });
  it('a carriage that goes on past a touched switch crushes it', () => {
    const plain: PlantModel = {
      ...model,
      axes: [axis],
      motors: [motor()],
      switches: [
        {
          device: 's',
          motors: [0],
          at: 5,
          plusEnd: false,
          hysteresis: 0.4,
          repeatability: 0,
          bounceS: 0.0015,
          overTravel: 3,
        },
      ],
    };
    const plant = new Plant(plain, [8], 3);
    plant.motors.power(0, true, false, 0);
    const pulses = [Float64Array.of(0)];
    const edges: { t: number; on: boolean }[] = [];
    let t = 0;
    for (let k = 0; k < 7000; k++) {
      pulses[0]![0]! -= 0.1;
      plant.step(pulses, (t += DT), DT, undefined);
      for (const e of plant.switches.edges) if (plant.switches.apply(e)) edges.push(e);
    }
    // Trips at 5 after 3 mm at 1 mm/s, wherever in a step that falls, and bounces until it rests.
    expect(edges[0]!.t).toBeCloseTo(3, 1);
    expect(edges.length).toBeGreaterThan(1);
    expect(edges.at(-1)!.on).toBe(true);
    expect(edges.at(-1)!.t - edges[0]!.t).toBeLessThan(0.0016);
    expect(plant.happenings.some((h) => h.kind === 'switch crushed')).toBe(true);
    // What is bent stays pressed, however far the carriage goes back.
    for (let k = 0; k < 7000; k++) {
      pulses[0]![0]! += 0.1;
      plant.step(pulses, (t += DT), DT, undefined);
      for (const e of plant.switches.edges) plant.switches.apply(e);
    }
    expect(plant.motors.carriage[0]).toBeGreaterThan(7);
    expect(plant.switches.actuated[0]).toBe(1);
  });
});
