import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { baseValue, quantity as q } from '../units/quantity';
import type { Quantity } from '../units/quantity';
import { outOfBounds } from './bounds';
import { describeField, fieldPaths, valueAt } from './fields';

const machines = [dunnock(), wren(), plover()];
const refused = (path: string, value: Quantity) => {
  const r = applyCommand(dunnock(), { name: 'set-field', args: { path, value } }, '2026-03-03T10:00:00.000Z');
  return r.ok ? undefined : r.error[0]!;
};

describe('the size of a figure', () => {
  it.each(machines.map((f) => [f.design.name, f] as const))(
    'every figure of %s lies within its bounds',
    (_name, file) => {
      for (const path of fieldPaths(file.design)) {
        const value = valueAt(file.design, path) as Quantity | undefined;
        const field = describeField(file.design, path)!;
        if (field.kind.type === 'quantity' && value) expect(outOfBounds(field, value), path).toBeUndefined();
      }
    },
  );
  it.each([
    ['a lead of 4 000 mm', 'axes.x.transmission.pitch', q(4000, 'mm')],
    ['no travel', 'axes.x.travel', q(0, 'mm')],
    ['a travel to the wrong side', 'axes.x.travel', q(-200, 'mm')],
    ['an efficiency above one', 'axes.x.transmission.efficiency', q(120, '%')],
    ['a motor of no mass at all', 'masses.mass-1.mass', q(0, 'kg')],
    ['a thousand amperes', 'parts.driver-x-0.setup.peakCurrent', q(1000, 'A')],
    ['nothing for a torque factor', 'axes.x.torqueFactor', q(0.5, '1')],
    ['a step of half a turn', 'parts.motor-x-0.data.stepAngle', q(180, '°')],
    ['a bus of 5 kV', 'parts.motor-supply.data.outputVoltage', q(5000, 'V')],
    ['no threads to the inch', 'axes.x.transmission.pitch', q(0, 'tpi')],
  ])('%s is refused with what would be right, in the unit that was typed', (_what, path, value) => {
    const fault = refused(path, value);
    expect(fault?.where).toBe(path);
    expect(fault?.fix).toMatch(/between|finite/);
    if (value.unit !== 'tpi') expect(fault?.fix).toContain(value.unit === '1' ? 'between 1 and' : value.unit);
  });
  it('bounds are told the right way round where a unit counts backwards', () => {
    const said = outOfBounds(describeField(dunnock().design, 'axes.x.transmission.pitch')!, q(900, 'tpi'))!;
    const [least, most] = [...said.matchAll(/([\d.]+) tpi/g)].map((m) => Number(m[1]));
    expect(least!).toBeLessThan(most!);
    expect(baseValue(q(most!, 'tpi'))).toBeCloseTo(0.1, 3);
  });
  it('a field without bounds takes any finite figure', () => {
    expect(outOfBounds({ bounds: undefined }, q(-4000, 'mm'))).toBeUndefined();
  });
});
