import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Transmission } from '../machine/mechanics';
import { quantity } from '../units/quantity';
import { microstepTorqueShare } from './scale';
import { shaftsOf } from './shafts';
import { travelPerRevolution } from './transmission';

const travel = (t: Transmission) => {
  const d = travelPerRevolution(t, 'axes.x.transmission');
  if (!d.known) throw new Error(d.missing.join());
  return d.value;
};
const q = quantity;

describe('travel per revolution and scale, against the worked figures', () => {
  const screw8: Transmission = { kind: 'screw', form: 'ball', pitch: q(8, 'mm'), starts: 1 };
  const belt: Transmission = { kind: 'belt', teeth: 21, pitch: q(5, 'mm'), ratio: q(2.5, '1') };
  const rack: Transmission = { kind: 'rack', module: q(1.5, 'mm'), teeth: 25, ratio: q(5, '1') };
  const tpi: Transmission = { kind: 'screw', form: 'trapezoidal', pitch: q(10, 'tpi'), starts: 1 };
  it.each([
    ['screw 8 mm', screw8, 2000, '8.00000', '250.00000'],
    ['belt 21 × 5 mm, 2.5:1', belt, 3200, '42.00000', '76.19048'],
    ['rack module 1.5, 25 teeth, 5:1', rack, 1600, '23.56194', '67.90611'],
    ['screw 10 tpi', tpi, 1600, '2.54000', '629.92126'],
  ])('%s', (_name, t, steps, perRev, perMm) => {
    expect(travel(t).toFixed(5)).toBe(perRev);
    expect((steps / travel(t)).toFixed(5)).toBe(perMm);
  });

  it('a helical rack travels further by 1/cos β, a rotary axis 360° over its ratio', () => {
    const helical: Transmission = { ...rack, helixAngle: q(19.5283, '°') } as Transmission;
    expect(travel(helical) / travel(rack)).toBeCloseTo(1 / Math.cos((19.5283 * Math.PI) / 180), 12);
    expect(travel({ kind: 'rotary', ratio: q(72, '1') })).toBe(5);
  });

  it('starts multiply, a ratio divides, whatever the figures', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.2, max: 50, noNaN: true }), fc.integer({ min: 1, max: 8 }), (pitch, starts) => {
        const many: Transmission = { kind: 'screw', form: 'ball', pitch: q(pitch, 'mm'), starts, ratio: q(3, '1') };
        expect(travel(many)).toBeCloseTo((pitch * starts) / 3, 9);
      }),
    );
  });

  it('names the missing figure instead of computing with nothing', () => {
    const d = travelPerRevolution({ kind: 'screw', form: 'ball', starts: 2 }, 'axes.x.transmission');
    expect(d).toEqual({ known: false, missing: ['axes.x.transmission.pitch'] });
  });

  it('one of ten microsteps moves nothing below 15.6 % of the holding torque', () => {
    expect(microstepTorqueShare(10)).toBeCloseTo(0.1564, 4);
  });
});

it('a turn of the screw and one of the motor are two ways: 4 mm behind 2.5 : 1 are 1.6 mm', () => {
  const screw = { kind: 'screw', form: 'ball', starts: 1, pitch: q(4, 'mm') } as const;
  const ways = (t: Transmission) => shaftsOf(t, '').map((s) => [s.id, s.travel.known ? s.travel.value : NaN]);
  expect(ways({ ...screw, ratio: q(2.5, '1') })).toEqual([
    ['driven', 4],
    ['motor', 1.6],
  ]);
  expect(ways(screw)).toEqual([['driven', 4]]);
  expect(ways({ kind: 'rotary', ratio: q(90, '1') })).toEqual([
    ['driven', 360],
    ['motor', 4],
  ]);
});
