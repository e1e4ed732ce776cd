import { describe, expect, it } from 'vitest';
import { newAxis } from '../machine/create';
import { partFrom } from '../machine/library/entry';
import { libraryEntry } from '../machine/library/index';
import type { Axis, MassItem, Transmission } from '../machine/mechanics';
import { dunnock } from '../samples/dunnock';
import { defaultDisplay } from '../units/print';
import { quantity as q } from '../units/quantity';
import type { LoadFigures } from './axisLoad';
import { axisLoad, requiredBand } from './axisLoad';
import { forceN, inertiaKgm2, requiredTorqueNm, steadyTorqueNm } from './load';

const { design } = dunnock();
const motor = partFrom(libraryEntry('motor-rook-23')!, '-M1');
const mass = (kg: number, ...movedBy: string[]): MassItem => ({ name: 'part', mass: q(kg, 'kg', 'measured'), movedBy });
const base: Axis = { ...design.axes.x!, tilt: q(0, '°') };

function loadOf(changes: Partial<Axis>, items: MassItem[] = [mass(10, 'x')], across?: number): LoadFigures {
  const d = axisLoad('x', { ...base, ...changes }, 'router-moving-gantry', items, across, motor, 'parts.motor-x-0');
  if (!d.known) throw new Error(d.missing.join());
  return d.value;
}
const screw = (more: object = {}): Transmission => ({
  kind: 'screw',
  form: 'ball',
  pitch: q(5, 'mm'),
  starts: 1,
  efficiency: q(90, '%'),
  outerDiameter: q(16, 'mm'),
  length: q(700, 'mm'),
  ...more,
});

describe('what a drive has to move', () => {
  it('a screw, a belt and a rack of the same travel ask for the same force and differ by efficiency alone', () => {
    const common = { frictionCoefficient: q(0.01, '1'), cuttingForce: q(50, 'N'), dragTorque: q(0, 'N·m') };
    const belt = loadOf({
      ...common,
      transmission: { kind: 'belt', teeth: 20, pitch: q(2, 'mm'), efficiency: q(95, '%') },
    });
    const rack = loadOf({
      ...common,
      transmission: { kind: 'rack', teeth: 20, module: q(2 / Math.PI, 'mm'), efficiency: q(95, '%') },
    });
    expect(belt.load.travelMm).toBe(40);
    expect(rack.load.travelMm).toBeCloseTo(40, 9);
    expect(forceN(belt.load)).toBeCloseTo(forceN(rack.load), 9);
    expect(steadyTorqueNm(belt.load)).toBeCloseTo(steadyTorqueNm(rack.load), 9);
    const lead = loadOf({ ...common, transmission: screw({ pitch: q(40, 'mm') }) });
    expect(steadyTorqueNm(lead.load) / steadyTorqueNm(belt.load)).toBeCloseTo(0.95 / 0.9, 9);
  });
  it('doubling the lead doubles the torque of the force and quadruples the inertia of the mass', () => {
    const of = (pitch: number) =>
      loadOf({ dragTorque: q(0, 'N·m'), transmission: screw({ pitch: q(pitch, 'mm') }) }).load;
    expect(steadyTorqueNm(of(10)) / steadyTorqueNm(of(5))).toBeCloseTo(2, 9);
    const fixed = of(5).motorInertiaKgm2 + of(5).rotatingInertiaKgm2;
    expect((inertiaKgm2(of(10)) - fixed) / (inertiaKgm2(of(5)) - fixed)).toBeCloseTo(4, 9);
  });
  it('a vertical axis lifts its weight, less what a counterbalance carries; it is never pulled up for nothing', () => {
    const upright = { tilt: q(90, '°'), cuttingForce: q(0, 'N'), frictionCoefficient: q(0.01, '1') };
    expect(forceN(loadOf(upright).load)).toBeCloseTo(98.0665, 3);
    expect(forceN(loadOf({ ...upright, counterbalance: q(60, 'N') }).load)).toBeCloseTo(38.0665, 3);
    expect(forceN(loadOf({ ...upright, counterbalance: q(200, 'N') }).load)).toBeCloseTo(0, 9);
  });
  it('of a gantry the worse side counts: half the beam, and the carriage as near as it comes', () => {
    const pair = [base.drives[0]!, { ...base.drives[0]!, side: 'right' as const }];
    const items = [mass(12, 'x'), mass(6, 'x', 'z')];
    const side = (spacing: number | undefined, across: number | undefined) =>
      loadOf({ drives: pair, ...(spacing ? { driveSpacing: q(spacing, 'mm') } : {}) }, items, across).load.massKg;
    expect(side(undefined, 600)).toBe(6 + 6);
    expect(side(800, 600)).toBeCloseTo(6 + 6 * (1 - 0.125), 9);
    expect(side(600, 600)).toBe(12);
    expect(loadOf({}, items).load.massKg).toBe(18);
  });
  it('a rotary axis has inertia and no force; without its table it cannot be computed', () => {
    const rotary = (more: object): Partial<Axis> => ({
      motion: 'rotary',
      transmission: { kind: 'rotary', ratio: q(90, '1'), ...more },
    });
    const { load } = loadOf(rotary({ rotatingInertia: q(0.02, 'kg·m²') }), []);
    expect(forceN(load)).toBe(0);
    expect(inertiaKgm2(load) - load.motorInertiaKgm2).toBeCloseTo(0.02 / (90 ** 2 * 0.85), 12);
    const d = axisLoad('x', { ...base, ...rotary({}) } as Axis, 'mill-bench', [], undefined, motor, 'parts.m');
    expect(d).toEqual({ known: false, missing: ['axes.x.transmission.rotatingInertia'] });
  });
});

describe('figures that nobody entered', () => {
  it('are replaced by usual ones, each named with its field, and widen the band', () => {
    const { frictionCoefficient: _f, cuttingForce: _c, dragTorque: _d, ...bare } = base;
    const d = axisLoad(
      'x',
      { ...bare, transmission: { kind: 'screw', form: 'ball', pitch: q(5, 'mm'), starts: 1 } },
      'mill-bench',
      [mass(10, 'x')],
      undefined,
      motor,
      'parts.m',
    );
    if (!d.known) throw new Error(d.missing.join());
    expect(d.value.assumptions.map((a) => a.field.replace('axes.x.', ''))).toEqual([
      'frictionCoefficient',
      'cuttingForce',
      'dragTorque',
      'transmission.efficiency',
      'transmission.outerDiameter',
    ]);
    expect(d.value.assumptions[1]!.text(defaultDisplay)).toBe('a cut of 120\u00a0N');
    const width = (l: LoadFigures) => {
      const b = requiredBand(l, 500);
      return (b.high - b.low) / b.nominal;
    };
    expect(width(d.value)).toBeGreaterThan(2 * width(loadOf({})));
  });
  it('a trapezoidal screw without an efficiency takes the one that follows from its thread', () => {
    const thread = (more: object) =>
      loadOf({
        transmission: {
          kind: 'screw',
          form: 'trapezoidal',
          pitch: q(2.5, 'mm'),
          starts: 1,
          outerDiameter: q(10, 'mm'),
          length: q(400, 'mm'),
          ...more,
        },
      }).load.efficiency;
    expect(thread({ threadFriction: q(0.16, '1') }).toFixed(4)).toBe('0.3491');
    expect(thread({})).toBeGreaterThan(0.34);
    expect(thread({ efficiency: q(42, '%') })).toBeCloseTo(0.42, 9);
  });
  it('masses are never guessed: an axis that carries nothing says so', () => {
    const d = axisLoad('x', base, 'mill-bench', [], undefined, motor, 'parts.m');
    expect(d).toEqual({ known: false, missing: ['masses'] });
    const noMotor = axisLoad('x', base, 'mill-bench', [mass(3, 'x')], undefined, undefined, 'parts.m');
    expect(noMotor).toEqual({ known: false, missing: ['axes.x.drives.0.motor'] });
  });
});

it('the band holds the figure and every single slip within its spread', () => {
  const l = loadOf({ cuttingForce: { ...q(50, 'N'), tolerance: 0.5 } });
  const b = requiredBand(l, 600);
  expect(b.low).toBeLessThan(b.nominal);
  for (const end of [0.5, 1.5]) {
    const t = requiredTorqueNm({ ...l.load, cuttingN: 50 * end }, 600);
    expect(t).toBeGreaterThanOrEqual(b.low);
    expect(t).toBeLessThanOrEqual(b.high);
  }
});

it('a mass on a rotary axis is no mass on a lead: its inertia alone counts', () => {
  const rotary = newAxis({ letter: 'A', plus: 'turning', carries: 'workpiece', tiltDeg: 0, end: 'minus' }, true);
  const axis: Axis = {
    ...rotary,
    transmission: { kind: 'rotary', ratio: q(72, '1'), rotatingInertia: q(0.01, 'kg·m²') },
  };
  const motor = partFrom(libraryEntry('motor-siskin-5')!, '-M1');
  const of = (kg: number) => {
    const l = axisLoad(
      'a',
      axis,
      'mill-bench',
      [{ name: 'Work', mass: q(kg, 'kg'), movedBy: ['a'] }],
      undefined,
      motor,
      'm',
    );
    if (!l.known) throw new Error(l.missing.join());
    return requiredBand(l.value, 200).nominal;
  };
  expect(of(200)).toBe(of(1));
});
