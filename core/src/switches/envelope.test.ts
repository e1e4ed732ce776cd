import { describe, expect, it } from 'vitest';
import { newDesign } from '../machine/create';
import type { Axis, AxisEnd } from '../machine/mechanics';
import { known } from '../units/derived';
import { quantity } from '../units/quantity';
import type { AxisSwitch } from './envelope';
import { rulerOf } from './envelope';

const mm = (n: number) => quantity(n, 'mm');
const axis = (end: AxisEnd, positionAtDatum?: number): Axis => ({
  ...newDesign('router-moving-gantry', 'bench').axes.x!,
  travel: mm(600),
  envelopeMargin: mm(3),
  reference: {
    method: 'switch',
    end,
    backOff: mm(4),
    ...(positionAtDatum === undefined ? {} : { positionAtDatum: mm(positionAtDatum) }),
  },
});
const at = (end: AxisEnd, fromStop: number, isReference: boolean): AxisSwitch => ({
  device: `s-${end}`,
  end,
  fromStop: known(fromStop),
  bears: undefined,
  isReference,
  isLimit: true,
  drive: undefined,
});

describe('envelope: every corner and both datum strategies', () => {
  // travel 600, reference trip 10 before its stop, back-off 4, far switch 12 before its stop, margin 3
  it.each([
    ['minus', 'at-switch', 4, 575, -10, 590],
    ['minus', 'after-back-off', 0, 571, -14, 586],
    ['plus', 'at-switch', -575, -4, -590, 10],
    ['plus', 'after-back-off', -571, 0, -586, 14],
  ] as const)('corner at %s, datum %s', (end, strategy, min, max, hardMinus, hardPlus) => {
    const far = end === 'minus' ? 'plus' : 'minus';
    const ruler = rulerOf('x', axis(end), strategy, [at(end, 10, true), at(far, 12, false)]);
    if (!ruler.known) throw new Error(ruler.missing.join());
    expect(ruler.value.envelope).toEqual({ min, max });
    expect(ruler.value).toMatchObject({ hardMinus, hardPlus, usable: 571, datum: 0 });
    expect(ruler.value.restAfterReference).toBe(end === 'minus' ? min : max);
  });

  it('a position given to the datum shifts everything and changes no length', () => {
    const shifted = rulerOf('x', axis('plus', 571), 'after-back-off', [at('plus', 10, true), at('minus', 12, false)]);
    expect(shifted.known && shifted.value.envelope).toEqual({ min: 0, max: 571 });
  });

  it('without a far switch the hard stop and the margin end the envelope', () => {
    const ruler = rulerOf('x', axis('minus'), 'after-back-off', [at('minus', 10, true)]);
    expect(ruler.known && ruler.value.envelope).toEqual({ min: 0, max: 583 });
  });

  it('names what is missing', () => {
    const { travel: _travel, ...bare } = axis('minus');
    expect(rulerOf('x', bare, 'at-switch', [])).toEqual({ known: false, missing: ['axes.x.travel', 'circuits'] });
  });
});
