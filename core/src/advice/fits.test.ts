import { describe, expect, it } from 'vitest';
import { libraryOf } from '../machine/library/index';
import { isDeepStrictEqual } from 'node:util';
import { applyCommand } from '../commands/apply';
import { createDeriver, deriveFigures } from '../derivation/figures';
import { newDesign } from '../machine/create';
import { newMachineFile } from '../machine/file';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { defaultDisplay } from '../units/print';
import { quantity, type Quantity } from '../units/quantity';
import { controllerFits, readByFitting } from './controllers';
import { driverFits, supplyFits } from './drives';
import { stepOrBus } from './stepOrBus';

const of = (file: ReturnType<typeof dunnock>) => ({ design: file.design, figures: deriveFigures(file.design) });
const d = of(dunnock());
const fitOf = <T extends { entry: { key: string } }>(fits: T[], key: string) => fits.find((f) => f.entry.key === key)!;
const checkOf = (fit: { checks: { requirement: string; verdict: string }[] }, word: string) =>
  fit.checks.find((c) => c.requirement.includes(word))?.verdict;

describe('controllers against what a machine asks', () => {
  it('Dunnock: four channels, a squared gantry and 24 V sensors leave the networked one; each other fails for a reason', () => {
    const fits = controllerFits(d.design, d.figures);
    expect(fits.filter((f) => f.verdict === 'meets').map((f) => f.entry.key)).toEqual(['controller-teasel-6']);
    expect(checkOf(fitOf(fits, 'controller-tansy-3'), 'channel')).toBe('fails');
    expect(checkOf(fitOf(fits, 'controller-bryony-5'), 'squared')).toBe('workaround');
    expect(checkOf(fitOf(fits, 'controller-valerian-8'), 'speaks')).toBe('fails');
    expect(fitOf(fits, 'controller-teasel-6').conductors).toBe(Object.keys(d.design.conductors).length);
    for (const f of fits) for (const c of f.checks) expect(c.why(defaultDisplay)).not.toMatch(/NaN|undefined|Infinity/);
  });
  it('a brake asks for an output of its voltage, or a relay in between', () => {
    const fits = controllerFits(d.design, d.figures);
    expect(checkOf(fitOf(fits, 'controller-teasel-6'), 'switched output')).toBe('meets');
    expect(checkOf(fitOf(fits, 'controller-sedge-4'), 'switched output')).toBe('workaround');
    const bare = of(newMachineFile(newDesign('lathe', 'Bare'), 'bare', '2026-03-02T09:00:00.000Z'));
    expect(
      checkOf(fitOf(controllerFits(bare.design, bare.figures), 'controller-sedge-4'), 'switched output'),
    ).toBeUndefined();
  });
  it('a lathe asks for threading, and a choice that closes a door says so', () => {
    const p = of(plover());
    const fits = controllerFits(p.design, p.figures);
    expect(checkOf(fitOf(fits, 'controller-sedge-4'), 'thread')).toBe('fails');
    expect(fitOf(fits, 'controller-sedge-4').closes).toContain('no thread cutting');
    expect(fitOf(fits, 'controller-comfrey-3').verdict).not.toBe('fails');
  });
  it('Wren’s fine steps are what its board cannot make', () => {
    const w = of(wren());
    expect(checkOf(fitOf(controllerFits(w.design, w.figures), 'controller-sedge-4'), 'pulse rate')).toBe('fails');
    expect(checkOf(fitOf(controllerFits(w.design, w.figures), 'controller-teasel-6'), 'pulse rate')).toBe('meets');
  });
  it('are the same for as long as what they are read from is', () => {
    const derive = createDeriver();
    const file = dunnock();
    const { design } = file;
    const was = derive(design);
    const after = (path: string, value: Quantity) => {
      const edit = applyCommand(file, { name: 'set-field', args: { path, value } }, '2026-03-02T09:00:00.000Z');
      if (!edit.ok) throw new Error(edit.error[0]!.what);
      const now = edit.value.file.design;
      const figures = derive(now);
      const plain = (fits: ReturnType<typeof controllerFits>) =>
        fits.map((f) => [f.entry.key, f.verdict, f.conductors, f.hours, f.closes]);
      const read = readByFitting(now, figures);
      const same = readByFitting(design, was).every((x, i) => x === read[i]);
      return {
        same,
        equal: isDeepStrictEqual(plain(controllerFits(now, figures)), plain(controllerFits(design, was))),
      };
    };
    expect(after('axes.x.travel', quantity(650, 'mm'))).toEqual({ same: true, equal: true });
    expect(after('axes.x.maxSpeed', quantity(900, 'mm/s')).same).toBe(false);
  });
  it('an empty machine gets an answer too, and none of it is made up', () => {
    const design = newDesign('router-moving-gantry', 'New');
    const figures = deriveFigures(design);
    expect(controllerFits(design, figures).length).toBe(libraryOf('controller').length);
    expect(driverFits(design, figures, 'x').every((f) => checkOf(f, 'motor') === 'unknown')).toBe(true);
    expect(supplyFits(design, figures).every((f) => f.verdict === 'unknown')).toBe(true);
  });
});

it('drivers: kind of motor, current, bus and pulses decide', () => {
  const fits = driverFits(d.design, d.figures, 'x');
  expect(fits[0]!.verdict).toBe('meets');
  expect(fitOf(fits, 'drive-osprey-400').verdict).toBe('fails');
  expect(checkOf(fitOf(fits, 'driver-heron-30'), 'current')).toBe('workaround');
  expect(checkOf(fitOf(fits, 'driver-dunlin-a'), 'bus')).toBe('fails');
  expect(checkOf(fitOf(fits, 'driver-heron-24v'), 'signal')).toBe('workaround');
});
it('supplies: within every driver’s limits with room for braking, and strong enough', () => {
  const fits = supplyFits(d.design, d.figures);
  expect(fitOf(fits, 'supply-loam-42').verdict).toBe('meets');
  expect(checkOf(fitOf(fits, 'supply-loam-48'), 'voltage')).toBe('workaround');
  expect(checkOf(fitOf(fits, 'supply-loam-60'), 'voltage')).toBe('fails');
});
it('steps or fieldbus: counted on this machine', () => {
  const [step, bus] = stepOrBus(d.design, d.figures);
  expect(step!.conductors).toBe(4 * 6 + 8);
  expect(bus!.plugs).toBe(5);
  expect(step!.pulseRateHz).toBeCloseTo(32_000, 6);
});
