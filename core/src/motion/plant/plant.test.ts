import { describe, expect, it } from 'vitest';
import type { PlantModel } from './plant';
import { Plant } from './plant';

const model = (more: Partial<PlantModel> = {}): PlantModel => ({
  axes: [{ id: 'x', length: 100, storedMark: undefined }],
  drives: [
    { axis: 0, index: 0, travelPerPulse: 0.01, cycle: 0.2 },
    { axis: 0, index: 1, travelPerPulse: -0.01, cycle: 0.2 },
  ],
  switches: [
    { device: 'left', drives: [0], at: 5, plusEnd: false, hysteresis: 0.5 },
    { device: 'either', drives: [0, 1], at: 95, plusEnd: true, hysteresis: 0.5 },
  ],
  ...more,
});
const pulses = (left: number, right: number) => [Float64Array.of(left, right)];

describe('the mechanics', () => {
  it('each side follows its own motor, with its own sign', () => {
    const plant = new Plant(model(), [50]);
    plant.step(pulses(100, -100));
    expect([...plant.place]).toEqual([51, 51]);
    plant.step(pulses(100, 0));
    expect([...plant.place]).toEqual([51, 50]);
  });
  it('a switch lets go later than it trips, and a shared one is tripped by either side', () => {
    const plant = new Plant(model(), [50]);
    const at = (left: number, right: number) => {
      plant.step(pulses((left - 50) * 100, -(right - 50) * 100));
      return [...plant.actuated];
    };
    expect(at(5.1, 50)).toEqual([0, 0]);
    expect(at(5, 50)).toEqual([1, 0]);
    expect(at(5.4, 50)).toEqual([1, 0]);
    expect(at(5.6, 50)).toEqual([0, 0]);
    expect(at(50, 95)).toEqual([0, 1]);
    expect(plant.changes).toBe(3);
  });
  it('at the hard stop a stepper loses whole cycles of four full steps, and comes back short by as much', () => {
    const plant = new Plant(model(), [50]);
    plant.step(pulses(5730, 0));
    expect(plant.place[0]).toBe(100);
    expect(plant.banged[0]).toBe(1);
    plant.step(pulses(0, 0));
    // 7.3 beyond the stop: 36 cycles of 0.2 are lost, the rest was wind-up.
    expect(plant.place[0]).toBeCloseTo(50 - 7.2, 9);
  });
  it('what cannot slip by cycles simply stays where the stop holds it', () => {
    const plant = new Plant(
      model({ drives: [{ axis: 0, index: 0, travelPerPulse: 0.01, cycle: 0 }], switches: [] }),
      [1],
    );
    plant.step([Float64Array.of(-300)]);
    expect(plant.place[0]).toBe(0);
    plant.step([Float64Array.of(-200)]);
    expect(plant.place[0]).toBeCloseTo(1, 9);
  });
});
