import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { deriveFigures } from '../derivation/figures';
import type { MachineFile } from '../machine/file';
import { libraryEntry } from '../machine/library/index';
import { wren } from '../samples/wren';
import { defaultDisplay } from '../units/print';
import { quantity } from '../units/quantity';
import { outcomeOf, whatWouldHelp } from './help';
import { variantsOf } from './variants';

const NOW = '2026-03-03T10:00:00.000Z';
const edited = (file: MachineFile, ...commands: Command[]) =>
  commands.reduce((f, c) => {
    const r = applyCommand(f, c, NOW);
    if (!r.ok) throw new Error(`${c.name}: ${r.error.map((e) => e.what).join()}`);
    return r.value.file;
  }, file);
const set = (path: string, value: never | unknown): Command => ({
  name: 'set-field',
  args: { path, value: value as never },
});
const choose = (item: 'motor' | 'driver', library: string, drive = 0): Command => ({
  name: 'choose-part',
  args: { slot: { axis: 'x', drive, item }, library },
});
const open: Command[] = [
  choose('motor', 'motor-rook-13-eight'),
  choose('driver', 'driver-heron-80'),
  set('parts.driver-x-0.setup.stepsPerRevolution', 3200),
  set('parts.driver-x-0.setup.peakCurrent', quantity(2, 'A')),
];
const keys = (file: MachineFile, start: string) =>
  variantsOf(file.design, 'x')
    .map((v) => v.key)
    .filter((k) => k.startsWith(start));

describe('what is worth trying on an axis', () => {
  it('with eight leads the other windings, each with a current that suits it', () => {
    const file = edited(wren(), ...open);
    expect(keys(file, 'winding/')).toEqual(['winding/series', 'winding/half']);
    const series = variantsOf(file.design, 'x').find((v) => v.key === 'winding/series')!;
    const after = edited(file, ...series.commands).design;
    expect(after.parts['motor-x-0']!.data).toMatchObject({ winding: 'series' });
    // 2.8 A of a half-coil is 1.98 A in series.
    expect(after.parts['driver-x-0']!.setup.peakCurrent).toMatchObject({ entered: 1.98, source: 'estimate' });
  });
  it('a current below what the motor is rated for', () => {
    expect(keys(edited(wren(), ...open), 'current/').length).toBe(1);
    const full = edited(wren(), ...open, set('parts.driver-x-0.setup.peakCurrent', quantity(3.96, 'A')));
    expect(keys(full, 'current/')).toEqual([]);
  });
  it('a belt gets other pulleys and ratios, a screw other leads, neither the other’s', () => {
    const belt = edited(
      wren(),
      { name: 'set-transmission', args: { axis: 'x', kind: 'belt' } },
      set('axes.x.transmission.pitch', quantity(3, 'mm')),
    );
    expect(keys(belt, 'teeth/')).toEqual(['teeth/15', 'teeth/25', 'teeth/30']);
    expect(keys(belt, 'ratio/')).toEqual(['ratio/0.5', 'ratio/2']);
    expect(keys(belt, 'lead/')).toEqual([]);
    expect(keys(wren(), 'lead/')).toEqual(['lead/2', 'lead/2.5', 'lead/5', 'lead/8', 'lead/10']);
    expect(keys(wren(), 'teeth/')).toEqual([]);
  });
  it('only supplies that every driver of the machine bears, with room for braking', () => {
    const volts = keys(edited(wren(), ...open), 'supply/').map((k) => Number(k.split('-').at(-1)));
    // The Merlin 60 on Y and Z sets the limit: 54 V.
    expect(Math.max(...volts)).toBeLessThanOrEqual(54);
    expect(volts).not.toContain(48);
  });
  it('two motors in series get a driver each, and then the gain is told', () => {
    const pair = edited(
      wren(),
      choose('motor', 'motor-rook-23'),
      choose('driver', 'driver-heron-80'),
      set('parts.driver-x-0.setup.stepsPerRevolution', 800),
      { name: 'set-motor-count', args: { axis: 'x', count: 2 } },
      choose('motor', 'motor-rook-23', 1),
      { name: 'share-driver', args: { axis: 'x' } },
      set('axes.x.maxSpeed', quantity(60, 'mm/s')),
    );
    expect(keys(pair, 'own-driver')).toEqual(['own-driver']);
    const own = variantsOf(pair.design, 'x').find((v) => v.key === 'own-driver')!;
    const apart = edited(pair, ...own.commands);
    const before = outcomeOf(deriveFigures(pair.design), 'x');
    const after = outcomeOf(deriveFigures(apart.design), 'x');
    expect(after.reserve! / before.reserve!).toBeGreaterThan(1.3);
    expect(after.holdingNm).toBeCloseTo(before.holdingNm!, 9);
    // The new driver is set like the first, or the two would pull against each other.
    expect(apart.design.parts['driver-x-1']!.setup).toEqual(apart.design.parts['driver-x-0']!.setup);
    expect(apart.design.parts['driver-x-1']!.designation).not.toBe(apart.design.parts['driver-x-0']!.designation);
  });
  it('a servo is not offered to a stepper driver, nor an encoder motor to a driver that cannot read it', () => {
    const motors = keys(edited(wren(), ...open), 'motor/');
    expect(motors.some((k) => k.includes('raven') || k.includes('magpie'))).toBe(false);
    expect(motors).toContain('motor/motor-jackdaw-45');
    expect(keys(edited(wren(), ...open), 'pair/').length).toBeGreaterThan(2);
  });
  it('every variant has words, and every command of it is one that a person has', () => {
    for (const v of variantsOf(edited(wren(), ...open).design, 'x')) {
      expect(v.title(defaultDisplay).length).toBeGreaterThan(5);
      expect(v.title({ system: 'inch', per: 'min', wire: 'AWG' })).not.toMatch(
        v.kind === 'transmission' ? /NaN|undefined|\dmm|\d\u00a0mm/ : /NaN|undefined/,
      );
      expect(v.commands.length).toBeGreaterThan(0);
    }
    expect(variantsOf(wren().design, 'nowhere')).toEqual([]);
  });
});

it('parts of one’s own are tried with the rest, and travel with the command that takes them', () => {
  const rook = libraryEntry('motor-rook-23')!;
  const own = {
    ...rook,
    key: 'own-strong',
    name: 'Strong',
    data: { ...rook.data, holdingTorque: quantity(4, 'N·m') },
  } as typeof rook;
  const file = edited(wren(), ...open);
  const variant = variantsOf(file.design, 'x', [own]).find((v) => v.key === 'motor/own-strong')!;
  expect(edited(file, ...variant.commands).design.parts['motor-x-0']).toMatchObject({
    name: 'Strong',
    libraryKey: 'own-strong',
  });
});

it('an axis without motor or driver asks for nothing and breaks nothing', () => {
  const bare = edited(wren(), {
    name: 'choose-part',
    args: { slot: { axis: 'x', drive: 0, item: 'driver' }, library: null },
  });
  const trial = whatWouldHelp(bare.design, 'x');
  let next = trial.next();
  while (!next.done) next = trial.next();
  expect(next.value.every((t) => Number.isFinite(t.gain))).toBe(true);
});
it('trying leaves the design as it was', () => {
  const { design } = wren();
  const kept = JSON.stringify(design);
  for (const _step of whatWouldHelp(design, 'x'));
  expect(JSON.stringify(design)).toBe(kept);
});
