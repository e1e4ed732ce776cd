import { expect, it } from 'vitest';
import { quantity } from '../../units/quantity';
import { libraryOf } from './index';
import { builtLike, hasFigures, ownKey, withFiguresOf } from './own';
import { blockingFields, sheetFieldsOf, sheetValue } from './sheet';

const ofType = (type: string) => libraryOf('motor').find((e) => e.data.class === 'motor' && e.data.type === type)!;

it('is built like another: its terminals, none of its figures; what then is missing is named', () => {
  for (const like of [ofType('stepper'), ofType('servo'), libraryOf('stepper-driver')[0]!, libraryOf('supply')[0]!]) {
    const mine = builtLike(like, 'own-x', 'X');
    expect(mine.terminals).toEqual(like.terminals);
    expect(hasFigures(mine)).toBe(false);
    expect(mine.data).not.toHaveProperty('switches');
    expect(blockingFields(mine.data).length).toBeGreaterThan(1);
  }
});

it('a stepper’s sheet asks no figure of a servo, and a servo’s none of a stepper; what is filled in stays in sight', () => {
  const keys = (data: Parameters<typeof sheetFieldsOf>[0]) => sheetFieldsOf(data).map((f) => f.key);
  const stepper = builtLike(ofType('stepper'), 'own-s', 'S').data;
  expect(keys(stepper)).toContain('holdingTorque');
  expect(keys(stepper)).not.toContain('peakTorque');
  expect(keys({ ...stepper, peakTorque: quantity(2, 'N·m') } as typeof stepper)).toContain('peakTorque');
  expect(keys(builtLike(ofType('servo'), 'own-v', 'V').data)).not.toContain('stepAngle');
  expect(keys(stepper)).not.toContain('brakeVoltage');
  expect(keys({ ...stepper, brake: true } as typeof stepper)).toContain('brakeVoltage');
});

it('what a board, a fused strip and a plug are rated for is asked, and none of it is taken from what they are built like', () => {
  for (const [like, key] of [
    [libraryOf('input-board')[0]!, 'inputPoll'],
    [libraryOf('terminal-strip').find((e) => sheetValue(e.data, 'ratedCurrent'))!, 'ratedCurrent'],
    [libraryOf('connector')[0]!, 'ratedVoltage'],
  ] as const) {
    expect(sheetFieldsOf(like.data).map((f) => f.key)).toContain(key);
    expect(sheetValue(builtLike(like, 'own-x', 'X').data, key)).toBeUndefined();
  }
});

it('takes the figures of a part of its class, and of no other', () => {
  const like = ofType('stepper');
  const mine = builtLike(like, 'own-x', 'X');
  expect(withFiguresOf(mine, like).data).toMatchObject({ holdingTorque: sheetValue(like.data, 'holdingTorque') });
  expect(withFiguresOf(mine, libraryOf('supply')[0]!)).toBe(mine);
});

it('its key is its own, whatever its name is written in', () => {
  const taken = new Set(['own-motor', 'own-motor-2', 'own-part']);
  expect(ownKey('Motor', (k) => taken.has(k))).toBe('own-motor-3');
  expect(ownKey('モーター', (k) => taken.has(k))).toBe('own-part-2');
});
