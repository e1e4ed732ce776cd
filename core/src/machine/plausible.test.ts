import { describe, expect, it } from 'vitest';
import { sampleMachines } from '../samples';
import { quantity } from '../units/quantity';
import type { Unit } from '../units/units';
import { library } from './library';
import { partFrom } from './library/entry';
import { newDesign } from './create';
import { pathsToAsk, unitDoubt } from './plausible';

const { design } = sampleMachines[0]!.make();

describe('a figure that would be usual in another unit', () => {
  it.each<[string, number, Unit, string | undefined]>([
    // 0.28 kg·cm² is a motor of 57 mm; 0.28 g·cm² is a wristwatch.
    ['parts.motor-x-0.data.rotorInertia', 0.28, 'g·cm²', '0.28 kg·cm²'],
    ['parts.motor-x-0.data.rotorInertia', 280, 'g·cm²', undefined],
    ['parts.motor-x-0.data.holdingTorque', 230, 'N·m', '230 N·cm'],
    ['parts.motor-x-0.data.inductance', 2900, 'mH', '2900 µH'],
    ['axes.x.maxSpeed', 7200, 'mm/s', '7200 mm/min'],
    ['axes.x.maxSpeed', 120, 'mm/s', undefined],
    ['masses.mass-1.mass', 3400, 'kg', '3400 g'],
    ['parts.motor-supply.data.outputCapacitance', 4700, 'nF', '4700 µF'],
    // A power of two meters of travel is odd in every unit: nothing to propose.
    ['axes.x.travel', 1e9, 'mm', undefined],
  ])('%s of %s %s: %s', (path, n, unit, meant) => {
    const doubt = unitDoubt(design, path, quantity(n, unit));
    expect(doubt && `${doubt.meant.entered} ${doubt.meant.unit}`).toBe(meant);
  });
  it('nothing in the samples or in the library is asked about', () => {
    const listed = newDesign('lathe', 'All parts');
    library.forEach((e, i) => (listed.parts[`p${i}`] = partFrom(e, '-X1')));
    for (const d of [listed, ...sampleMachines.map((s) => s.make().design)])
      expect([...pathsToAsk(d)].filter(([path, q]) => unitDoubt(d, path, q)).map(([path]) => path)).toEqual([]);
  });
});
