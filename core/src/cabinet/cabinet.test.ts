import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { deriveFigures } from '../derivation/figures';
import type { Enclosure } from '../machine/enclosure';
import { withEntry } from '../machine/journal';
import { dunnock } from '../samples/dunnock';
import { supplyDemand } from '../power/states';
import { quantity } from '../units/quantity';
import { airNeededM3h, coolingOf, effectiveSurfaceM2, heatAway, PER_SURFACE, riseK } from './air';
import { heatIn, lossesOf } from './losses';
import { driveCurrent, dutyRead, fitted, minutesUntil, readingsOf, refitted, riseAfter } from './measured';
import { warmthOf } from './warmth';

const mm = (n: number) => quantity(n, 'mm');
const box = (more: Partial<Enclosure> = {}): Enclosure => ({
  name: 'Box',
  placement: 'free',
  air: 'closed',
  width: mm(600),
  height: mm(600),
  depth: mm(250),
  ...more,
});
const bare = { forcedM3h: 0, openM2: 0, apartM: 0.4 };

describe('surface and air, by hand', () => {
  it('115.4 W in 0.6 m²: 35.0 K closed; 29.7 m³/h for 12 K', () => {
    expect(riseK({ ...bare, wallsWPerK: PER_SURFACE * 0.6 }, 115.4)).toBeCloseTo(35.0, 1);
    expect(airNeededM3h(115.4, 12)).toBeCloseTo(29.7, 1);
  });
  it('effective surface: top 1.4, free sides 0.9, covered sides 0.5, covered top 0.7, floor none', () => {
    // 0.15 m² on top, 0.36 m² in front and behind, 0.15 m² at each side.
    expect(effectiveSurfaceM2(box())).toBeCloseTo(1.4 * 0.15 + 0.9 * (0.72 + 0.3), 9);
    expect(effectiveSurfaceM2(box({ placement: 'at-wall' }))).toBeCloseTo(0.21 + 0.36 * 1.4 + 0.27, 9);
    expect(effectiveSurfaceM2(box({ placement: 'covered' }))).toBeCloseTo(0.105 + 0.36 * 1.4 + 0.3 * 0.5, 9);
    expect(effectiveSurfaceM2({ ...box(), width: undefined })).toBeUndefined();
  });
  it('a mat halves what a fan moves; without a way out it moves nothing; walls help it', () => {
    const fan = { air: 'fan', flow: quantity(60, 'm³/h'), inlet: 'bottom', outlet: 'top' } as const;
    const c = coolingOf(box({ ...fan, filter: true }))!;
    expect(c.forcedM3h).toBe(30);
    // 30 m³/h carry 116.58 W at 12 K, the walls 5.5 W/(m²·K) of 1.128 m².
    expect(heatAway(c, 12)).toBeCloseTo(116.58 + 12 * 5.5 * 1.128, 1);
    expect(coolingOf(box({ ...fan, outlet: 'none' }))!.forcedM3h).toBe(0);
  });
  it('warm air rises through two grilles: the rise satisfies its own balance, and is below that of the closed box', () => {
    const c = coolingOf(box({ air: 'grilles', openArea: quantity(10_000, 'mm²') }))!;
    const k = riseK(c, 100);
    // 0.01 m², 0.42 m apart: V = 0.6/√2 · A · √(2·9.81·0.42·ΔT/303).
    const flow = (0.6 / Math.SQRT2) * 0.01 * Math.sqrt((2 * 9.81 * 0.42 * k) / 303);
    expect(5.5 * 1.128 * k + 1.16 * 1005 * flow * k).toBeCloseTo(100, 3);
    expect(k).toBeLessThan(100 / (5.5 * 1.128));
  });
});

const NOW = '2026-01-01T00:00:00.000Z';
const edited = (...commands: Command[]) =>
  commands.reduce((f, c) => {
    const r = applyCommand(f, c, NOW);
    if (!r.ok) throw new Error(r.error.map((x) => x.what).join());
    return r.value.file;
  }, dunnock());
const add: Command = { name: 'add-enclosure', args: { name: 'Cabinet' } };

describe('losses by part', () => {
  const figures = deriveFigures(edited(add).design);
  const of = (id: string, state: 'cutting' | 'standing' = 'cutting') =>
    lossesOf(figures, state).find((l) => l.part === id)?.watts ?? 0;
  it('a supply loses P·(1/η − 1), a spindle drive 4 % of the shaft power, a contactor its coil', () => {
    const gives = figures.design.parts['motor-supply']!;
    expect(gives.data.class).toBe('supply');
    expect(of('motor-supply')).toBeCloseTo(
      supplyDemand(figures, 'motor-supply')!.states.cutting.watts * (1 / 0.85 - 1),
      6,
    );
    expect(of('spindle-drive')).toBeCloseTo(0.04 * 1100, 6);
    expect(of('spindle-drive', 'standing')).toBe(0);
    expect(of('stop-contactor')).toBeGreaterThan(0.13 * 24 - 1e-9);
  });
  it('a stepper driver 2 W and 7 % of what goes on, never what its motor takes', () => {
    const each = of('driver-x-0');
    expect(each).toBeGreaterThan(2);
    expect(each).toBeLessThan(6);
  });
  it('what sits outside, and what is no electronics, warms no cabinet', () => {
    const inside = heatIn(figures, 'box-1', 'cutting');
    expect(inside.losses.some((l) => figures.design.parts[l.part]!.data.class === 'motor')).toBe(false);
    const out = deriveFigures(edited(add, { name: 'sit-part', args: { part: 'spindle-drive', in: 'outside' } }).design);
    expect(inside.watts - heatIn(out, 'box-1', 'cutting').watts).toBeCloseTo(44, 6);
  });
  it('a fan is asked for where the walls do not suffice, and for twice the air behind a mat', () => {
    const small = { width: mm(300), height: mm(300), depth: mm(150) };
    const w = (set: object) =>
      warmthOf(
        deriveFigures(edited(add, { name: 'set-enclosure', args: { enclosure: 'box-1', set } }).design),
        'box-1',
        'in-use',
      )!;
    const closed = w(small);
    // The spindle drive bears 40 °C in a room of 30 °C.
    expect(closed.mostK).toBe(10);
    expect(closed.airM3h).toBeCloseTo(airNeededM3h(closed.heat.watts, 10), 9);
    expect(w({ ...small, filter: true }).fanM3h).toBeCloseTo(2 * closed.airM3h, 6);
    expect(w({ width: mm(900), height: mm(1200), depth: mm(400) }).airM3h).toBe(0);
  });
});

describe('readings against the law of warming up', () => {
  const law = { endK: 20, tauMinutes: 40 };
  const reading = (minutes: number, off = 0) => ({
    entry: `e${minutes}`,
    at: NOW,
    minutes,
    roomC: 20,
    insideC: 20 + riseAfter(law, minutes) + off,
    mainsW: undefined,
    driveA: undefined,
  });
  const series = [10, 20, 40, 60, 90, 120].map((m) => reading(m));
  it('finds the end and the time constant again; 63 % of the end after one of them', () => {
    const f = fitted(series)!;
    expect(f.endK).toBeCloseTo(20, 2);
    expect(f.tauMinutes).toBeCloseTo(40, 1);
    expect(riseAfter(law, 40)).toBeCloseTo(20 * 0.632, 2);
    expect(f.settled).toBeCloseTo(1 - Math.exp(-3), 3);
    expect(fitted(series.slice(0, 2))).toBeUndefined();
  });
  it('half a kelvin of error here and there moves the end by little', () => {
    const noisy = [10, 20, 40, 60, 90, 120].map((m, i) => reading(m, i % 2 ? 0.5 : -0.5));
    expect(Math.abs(fitted(noisy)!.endK - 20)).toBeLessThan(1);
  });
  it('the surface follows from the heat, scaled by the mains power that was read', () => {
    const f = refitted(series, 110, 500)!;
    expect(f.surfaceM2).toBeCloseTo(110 / (20 * 5.5), 2);
    const read = refitted(
      series.map((r) => ({ ...r, mainsW: 250 })),
      110,
      500,
    )!;
    expect(read.surfaceM2).toBeCloseTo(f.surfaceM2 / 2, 4);
  });
  it('what was measured takes the place of sizes and openings, until the box is changed', () => {
    const set = (...sets: Partial<Enclosure>[]) =>
      edited(add, ...sets.map((s): Command => ({ name: 'set-enclosure', args: { enclosure: 'box-1', set: s } })));
    const measured = { measuredSurface: quantity(0.6, 'm²', 'measured') };
    const warm = warmthOf(deriveFigures(set({ width: mm(300) }, measured).design), 'box-1', 'in-use')!;
    expect(warm.riseK).toBeCloseTo(warm.heat.watts / (5.5 * 0.6), 6);
    expect(set(measured, { name: 'Other' }).design.enclosures!['box-1']).toHaveProperty('measuredSurface');
    expect(set(measured, { air: 'fan' }).design.enclosures!['box-1']).not.toHaveProperty('measuredSurface');
  });
  it('in summer: a limit of 45 °C in a room of 30 °C is met after τ·ln 4; one of 50 °C never', () => {
    expect(minutesUntil(law, 30, 45)).toBeCloseTo(40 * Math.log(4), 9);
    expect(minutesUntil(law, 30, 50)).toBeUndefined();
    expect(minutesUntil(law, 46, 45)).toBe(0);
  });
  it('a reading that was withdrawn does not count, and one that starts again begins a new series', () => {
    let file = dunnock();
    const c = (n: number) => quantity(n, '°C', 'measured');
    for (const minutes of [10, 30, 60, 5, 20])
      file = withEntry(
        file,
        {
          kind: 'warmth',
          enclosure: 'box-1',
          minutes,
          room: c(20),
          inside: c(20 + minutes / 10),
          current: quantity(minutes / 10, 'A'),
        },
        NOW,
      );
    expect(readingsOf(file.journal, 'box-1').map((r) => r.minutes)).toEqual([5, 20]);
    // 0.5 and 2 A.
    expect(driveCurrent(deriveFigures(file.design), readingsOf(file.journal, 'box-1'))!.readA).toBeCloseTo(1.25, 9);
    const wrong = readingsOf(file.journal, 'box-1')[0]!.entry;
    file = withEntry(file, { kind: 'withdrawn-reading', withdraws: wrong }, NOW);
    expect(readingsOf(file.journal, 'box-1').map((r) => r.minutes)).toEqual([20]);
  });
});

it('mains power over a job tells how much a machine works: 180 W between 100 W at rest and 220 W at 60 % are 40 %', () => {
  const duty = { motion: 0.6, spindle: 0.3 };
  const read = dutyRead(duty, 180, 100, 220)!;
  expect(read.motion).toBeCloseTo(0.4, 9);
  expect(read.spindle).toBeCloseTo(0.2, 9);
  expect(dutyRead(duty, 400, 100, 220)!.motion).toBe(1);
  expect(dutyRead(duty, 90, 100, 220)).toBeUndefined();
  expect(dutyRead(duty, 180, 100, 104)).toBeUndefined();
});
