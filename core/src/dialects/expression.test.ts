import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readExpression } from './expression';

const value = (text: string, figures: Record<string, number> = {}): number | string => {
  const read = readExpression(text);
  if (!read.ok) return read.error;
  const v = read.value.value(figures);
  return v.ok ? v.value : v.error;
};

describe('expressions of a name sheet', () => {
  it.each([
    ['2 + 3 * 4', 14],
    ['(top - bottom) + backOff', 305],
    ['-speed * 60', -3000],
    ['inverted ? 2 : 1', 2],
    ['(inverted << 0) | (inverted << 2)', 5],
    ['~0 & 7', 7],
    ['round(backOff / 3, 0.01)', 1.67],
    ['max(min(speed, 40), 10)', 40],
    ['speed > 40 && !(backOff == 5)', 0],
    ['abs(-2) % 2 == 0', 1],
    ['2 * pi', 2 * Math.PI],
  ])('%s', (text, wanted) => {
    expect(value(text, { top: 290, bottom: -10, backOff: 5, speed: 50, inverted: 1 })).toBeCloseTo(wanted, 12);
  });
  it.each([
    ['1 / (a - a)', 'divides by zero'],
    ['5 % 0', 'divides by zero'],
    ['round(1, 0)', 'divides by zero'],
    ['sqrt(0 - 1)', 'gives no figure'],
    ['b + 1', 'b is not known here'],
    ['1 << 40', 'bits are taken of whole numbers'],
    ['1.5 | 1', 'bits are taken of whole numbers'],
    ['a.constructor', 'cannot be read'],
    ['constructor(1)', 'the function constructor is not known'],
    ['toString', 'toString is not known here'],
    ['this', 'cannot be read'],
    ['"text"', 'cannot be read'],
    ['a = 3', 'cannot be read'],
    ['1 2', 'two values stand side by side'],
    ['', 'it is empty'],
    ['(1 + 2', 'cannot be read'],
    ['min()', 'min needs a figure'],
    [`${'('.repeat(60)}1${')'.repeat(60)}${'+1'.repeat(45)}`, 'nests too deep'],
    ['1+'.repeat(400) + '1', 'at most 500 characters'],
  ])('%s is refused in words', (text, words) => {
    expect(value(text, { a: 1 })).toContain(words);
  });
  it('whatever is typed gives a figure or a sentence, and nothing else', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 80 }), (text) => {
        const v = value(text, { a: 2 });
        expect(typeof v === 'string' || Number.isFinite(v)).toBe(true);
      }),
    );
  });
  it('names what it asks for, and shows itself with the numbers', () => {
    const read = readExpression('max - min + max');
    if (!read.ok) throw new Error(read.error);
    expect(read.value.names).toEqual(['max', 'min']);
    expect(read.value.withWords({ max: '290 mm', min: '(-10 mm)' })).toBe('290 mm - (-10 mm) + 290 mm');
  });
});
