import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { defaultDisplay } from './print';
import { roundBase, showRounded } from './round';

const inch = { system: 'inch', per: 'min', wire: 'AWG' } as const;

describe('a figure that a person acts on', () => {
  it.each([
    // 34.64102 mm/s as a speed to set: never above what was worked out
    [34.64102, 'speed', 'down', '34.64\u00a0mm/s', '81.82\u00a0in/min'],
    [333.3333, 'speed', 'down', '333.3\u00a0mm/s', '787.4\u00a0in/min'],
    [12.00049, 'length', 'up', '12.001\u00a0mm', '0.4725\u00a0in'],
    [-127, 'length', 'down', '−127\u00a0mm', '−5\u00a0in'],
    [4.2, 'current', 'down', '4.2\u00a0A', '4.2\u00a0A'],
    [76.190476, 'scale', 'nearest', '76.19048\u00a0steps/mm', '1935.238\u00a0steps/in'],
  ] as const)('%s as a %s, rounded %s', (value, dimension, rounding, metric, inches) => {
    expect(showRounded(value, dimension, defaultDisplay, rounding)).toBe(metric);
    expect(showRounded(value, dimension, inch, rounding)).toBe(inches);
  });
  it('has at most four digits, lies on the safe side, and rounding it again changes nothing', () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-4, max: 1e6, noNaN: true }), fc.constantFrom('down', 'up'), (v, side) => {
        const r = roundBase(v, 'speed', side);
        const slack = v * 1e-7;
        expect(side === 'down' ? r <= v + slack : r >= v - slack).toBe(true);
        expect(Math.abs(r - v)).toBeLessThanOrEqual(v * 1.001e-3);
        expect(Number(r.toPrecision(4))).toBe(r);
        expect(roundBase(r, 'speed', side)).toBe(r);
      }),
    );
  });
});
