import { describe, expect, it } from 'vitest';
import { currentAsSwitched, stepsAsSwitched } from '../../drivetrain/driverSetup';
import { baseValue } from '../../units/quantity';
import { PartData, type DataOf } from '../parts';
import { housedKeys } from './housings';
import { libraryEntry, libraryOf } from './index';
import { usual } from './usual';

const motors = libraryOf('motor').map((e) => [e.key, e.data as DataOf<'motor'>] as const);
const drivers = libraryOf('stepper-driver', 'servo-drive').map(
  (e) => [e.key, e.data as DataOf<'stepper-driver'>] as const,
);

it('holds enough of each kind to choose from', () => {
  expect(motors.length).toBeGreaterThanOrEqual(12);
  expect(new Set(motors.map(([, m]) => m.leads))).toEqual(new Set([3, 4, 6, 8]));
  expect(new Set(motors.map(([, m]) => m.type))).toEqual(new Set(['stepper', 'closed-loop-stepper', 'servo']));
  expect(drivers.length).toBeGreaterThanOrEqual(10);
  expect(libraryOf('supply').length).toBeGreaterThanOrEqual(8);
  const kinds = libraryOf('controller').map((e) => (e.data as DataOf<'controller'>).architecture);
  expect(new Set(kinds).size).toBe(6);
});

describe('figures are those of parts that could exist', () => {
  it.each(motors.filter(([, m]) => m.type !== 'servo'))('%s', (_key, m) => {
    const [r, l, i, t, j] = [m.resistance, m.inductance, m.ratedCurrent, m.holdingTorque, m.rotorInertia].map((x) =>
      baseValue(x!),
    );
    // Electrical time constant, copper loss and acceleration of the bare rotor lie where real frames lie.
    expect(l! / r!).toBeGreaterThan(0.6);
    expect(l! / r!).toBeLessThan(12);
    expect(2 * i! ** 2 * r!).toBeLessThan(60);
    expect(2 * i! ** 2 * r!).toBeGreaterThan(4);
    expect(t! / j!).toBeGreaterThan(15_000);
    expect(t! / j!).toBeLessThan(110_000);
  });
  it.each(drivers)('%s: its limits are in order, and its switch table holds every setting once', (key, d) => {
    const mains = d as { mainsMin?: typeof d.supplyMin; mainsMax?: typeof d.supplyMin };
    expect(baseValue((mains.mainsMin ?? d.supplyMin)!)).toBeLessThan(baseValue((mains.mainsMax ?? d.supplyMax)!));
    expect([...d.stepsPerRevolutionChoices].sort((a, b) => a - b)).toEqual(d.stepsPerRevolutionChoices);
    const table = d.switches;
    if (!table) return;
    const marks = (lines: readonly { on: readonly number[] }[]) => lines.map((x) => x.on.join());
    expect(new Set(marks(table.steps)).size, key).toBe(table.steps.length);
    expect(new Set(marks(table.currents)).size, key).toBe(table.currents.length);
    for (const s of table.steps) {
      expect(d.stepsPerRevolutionChoices).toContain(s.stepsPerRevolution);
      expect(stepsAsSwitched(table, s.stepsPerRevolution)).toBe(s.on);
    }
    // A plug-in driver has jumpers for its steps alone. The current switches never reach above what the driver gives.
    if (!table.currents.length) return expect(d.mounting).toBe('socket');
    const most = currentAsSwitched(table, 1000, d.currentShown)!;
    expect(most.peakA).toBeLessThanOrEqual(baseValue(d.currentMax!) * 1.01);
  });
});

it('a table of RMS figures means √2 as much at the peak; below the smallest setting the smallest is named', () => {
  const d = libraryEntry('driver-heron-30')!.data as DataOf<'stepper-driver'>;
  const line = currentAsSwitched(d.switches!, 2, 'rms')!;
  expect([line.printedA, Number(line.peakA.toFixed(3))]).toEqual([1.4, 1.98]);
  expect(currentAsSwitched(d.switches!, 2, 'peak')!.printedA).toBe(2);
  expect(currentAsSwitched(d.switches!, 0.1, 'rms')!.printedA).toBe(0.5);
});

it('what the program takes by itself is in the library', () => {
  for (const key of Object.values(usual).flat()) expect(libraryEntry(key), key).toBeDefined();
});

it('what is mounted has an outline, and holes that lie within it or a rail that holds it', () => {
  for (const key of housedKeys) expect(PartData.safeParse(libraryEntry(key)?.data).success, key).toBe(true);
  const mounted = libraryOf('controller', 'input-board', 'stepper-driver', 'servo-drive', 'supply', 'spindle-drive');
  for (const { key, data } of [...mounted, ...libraryOf('filter', 'contactor', 'relay', 'encoder-divider')]) {
    if ('mounting' in data && data.mounting === 'socket') continue;
    const d = data as DataOf<'supply'>;
    const [w, h, depth] = [d.width, d.height, d.depth].map((q) => baseValue(q!));
    expect(Math.min(w!, h!, depth!), key).toBeGreaterThan(10);
    if (!d.holeDiameter) continue;
    const [across, along, hole] = [d.holesAcross, d.holesAlong, d.holeDiameter].map((q) => (q ? baseValue(q) : 0));
    expect(across! + hole! < w! && along! + hole! < h! && across! + along! > 0, key).toBe(true);
  }
});
