import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import type { Finding } from '../findings/finding';
import { findingsOf } from '../findings/findings';
import { seenMove } from '../machine/directions';
import type { MachineFile } from '../machine/file';
import type { MachineName } from './planted';
import { edited, healthy, planted } from './planted';

const find = (file: MachineFile): Finding[] => findingsOf(deriveFigures(file.design));
const names = Object.keys(healthy) as MachineName[];
const machines = Object.fromEntries(names.map((n) => [n, healthy[n]()])) as Record<MachineName, MachineFile>;

/** Above a note, what these machines truly have against them. */
const known: Partial<Record<MachineName, string[]>> = {
  // Four starts of 2 mm at 45 %: the thread holds dry, and 2 − 1/0.45 < 0 says that it does not run back by itself.
  stonechat: ['head-may-fall:z'],
  // 45 kg at 200 mm/s against 40 N of friction: half a metre per second squared, some 80 mm, with 60 mm behind the limit.
  // At full shaft power the drive alone takes 1500 W / (0.78 · 0.95 · 0.65) / 230 V = 13.5 A, the supplies 1.9 A more: 15.5 of 16 A,
  // which is a note.
  dotterel: ['coasts-too-far:x', 'coasts-too-far:y'],
  // The brakes are on outputs of the control: while it hangs, they stay released.
  redstart: ['head-drops-on-stop:w'],
};
it.each(names)('%s: nothing is said against it that is not so', (name) => {
  const said = find(machines[name]).filter((f) => f.severity !== 'note');
  expect(said.map((f) => f.id).sort()).toEqual(known[name] ?? []);
});

/** ISO 841: plus is the motion of the tool over the work. What carries the work is seen to go the other way. */
const plus: Record<MachineName, Record<string, string>> = {
  stonechat: {
    x: 'the carriage moves to the right',
    y: 'the table moves towards you',
    z: 'the head moves up',
  },
  lapwing: { x: 'the carriage moves to the right', y: 'the gantry moves away from you', z: 'the head moves up' },
  dotterel: { x: 'the carriage moves to the right', y: 'the gantry moves away from you', z: 'the head moves up' },
  nuthatch: { x: 'the table moves to the left', y: 'the table moves towards you', z: 'the head moves up' },
  redstart: {
    x: 'the table moves to the left',
    y: 'the table moves towards you',
    z: 'the quill moves up',
    w: 'the knee moves down',
  },
  whinchat: { x: 'the cross slide moves towards you', z: 'the carriage moves to the right' },
};
/**
 * Pulses a millimetre, by hand: pulses a turn over the way of a turn. Four starts of 2 mm; 20 teeth of 3 mm; a pinion of
 * π·1.5·20 mm behind 5:1; a screw of 5 mm behind 2:1 under the knee.
 */
const scale: Record<MachineName, Record<string, number>> = {
  stonechat: { x: 1600 / 8, y: 1600 / 8, z: 1600 / 8 },
  lapwing: { x: 3200 / 60, y: 3200 / 60, z: 3200 / 5 },
  dotterel: { x: (1600 * 5) / (Math.PI * 30), y: (1600 * 5) / (Math.PI * 30), z: 1600 / 5 },
  nuthatch: { x: 400, y: 400, z: 400 },
  redstart: { x: 400, y: 400, z: 400, w: (2000 * 2) / 5 },
  whinchat: { x: 2000 / 4, z: 400 },
};
/** Where each axis looks for its datum, as it is seen. */
const datum: Record<MachineName, Record<string, 'minus' | 'plus'>> = {
  stonechat: { x: 'minus', y: 'minus', z: 'plus' },
  lapwing: { x: 'minus', y: 'minus', z: 'plus' },
  dotterel: { x: 'minus', y: 'minus', z: 'plus' },
  nuthatch: { x: 'plus', y: 'plus', z: 'plus' },
  redstart: { x: 'plus', y: 'plus', z: 'plus', w: 'plus' },
  whinchat: { x: 'plus', z: 'plus' },
};
describe.each(names)('%s', (name) => {
  const { design } = machines[name];
  const { settings } = deriveFigures(design);
  const value = (key: string) => {
    const s = settings.find((x) => x.key === key);
    return s?.value.known ? s.value.value : undefined;
  };
  it.each(design.axisOrder)('axis %s: seen direction, pulses a millimetre, speed, the end of its datum', (id) => {
    const axis = design.axes[id]!;
    expect(seenMove(design, axis, 'plus').text).toBe(plus[name][id]);
    // What is entered into a control is rounded to the fourth digit after the point at most.
    expect(value(`axis/${id}/scale`)).toBeCloseTo(scale[name][id]!, 3);
    expect(value(`axis/${id}/max-speed`)).toBe(axis.maxSpeed!.entered);
    expect(value(`axis/${id}/reference-towards`)).toBe(datum[name][id]);
    // No machine is driven at its switch faster than it stops behind it.
    expect(value(`axis/${id}/reference-fast`)).toBeLessThanOrEqual(60);
  });
});

describe('a planted mistake is found', () => {
  it.each(planted)('%s: %s', (name, _, commands, id) => {
    expect(find(machines[name]).map((f) => f.id)).not.toContain(id);
    expect(find(edited(machines[name], commands)).map((f) => f.id)).toContain(id);
  });
  it('at least five on each machine', () => {
    for (const n of names) expect(planted.filter(([m]) => m === n).length).toBeGreaterThanOrEqual(5);
  });
});
