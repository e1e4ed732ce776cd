import { expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { deriveFigures } from '../derivation/figures';
import { newMachineFile } from '../machine/file';
import { newDesign } from '../machine/create';
import type { MachineFile } from '../machine/file';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { quantity } from '../units/quantity';
import { likeAxes, sameDrives, sameMotion, sameSwitches } from './sameAs';

const NOW = '2026-03-03T10:00:00.000Z';
const edited = (file: MachineFile, ...commands: Command[]): MachineFile =>
  commands.reduce((f, c) => {
    const r = applyCommand(f, c, NOW);
    if (!r.ok) throw new Error(r.error.map((e) => `${e.what} ${e.where}`).join());
    return r.value.file;
  }, file);
const set = (path: string, value: unknown): Command => ({ name: 'set-field', args: { path, value: value as never } });
/** A new router with what is typed once, on X alone. */
function begun(): MachineFile {
  const file = newMachineFile(newDesign('router-moving-gantry', 'Attic'), 'attic', NOW);
  return edited(
    file,
    { name: 'choose-part', args: { slot: { axis: 'x', drive: 0, item: 'motor' }, library: 'motor-rook-23' } },
    { name: 'choose-part', args: { slot: { axis: 'x', drive: 0, item: 'driver' }, library: 'driver-heron-50' } },
    set('parts.driver-x-0.setup.stepsPerRevolution', 1600),
    set('parts.driver-x-0.setup.peakCurrent', quantity(4, 'A')),
    set('parts.motor-x-0.data.holdingTorque', quantity(1.7, 'N·m', 'measured')),
    set('axes.x.acceleration', quantity(600, 'mm/s²')),
    { name: 'set-transmission', args: { axis: 'x', kind: 'belt' } },
    set('axes.x.transmission.teeth', 20),
    set('axes.x.transmission.pitch', quantity(3, 'mm')),
  );
}

it('four equal motors are typed once: parts, their own figures, settings, transmission and motion', () => {
  const file = begun();
  const copied = likeAxes(file.design, 'x').reduce(
    (f, id) => edited(f, ...sameDrives(f.design, id, 'x'), ...sameMotion(f.design, id, 'x')),
    file,
  );
  for (const a of Object.values(copied.design.axes)) {
    expect(a.transmission).toEqual(copied.design.axes.x!.transmission);
    expect(a.acceleration).toEqual(quantity(600, 'mm/s²'));
    for (const d of a.drives) {
      const [motor, driver] = [copied.design.parts[d.motor!]!, copied.design.parts[d.driver!]!];
      expect(motor.data).toEqual(copied.design.parts['motor-x-0']!.data);
      expect(driver.setup).toEqual(copied.design.parts['driver-x-0']!.setup);
    }
  }
  // Each has parts of its own: nothing is shared that was not.
  const ids = Object.values(copied.design.axes).flatMap((a) => a.drives.flatMap((d) => [d.motor, d.driver]));
  expect(new Set(ids).size).toBe(ids.length);
  const scales = deriveFigures(copied.design).axes.flatMap((a) => a.drives.map((d) => d.scale));
  expect(new Set(scales.map((s) => (s.known ? s.value.stepsPerUnit : NaN)))).toEqual(new Set([1600 / 60]));
});

it('what is equal already needs no edit but the choice of its parts, and no direction is touched', () => {
  const { design } = dunnock();
  const names = sameMotion(design, 'y', 'x').map((c) => c.name);
  expect(names).not.toContain('set-transmission');
  const after = edited(dunnock(), { name: 'several', args: { title: 'same', commands: sameMotion(design, 'y', 'x') } });
  expect(sameMotion(after.design, 'y', 'x')).toEqual([]);
  const turned = (f: MachineFile) =>
    Object.values(f.design.axes).map((a) => [a.plus, a.drives.map((d) => d.turnsForPlus)]);
  expect(turned(after)).toEqual(turned(dunnock()));
});

it('a turning axis is like no straight one', () => {
  const file = edited(plover(), { name: 'add-axis', args: { letter: 'A' } });
  const rotary = file.design.axisOrder.find((id) => file.design.axes[id]!.motion === 'rotary')!;
  expect(likeAxes(file.design, rotary)).toEqual([]);
  expect(sameMotion(file.design, rotary, 'x')).toEqual([]);
});

it('switches are added once: at the end where each axis finds its datum, with trip point, contact and figures of the reference', () => {
  const design = newDesign('mill-bench', 'Shed');
  // X finds its datum at minus, Z at plus; Y has a switch of another kind at its datum already.
  const file = edited(
    newMachineFile(design, 'shed', NOW),
    set('axes.x.reference.end', 'minus'),
    set('axes.z.reference.end', 'plus'),
    set('axes.y.reference.end', 'minus'),
    ...(['minus', 'plus'] as const).map((end): Command => ({
      name: 'add-input',
      args: {
        function: end === 'minus' ? 'limit-and-reference' : 'limit',
        library: 'switch-finch',
        mount: { axis: 'x', end, tripFromStop: quantity(end === 'minus' ? 6 : 4, 'mm') },
      },
    })),
    {
      name: 'add-input',
      args: {
        function: 'limit-and-reference',
        library: 'sensor-lichen-pnp-nc',
        mount: { axis: 'y', end: 'minus', tripFromStop: quantity(9, 'mm') },
      },
    },
    set('axes.x.reference.backOff', quantity(2, 'mm')),
    set('axes.x.reference.slowSpeed', quantity(3, 'mm/s')),
  );
  const [x] = Object.entries(file.design.parts).find(([, p]) => p.mount?.end === 'minus')!;
  const open = edited(file, set(`parts.${x}.setup.contactUsed`, 'NO'));
  const at = (d: typeof design, axis: string, end: string) =>
    Object.values(d.parts).filter((p) => p.mount?.axis === axis && p.mount.end === end);
  const z = edited(open, ...sameSwitches(open.design, 'z', 'x')).design;
  expect(at(z, 'z', 'plus')).toMatchObject([
    { libraryKey: 'switch-finch', mount: { tripFromStop: { entered: 6 } }, setup: { contactUsed: 'NO' } },
  ]);
  expect(at(z, 'z', 'minus')).toMatchObject([{ libraryKey: 'switch-finch', mount: { tripFromStop: { entered: 4 } } }]);
  expect(z.axes.z!.reference).toMatchObject({ end: 'plus', backOff: { entered: 2 }, slowSpeed: { entered: 3 } });
  // On inputs of their own, and X keeps its own.
  expect(Object.keys(z.circuits).length).toBe(Object.keys(open.design.circuits).length + 2);
  const y = edited(open, ...sameSwitches(open.design, 'y', 'x')).design;
  expect(at(y, 'y', 'minus')).toMatchObject([
    { libraryKey: 'switch-finch', mount: { tripFromStop: { entered: 6 } }, setup: { contactUsed: 'NO' } },
  ]);
  expect(at(y, 'y', 'plus')).toHaveLength(1);
  // Asked again there is nothing left to do.
  expect(sameSwitches(y, 'y', 'x')).toEqual([]);
});
