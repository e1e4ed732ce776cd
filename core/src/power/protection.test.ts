import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { dunnock } from '../samples/dunnock';
import { fieldfare } from '../samples/fieldfare';
import { quantity } from '../units/quantity';
import { closingsThrough, inrushOf, startSequence } from './inrush';
import { leakageOf } from './leakage';

const NOW = '2026-01-01T00:00:00.000Z';
const edited = (file: ReturnType<typeof dunnock>, ...commands: Command[]) =>
  commands.reduce((f, c) => {
    const r = applyCommand(f, c, NOW);
    if (!r.ok) throw new Error(r.error.map((x) => x.what).join());
    return r.value.file;
  }, file);
const amps = (path: string, n: number): Command => ({
  name: 'set-field',
  args: { path, value: quantity(n, 'A') },
});

describe('inrush against the curve, by hand', () => {
  const by = (motor: number) =>
    edited(
      dunnock(),
      amps('parts.motor-supply.data.inrush', motor),
      amps('parts.field-supply.data.inrush', 25),
      amps('parts.logic-supply.data.inrush', 10),
      amps('parts.spindle-drive.data.inrush', 20),
    ).design;
  // Curve C of 16 A: 5 × 16 = 80 A hold, from 10 × 16 = 160 A on it opens.
  it.each([
    [25, 80, 'holds'],
    [26, 81, 'may-trip'],
    [105, 160, 'may-trip'],
    [106, 161, 'trips'],
  ] as const)('%i A of one supply make %i A together: %s', (motor, sum, verdict) => {
    const f = inrushOf(by(motor), 'mains-breaker')!;
    expect(f).toMatchObject({ curve: 'C', holdsA: 80, tripsA: 160, verdict });
    expect(f.closing.amps).toBeCloseTo(sum, 9);
    expect(f.closing.at).toBe('main-switch');
  });
  it('in turn: each step is filled up to what the breaker holds, and what is too much alone is told', () => {
    const steps = startSequence(inrushOf(by(70), 'mains-breaker')!);
    expect(steps.map((s) => [s.amps, s.tooMuch])).toEqual([
      [80, false],
      [45, false],
    ]);
    expect(startSequence(inrushOf(by(120), 'mains-breaker')!)[0]).toMatchObject({ amps: 120, tooMuch: true });
  });
});

it('what a contactor switches on later does not come on with the rest', () => {
  const { design } = fieldfare();
  const closings = closingsThrough(design, 'mains-breaker');
  const at = (id: string) => closings.find((c) => c.loads.some((l) => l.part === id))!.at;
  expect(at('driver-x-0')).toBe('stop-contactor');
  expect(at('field-supply')).toBe('main-switch');
  expect(closings.reduce((n, c) => n + c.loads.length, 0)).toBe(
    new Set(closings.flatMap((c) => c.loads.map((l) => l.part))).size,
  );
});

it('two filters of 0.5 mA, one of 3.5 mA and two drives of 1 mA leak 6.5 mA: sound for 30 mA, not for 10 mA', () => {
  const ma = (path: string, n: number): Command => ({
    name: 'set-field',
    args: { path, value: quantity(n, 'mA') },
  });
  const filtered = (part: string): Command => ({
    name: 'insert-device',
    args: { library: 'filter-sieve-16', aheadOf: [{ part, port: 'mains' }] },
  });
  const file = edited(
    dunnock(),
    { name: 'set-conductors', args: { ids: Object.keys(dunnock().design.conductors), set: { state: 'planned' } } },
    { name: 'insert-device', args: { library: 'rcd-turnstile-25', aheadOf: [{ part: 'mains-filter', port: 'in' }] } },
    filtered('field-supply'),
    filtered('motor-supply'),
    ma('parts.mains-filter.data.leakage', 3.5),
    ...['motor-supply', 'field-supply', 'logic-supply'].map((id) => ma(`parts.${id}.data.leakage`, 0)),
    ma('parts.motor-supply.data.leakage', 1),
    ma('parts.spindle-drive.data.leakage', 1),
  );
  const device = Object.keys(file.design.parts).find((id) => leakageOf(file.design, id))!;
  const f = leakageOf(file.design, device)!;
  expect(f.amps).toBeCloseTo(0.0065, 9);
  expect(f.share).toBeCloseTo(6.5 / 30, 6);
  const ten = edited(file, ma(`parts.${device}.data.residualCurrent`, 10));
  expect(leakageOf(ten.design, device)!.share).toBeCloseTo(0.65, 6);
});
