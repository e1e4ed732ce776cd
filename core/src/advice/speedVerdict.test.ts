import { expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { deriveFigures } from '../derivation/figures';
import type { MachineFile } from '../machine/file';
import { dunnock } from '../samples/dunnock';
import { wren } from '../samples/wren';
import { defaultDisplay } from '../units/print';
import { quantity } from '../units/quantity';
import { speedVerdict } from './speedVerdict';

const set = (path: string, value: unknown): Command => ({ name: 'set-field', args: { path, value: value as never } });
const speed = (v: number) => set('axes.x.maxSpeed', quantity(v, 'mm/s'));
const push = (a: number) => set('axes.x.acceleration', quantity(a, 'mm/s²'));
function verdict(file: MachineFile, ...commands: Command[]) {
  const design = commands.reduce((f, c) => {
    const r = applyCommand(f, c, '2026-03-03T10:00:00.000Z');
    if (!r.ok) throw new Error(r.error.map((e) => e.what).join());
    return r.value.file;
  }, file).design;
  const axis = deriveFigures(design).axes.find((a) => a.id === 'x')!;
  const { answer, sentence, why } = speedVerdict(axis);
  return { answer, says: sentence(defaultDisplay).replaceAll('\u00a0', ' '), why: why(defaultDisplay), axis };
}

it('yes, with the torque in hand, and what would limit it next', () => {
  const v = verdict(dunnock());
  expect(v.answer).toBe('yes');
  expect(v.says).toBe('Yes: 6.1 × torque in hand at 120 mm/s.');
  expect(v.why).toContain('2 × is the aim in open loop. The next limit is ');
});

it('only just below the aim, no below one; where it stalls the torque in hand is one', () => {
  // More acceleration asks for more torque: first the aim is missed, then the axis stalls.
  const seen = [600, 2000, 4000, 8000, 16_000].map((a) => verdict(dunnock(), push(a)));
  const order = ['yes', 'barely', 'no'];
  const steps = seen.map((v) => order.indexOf(v.answer));
  expect(steps).toEqual([...steps].sort());
  expect(new Set(steps)).toEqual(new Set([0, 1, 2]));
  const stalled = seen.find((v) => v.answer === 'no' && /stalls/.test(v.says))!;
  const at = Number(/stalls at ([\d.]+) mm\/s/.exec(stalled.says)![1]);
  const accelerated = push(Number(stalled.axis.axis.acceleration!.entered));
  const there = verdict(dunnock(), accelerated, speed(at));
  const torque = there.axis.drives[0]!.torque;
  expect(torque.known && torque.value.reserveAtWanted).toBeCloseTo(1, 1);
});

it('what misses its aim by a hair does not read like the aim', () => {
  const { axis } = verdict(dunnock());
  const [drive] = axis.drives;
  if (!drive?.torque.known) throw new Error('Dunnock’s X has its torque.');
  const value = { ...drive.torque.value, reserveAtWanted: 1.996, factor: 2 };
  const v = speedVerdict({ ...axis, drives: [{ ...drive, torque: { known: true, value } }] });
  expect([v.answer, v.sentence(defaultDisplay)]).toEqual([
    'barely',
    expect.stringMatching(/^Only just: 1\.99 × torque/),
  ]);
});

it('no where pulses or the screw end sooner than the torque, and it says which', () => {
  expect(verdict(wren()).says).toMatch(/^No: the pulse rate of the (driver|controller) limits X to [\d.]+ mm\/s\.$/);
  expect(verdict(dunnock(), speed(2000)).answer).toBe('no');
});

it('no answer without the torque, or without a wanted speed', () => {
  expect(verdict(dunnock(), set('axes.x.acceleration', null)).answer).toBe('unknown');
  expect(verdict(dunnock(), set('axes.x.maxSpeed', null)).answer).toBe('unknown');
});
