import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseQuantity } from './parse';
import { defaultDisplay, printQuantity, showQuantity, showValue } from './print';
import { baseValue, enteredNumber, quantity } from './quantity';
import { fromBase, toBase, unitNames } from './units';

const read = (text: string) => parseQuantity(text, ['length'], 'mm', 'axes.x.travel');
const mm = (text: string) => {
  const r = read(text);
  if (!r.ok) throw new Error(r.error.what);
  return baseValue(r.value);
};

describe('what a person types', () => {
  it.each([
    ['12.5', 12.5],
    ['12,5 mm', 12.5],
    ['1 1/2 in', 38.1],
    ['3/8"', 9.525],
    ['-1 1/4 in', -31.75],
    ['−3', -3],
    ['10 tpi', 2.54],
    ['2.5 CM', 25],
    ['.5', 0.5],
    ['1e2', 100],
  ])('%s is %d mm', (text, expected) => expect(mm(text)).toBeCloseTo(expected, 10));

  it.each([
    ['1,234.5', 'two separators'],
    ['twelve', 'not a number'],
    ['12 bananas', 'not a unit'],
    ['12 kg', 'does not measure'],
    ['1/0 in', 'over zero'],
    ['0 tpi', 'Zero threads'],
    ['', 'not a number'],
  ])('%s is refused with a reason and a way out', (text, reason) => {
    const r = read(text);
    expect(r.ok).toBe(false);
    if (!r.ok) {
      expect(r.error.what).toContain(reason);
      expect(r.error.where).toBe('axes.x.travel');
      expect(r.error.fix).not.toBe('');
    }
  });

  it('what is printed as entered reads back as the same quantity', () => {
    fc.assert(
      fc.property(fc.double({ min: -1e4, max: 1e4, noNaN: true, noDefaultInfinity: true }), (n) => {
        const q = quantity(Number(n.toFixed(4)) + 0, 'mm');
        const shown = printQuantity(q, defaultDisplay);
        const again = parseQuantity(`${shown.figure} ${shown.unit}`, ['length'], 'in', 'here');
        expect(again).toEqual({ ok: true, value: { ...q, entered: q.entered === 0 ? expect.closeTo(0) : q.entered } });
      }),
    );
  });
});

describe('units', () => {
  it('every unit converts there and back', () => {
    for (const unit of unitNames) expect(toBase(fromBase(3.7, unit), unit)).toBeCloseTo(3.7, 9);
  });
  it('wire gauges have the areas of the textbook', () => {
    expect(toBase(16, 'AWG').toFixed(4)).toBe('1.3087');
    expect(toBase(22, 'AWG').toFixed(4)).toBe('0.3255');
  });
  it('switching the display converts for the eye only', () => {
    const q = { entered: '1 1/2', unit: 'in', source: 'entered' } as const;
    expect(enteredNumber(q)).toBe(1.5);
    expect(showQuantity(q, defaultDisplay)).toBe('38.1\u00a0mm');
    expect(showQuantity(q, { ...defaultDisplay, system: 'inch' })).toBe('1 1/2\u00a0in');
    // Converted for the eye: 0.001 mm, 0.0001 in, and what is smaller by its leading digits. 3 mm / 25.4 = 0.118110….
    const inch = { ...defaultDisplay, system: 'inch' } as const;
    const shown = (n: number, unit: 'mm' | 'in', display: typeof defaultDisplay) =>
      printQuantity(quantity(n, unit), display).figure;
    expect([shown(3, 'mm', inch), shown(0.02, 'mm', inch), shown(640, 'mm', inch)]).toEqual([
      '0.1181',
      '0.0007874',
      '25.1969',
    ]);
    expect([shown(25.125, 'in', defaultDisplay), shown(0.0001, 'in', defaultDisplay)]).toEqual(['638.175', '0.00254']);
    expect(showValue(25.4, 'speed', { system: 'inch', per: 'min', wire: 'AWG' })).toBe('60\u00a0in/min');
  });
});
