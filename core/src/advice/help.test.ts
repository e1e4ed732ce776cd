import { expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import type { MachineFile } from '../machine/file';
import { dunnock } from '../samples/dunnock';
import { wren } from '../samples/wren';
import { defaultDisplay } from '../units/print';
import { quantity } from '../units/quantity';
import type { Tried } from './help';
import { whatWouldHelp } from './help';

const edited = (file: MachineFile, ...commands: Command[]) =>
  commands.reduce((f, c) => {
    const r = applyCommand(f, c, '2026-03-03T10:00:00.000Z');
    if (!r.ok) throw new Error(r.error.map((e) => e.what).join());
    return r.value.file;
  }, file);
function run(file: MachineFile, axis: string): { tried: Tried[]; steps: number } {
  const trial = whatWouldHelp(file.design, axis);
  let steps = 0;
  for (;;) {
    const next = trial.next();
    if (next.done) return { tried: next.value, steps };
    steps++;
    expect(next.value).toMatchObject({ done: steps });
  }
}
const heavy: Command[] = [
  { name: 'set-field', args: { path: 'axes.x.maxSpeed', value: quantity(300, 'mm/s') } },
  { name: 'set-field', args: { path: 'axes.x.acceleration', value: quantity(6000, 'mm/s²') } },
];

it('a stalling axis: more voltage, a gentler ramp and a closed loop help, each with what it costs', () => {
  const { tried, steps } = run(edited(dunnock(), ...heavy), 'x');
  expect(steps).toBeGreaterThan(20);
  const by = (key: string) => tried.find((t) => t.variant.key.startsWith(key));
  expect(by('supply/supply-loam-42')!.gain).toBeGreaterThan(1.1);
  expect(by('acceleration/0.3')!.gain).toBeGreaterThan(1.1);
  expect(by('pair/')!.outcome.limit).toBeGreaterThan(0);
  // A supply over the drivers' limit is never offered.
  expect(tried.some((t) => t.variant.key === 'supply/supply-loam-60')).toBe(false);
  // What is enough comes first, and of that what costs least: a setting, then a supply, then a motor.
  const sound = tried.filter((t) => !t.brings.some((b) => ['danger', 'wont-work'].includes(b.severity)));
  const reaches = sound.map((t) => t.outcome.limit! >= 300);
  expect(reaches).toEqual([...reaches].sort((a, b) => Number(b) - Number(a)));
  const first = (kind: string) => sound.findIndex((t) => t.variant.kind === kind && t.outcome.limit! < 300);
  expect(first('acceleration')).toBeLessThan(first('supply'));
  expect(tried.every((t) => t.gain >= 1)).toBe(true);
  for (const t of tried) expect(t.variant.title(defaultDisplay)).not.toMatch(/NaN|undefined/);
});

it('where pulses govern, fewer steps per revolution cure it and the loss of resolution is told', () => {
  const { tried } = run(wren(), 'x');
  const coarser = tried.find((t) => t.variant.key === 'steps/10000')!;
  expect(coarser.cures).toContain('X cannot reach its wanted speed');
  expect(coarser.outcome.resolution).toBeCloseTo(0.0004, 9);
});

it('every variant can be carried out on the real machine, once its wiring lets it', () => {
  const file = edited(
    dunnock(),
    { name: 'set-conductors', args: { ids: Object.keys(dunnock().design.conductors), set: { state: 'planned' } } },
    ...heavy,
  );
  for (const t of run(file, 'x').tried) expect(() => edited(file, ...t.variant.commands)).not.toThrow();
});
