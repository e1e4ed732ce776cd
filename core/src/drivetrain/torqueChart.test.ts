import { expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { band } from '../units/uncertain';
import { torqueAt } from './motorCurve';
import { torqueChart, torqueOnBus } from './torqueChart';

const driveOf = (file: ReturnType<typeof dunnock>, axis: string) => {
  const d = deriveFigures(file.design).axes.find((a) => a.id === axis)!.drives[0]!;
  if (!d.torque.known || !d.scale.known) throw new Error('not known');
  return { t: d.torque.value, perRev: d.scale.value.travelPerRev };
};

it.each([
  ['a stepper', dunnock(), 'x'],
  ['a servo', plover(), 'z'],
])('%s: the band holds the curve, and narrows to it where every figure is certain', (_n, file, axis) => {
  const { t, perRev } = driveOf(file, axis);
  const chart = torqueChart(t, perRev, t.speed * 1.2);
  chart.speeds.forEach((v, i) => {
    expect(chart.available.nominal[i]).toBeCloseTo(torqueAt(t.motor.curve, (v / perRev) * 60), 12);
    expect(chart.available.low[i]!).toBeLessThanOrEqual(chart.available.nominal[i]!);
    expect(chart.available.high[i]!).toBeGreaterThanOrEqual(chart.available.nominal[i]!);
  });
  const sure = Object.fromEntries(Object.entries(t.motor.inputs).map(([k, u]) => [k, { ...u, spread: 0 }]));
  const narrow = torqueChart({ ...t, motor: { ...t.motor, inputs: sure as typeof t.motor.inputs } }, perRev, t.speed);
  expect(narrow.available.low).toEqual(narrow.available.nominal);
  // Where usable meets needed, there the torque limit stands.
  const edge = torqueChart(t, perRev, t.speed, 1);
  expect(edge.usable[1]! / edge.required.nominal).toBeCloseTo(1, 3);
});
it('another bus lifts the curve at speed and leaves it alone at rest', () => {
  const { t, perRev } = driveOf(dunnock(), 'x');
  const [rest, fast] = torqueOnBus(t, perRev, [0, t.speed], 48, 36);
  expect(rest).toBeCloseTo(torqueAt(t.motor.curve, 0), 9);
  expect(fast!).toBeGreaterThan(torqueAt(t.motor.curve, (t.speed / perRev) * 60) * 1.2);
});
it('independent uncertainties add as squares, whichever way they pull', () => {
  const b = band({ a: { value: 3, spread: 0.1 }, b: { value: 4, spread: 0.1 } }, (v) => v.a + v.b);
  expect(b.high - b.nominal).toBeCloseTo(0.5, 12);
  expect(b.nominal - b.low).toBeCloseTo(0.5, 12);
});
