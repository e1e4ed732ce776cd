import { describe, expect, it } from 'vitest';
import { newAxis } from '../machine/create';
import type { Axis, Transmission } from '../machine/mechanics';
import { quantity } from '../units/quantity';
import type { Unit } from '../units/units';
import { backDriving } from './backDriving';

const q = (n: number, unit: Unit) => quantity(n, unit);
const vertical = (transmission: Transmission, more: Partial<Axis> = {}): Axis => ({
  ...newAxis({ letter: 'Z', plus: 'up', carries: 'tool', tiltDeg: 90, end: 'plus' }),
  transmission,
  dragTorque: q(0.03, 'N·m'),
  ...more,
});
const ball: Transmission = { kind: 'screw', form: 'ball', starts: 1, pitch: q(8, 'mm'), efficiency: q(90, '%') };
const masses = (kg: number) => ({ head: { name: 'Head', mass: q(kg, 'kg'), movedBy: ['z'] } });
const of = (axis: Axis, kg = 7.1) => backDriving('z', axis, masses(kg))!;

describe('a weight whose motor lets go, judged on what is left of it after the counterbalance', () => {
  // 7.1 kg are 69.63 N; on a lead of 8 mm with η 0.9: 69.63 · 0.008/2π · (2 − 1/0.9) = 0.0788 N·m against a drag of 0.03.
  it('falls on a ball screw', () => {
    const back = of(vertical(ball));
    expect(back).toMatchObject({ verdict: 'moves', falls: true, rises: false });
    expect(back.torqueNm).toBeCloseTo(0.0788, 4);
  });
  it('falls just as well with a counterbalance of nothing', () =>
    expect(of(vertical(ball, { counterbalance: q(0, 'N') })).falls).toBe(true));
  it.each([
    // N of counterbalance, net N, verdict: drag of 0.03 N·m holds 26.5 N; four times that margin is trusted
    [20, 49.6, 'moves'],
    [50, 19.6, 'creeps'],
    [64, 5.6, 'holds'],
    [75, -5.4, 'holds'],
    [90, -20.4, 'creeps'],
    [110, -40.4, 'moves'],
  ])('carried with %s N: net %s N, %s', (carried, net, verdict) => {
    const back = of(vertical(ball, { counterbalance: q(carried, 'N') }));
    expect(back.netN).toBeCloseTo(net, 1);
    expect(back.verdict).toBe(verdict);
    expect([back.falls, back.rises]).toEqual([verdict === 'moves' && net > 0, verdict === 'moves' && net < 0]);
  });
  it.each<[string, Transmission, number]>([
    // 69.63 N · 0.1 m/2π · (2 − 1/0.95)
    ['a belt, 20 teeth of 5 mm', { kind: 'belt', teeth: 20, pitch: q(5, 'mm') }, 1.0498],
    // 69.63 N · π · 1.5 · 25 mm/2π · (2 − 1/0.9)
    ['a rack, module 1.5, 25 teeth', { kind: 'rack', teeth: 25, module: q(1.5, 'mm') }, 1.1605],
  ])('falls on %s', (_name, t, nm) => {
    const back = of(vertical(t));
    expect(back.falls).toBe(true);
    expect(back.torqueNm).toBeCloseTo(nm, 3);
  });
  it('half a millinewton metre against thirty of drag needs no brake', () => {
    // 0.045 kg: 0.44 N · 0.008/2π · 0.889 = 0.5 mN·m
    const back = of(vertical(ball), 0.045);
    expect(back.torqueNm).toBeCloseTo(0.0005, 4);
    expect(back.verdict).toBe('holds');
  });
  it('a fine trapezoidal screw holds dry, and not when it is greased; a worm neither', () => {
    const fine: Transmission = {
      kind: 'screw',
      form: 'trapezoidal',
      starts: 1,
      pitch: q(2.5, 'mm'),
      outerDiameter: q(10, 'mm'),
      threadFriction: q(0.16, '1'),
    };
    // d2 = 8.75: η 0.3491, so 2 − 1/η < 0; it holds down to µ = 0.088, and grease has 0.05.
    expect(of(vertical(fine, { dragTorque: undefined }))).toMatchObject({ verdict: 'greased', falls: false });
    const worm: Transmission = { ...ball, ratio: q(30, '1'), ratioEfficiency: q(45, '%') };
    expect(of(vertical(worm)).verdict).toBe('greased');
  });
  it('two motors share the weight, and each has its own drag', () => {
    const one = vertical(ball);
    const two = { ...one, drives: [one.drives[0]!, one.drives[0]!] };
    expect(of(two).torqueNm).toBeCloseTo(of(one).torqueNm / 2, 9);
  });
  it('a level or rotary axis, or one whose mass is not known, is not judged', () => {
    expect(backDriving('z', vertical(ball, { tilt: q(0, '°') }), masses(7))).toBeUndefined();
    expect(backDriving('z', vertical({ kind: 'rotary' }), masses(7))).toBeUndefined();
    expect(backDriving('z', vertical(ball), {})).toBeUndefined();
  });
});
