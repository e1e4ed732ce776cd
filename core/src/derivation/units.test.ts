import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { MachineFile } from '../machine/file';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { baseValue, quantity } from '../units/quantity';
import type { Unit } from '../units/units';
import { dimensionOf, fromBase, unitsOf } from '../units/units';
import type { AxisFigures } from './figureTypes';
import { createDeriver, deriveFigures } from './figures';

// Made once: each is built by some seventy commands.
const machines = { dunnock: dunnock(), wren: wren(), plover: plover() };

const set = (file: MachineFile, path: string, value: ReturnType<typeof quantity> | number): MachineFile => {
  const r = applyCommand(file, { name: 'set-field', args: { path, value } }, '2026-03-03T10:00:00.000Z');
  if (!r.ok) throw new Error(`${r.error[0]!.what} ${r.error[0]!.fix}`);
  return r.value.file;
};
const axisOf = (file: MachineFile, id: string): AxisFigures =>
  deriveFigures(file.design).axes.find((a) => a.id === id)!;
const speedLimitOf = (a: AxisFigures, cause: string): number => {
  if (!a.speedLimits.known) throw new Error(a.speedLimits.missing.join());
  return a.speedLimits.value.find((f) => f.cause === cause)?.speed ?? NaN;
};
const scaleOf = (a: AxisFigures): number => {
  const s = a.drives[0]!.scale;
  return s.known ? s.value.stepsPerUnit : NaN;
};

describe('what is entered in other words gives the same figures', () => {
  const paths: [string, number, Unit][] = [
    ['axes.x.travel', 640, 'mm'],
    ['axes.x.maxSpeed', 120, 'mm/s'],
    ['axes.x.acceleration', 600, 'mm/s²'],
    ['axes.x.transmission.pitch', 10, 'mm'],
    ['axes.x.cuttingForce', 45, 'N'],
    ['axes.x.dragTorque', 0.07, 'N·m'],
    ['masses.mass-1.mass', 3.4, 'kg'],
    ['parts.motor-x-0.data.rotorInertia', 680, 'g·cm²'],
    ['parts.motor-x-0.data.inductance', 2.9, 'mH'],
  ];
  it('in any unit of its dimension, in any order of entering', () => {
    const whole = axisOf(machines.dunnock, 'x');
    fc.assert(
      fc.property(fc.shuffledSubarray(paths, { minLength: 1 }), fc.infiniteStream(fc.nat(20)), (some, picks) => {
        const file = some.reduce((f, [path, value, unit]) => {
          const units = unitsOf(dimensionOf(unit));
          const other = units[picks.next().value! % units.length]!;
          const entered = fromBase(baseValue(quantity(value, unit)), other);
          return set(f, path, { ...quantity(entered, other), source: 'measured' });
        }, machines.dunnock);
        const x = axisOf(file, 'x');
        for (const cause of ['wanted', 'motor torque', 'screw whirl', 'controller pulse rate'])
          expect(speedLimitOf(x, cause) / speedLimitOf(whole, cause)).toBeCloseTo(1, 6);
        expect(scaleOf(x) / scaleOf(whole)).toBeCloseTo(1, 9);
      }),
      { numRuns: 20 },
    );
  });
});

describe('how one figure moves another', () => {
  it.each([4, 5, 10, 16])(
    'twice the lead of %d mm halves steps per mm and doubles every limit that pulses or turns set',
    (mm) => {
      const [one, two] = [mm, 2 * mm].map((l) =>
        axisOf(set(machines.dunnock, 'axes.x.transmission.pitch', quantity(l, 'mm')), 'x'),
      );
      expect(scaleOf(two!) / scaleOf(one!)).toBeCloseTo(0.5, 12);
      for (const cause of ['controller pulse rate', 'driver pulse rate', 'motor speed', 'screw whirl', 'ball nut'])
        expect(speedLimitOf(two!, cause) / speedLimitOf(one!, cause)).toBeCloseTo(2, 9);
    },
  );
  it('a higher bus never brings the torque limit nearer, more mass or a harder start never moves it away', () =>
    fc.assert(
      fc.property(
        fc.constantFrom('x', 'y'),
        fc.double({ min: 21, max: 45, noNaN: true }),
        fc.double({ min: 1.01, max: 4, noNaN: true }),
        (id, volts, more) => {
          const at = (v: number, kg: number, a: number) =>
            speedLimitOf(
              axisOf(
                [
                  ['parts.motor-supply.data.outputVoltage', quantity(v, 'V')],
                  ['masses.mass-1.mass', quantity(kg, 'kg')],
                  [`axes.${id}.acceleration`, quantity(a, 'mm/s²')],
                ].reduce((f, [path, q]) => set(f, path as string, q as ReturnType<typeof quantity>), machines.dunnock),
                id,
              ),
              'motor torque',
            );
          const here = at(volts, 4, 600);
          expect(at(Math.min(45, volts * more), 4, 600)).toBeGreaterThanOrEqual(here - 1e-6);
          expect(at(volts, 4 * more, 600)).toBeLessThanOrEqual(here + 1e-6);
          expect(at(volts, 4, 600 * more)).toBeLessThanOrEqual(here + 1e-6);
        },
      ),
      { numRuns: 8 },
    ));
  it('finer steps move the pulse limits alone', () => {
    const [a, b] = [1600, 3200].map((s) =>
      axisOf(set(machines.wren, 'parts.driver-y-0.setup.stepsPerRevolution', s), 'y'),
    );
    expect(speedLimitOf(b!, 'controller pulse rate') / speedLimitOf(a!, 'controller pulse rate')).toBeCloseTo(0.5, 12);
    expect(speedLimitOf(b!, 'motor torque')).toBe(speedLimitOf(a!, 'motor torque'));
  });
  it('a servo on half its rated bus turns half as fast', () => {
    const on = (v: number) =>
      speedLimitOf(
        axisOf(set(machines.plover, 'parts.motor-supply.data.outputVoltage', quantity(v, 'V')), 'z'),
        'motor torque',
      );
    expect(on(30) / on(60)).toBeCloseTo(0.5, 6);
  });
});

describe('what an edit makes the deriver do again', () => {
  const computed: string[] = [];
  const derive = createDeriver((key) => computed.push(key));
  const after = (file: MachineFile, path: string, value: ReturnType<typeof quantity> | number): string[] => {
    derive(file.design);
    computed.length = 0;
    derive(set(file, path, value).design);
    return [...computed];
  };
  it('a mass that Y alone carries touches no drive of X or Z', () => {
    const keys = after(machines.dunnock, 'masses.mass-3.mass', quantity(14, 'kg'));
    expect(keys).toEqual(expect.arrayContaining(['axis/y/drive-0', 'axis/y/drive-1']));
    expect(keys.filter((k) => /axis\/[xz]/.test(k))).toEqual([]);
  });
  it('the bus touches every drive and no ruler', () => {
    const keys = after(machines.dunnock, 'parts.motor-supply.data.outputVoltage', quantity(40, 'V'));
    expect(keys.filter((k) => k.includes('/drive-')).length).toBe(4);
    expect(keys.filter((k) => /ruler|switches/.test(k))).toEqual([]);
  });
  it('the travel of X reaches Y only through the gantry, and Z not at all', () => {
    const keys = after(machines.dunnock, 'axes.x.travel', quantity(600, 'mm'));
    expect(keys).toContain('axis/y/drive-0');
    expect(keys.filter((k) => k.startsWith('axis/z/'))).toEqual([]);
  });
});
