import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { produce, type Draft } from 'immer';
import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import { deriveFigures } from '../derivation/figures';
import { dunnock } from '../samples/dunnock';
import { wren } from '../samples/wren';
import { sampleMachines } from '../samples/index';
import { quantity } from '../units/quantity';
import { newDesign } from './create';
import type { Conductor } from './connections';
import type { Design } from './design';
import type { MachineFile } from './file';
import { FORMAT, newMachineFile, VERSION, writeMachineFile } from './file';
import { designAt } from './designAt';
import { machineFileJsonSchema, nameSheetJsonSchema } from './jsonSchema';
import { machineKinds } from './mechanics';
import { migrate } from './migrate';
import { readMachineFile } from './reading/read';
import { danglingAfter, danglingReferences } from './references';

const NOW = '2026-03-03T10:00:00.000Z';
const healthy = dunnock();
const text = writeMachineFile(healthy);
const faultsOf = (t: string) => {
  const r = readMachineFile(t);
  return r.ok ? [] : r.error;
};
const mutated = (change: (file: MachineFile) => void): string => {
  const copy = JSON.parse(text) as MachineFile;
  change(copy);
  return JSON.stringify(copy);
};

describe('a machine file', () => {
  it.each(sampleMachines.map((s) => [s.id, s.make] as const))('%s comes back whole', (_id, make) => {
    const file = make();
    expect(readMachineFile(writeMachineFile(file))).toEqual({ ok: true, value: { file, told: [] } });
  });
  it.each(machineKinds)('a new %s is a valid file', (kind) => {
    expect(faultsOf(writeMachineFile(newMachineFile(newDesign(kind, 'New'), 'new', NOW)))).toEqual([]);
  });
  it('says what, where and how to fix for each kind of bad file', () => {
    expect(faultsOf(text.slice(0, 5000))[0]).toMatchObject({
      what: expect.stringContaining('damaged'),
      where: expect.stringMatching(/^line 1, column/),
    });
    expect(faultsOf('{"format":"something-else"}')[0]!.what).toContain('not a Nodaxis machine file');
    expect(faultsOf('[]')[0]!.what).toContain('not a Nodaxis machine file');
    expect(faultsOf(`{"format":"${FORMAT}","version":${VERSION + 1}}`)[0]!.what).toContain('newer Nodaxis');
    expect(faultsOf(`{"format":"${FORMAT}"}`)[0]!.where).toBe('version');
    expect(faultsOf(' '.repeat(65 * 1024 * 1024))[0]!.what).toContain('MB');
    expect(faultsOf(mutated((f) => (f.design.axes.x!.travel = quantity(3, 'kg'))))[0]).toMatchObject({
      where: 'design.axes.x.travel',
      what: expect.stringContaining('kg is not a unit of length'),
    });
  });
  it.each<[string, (f: MachineFile) => void, string]>([
    ['axis order', (f) => f.design.axisOrder.push('q'), 'design.axisOrder.3'],
    ['motor', (f) => (f.design.axes.x!.drives[0]!.motor = 'gone'), 'design.axes.x.drives.0.motor'],
    [
      'a driver that is a supply',
      (f) => (f.design.axes.x!.drives[0]!.driver = 'motor-supply'),
      'design.axes.x.drives.0.driver',
    ],
    [
      'conductor end',
      (f) => (f.design.conductors['controller/supply-plus']!.from.terminal = 'gone'),
      'design.conductors.controller/supply-plus.from.terminal',
    ],
    ['device', (f) => f.design.circuits.stop!.devices.push('gone'), 'design.circuits.stop.devices.1'],
    ['photo', (f) => (f.design.parts.controller!.photos = ['gone']), 'design.parts.controller.photos.0'],
  ])('names a dangling %s', (_name, change, where) => {
    expect(faultsOf(mutated(change)).map((f) => f.where)).toContain(where);
  });
  it.each<[string, (d: Draft<Design>) => void]>([
    ['nothing but figures', (d) => (d.axes.x!.acceleration = quantity(700, 'mm/s²'))],
    ['a figure of a part', (d) => (d.parts.controller!.name = 'Board')],
    ['the class of a part that has a role', (d) => (d.parts.controller!.data = { class: 'terminal-strip' })],
    ['an axis taken out', (d) => delete d.axes.z],
    ['an axis put in beside the order', (d) => (d.axes.q = { ...d.axes.x! })],
    ['a motor that is gone', (d) => (d.axes.x!.drives[0]!.motor = 'gone')],
    ['a terminal that is gone', (d) => delete d.parts.controller!.terminals['supply-plus']],
    ['a part that is gone', (d) => delete d.parts['motor-supply']],
    ['a mount on no axis', (d) => (d.parts['device-limit-x-plus']!.mount!.axis = 'q')],
    ['a mount on no drive', (d) => (d.parts['device-limit-x-plus']!.mount!.drive = 1)],
    ['an end of a conductor', (d) => (d.conductors['drive-x-0/step']!.to.terminal = 'gone')],
    ['a role', (d) => (d.roles.host = 'gone')],
    ['a mass', (d) => Object.values(d.masses)[0]!.movedBy.push('q')],
  ])('after an edit of %s it finds what looking at everything finds', (_what, change) => {
    const before = dunnock().design;
    const after = produce(before, (d) => void change(d));
    const where = (faults: { where: string }[]) => faults.map((f) => f.where).sort();
    expect(where(danglingAfter(before, after))).toEqual(where(danglingReferences(after)));
  });
  it('never throws and never accepts nonsense, whatever is done to the text', () => {
    fc.assert(
      fc.property(fc.nat(text.length - 2), fc.nat(40), fc.string({ maxLength: 6 }), (at, cut, put) => {
        const r = readMachineFile(text.slice(0, at) + put + text.slice(at + cut + 1));
        if (!r.ok) for (const f of r.error) expect(f.what && f.where && f.fix).toBeTruthy();
      }),
      { numRuns: 60 },
    );
  });
  it('a key that would reach into a prototype is refused', () => {
    const evil = text.replace('"masses":{', '"masses":{"__proto__":{"name":"x","movedBy":[]},');
    expect(faultsOf(evil)[0]).toMatchObject({ where: 'design.masses.__proto__' });
    expect(faultsOf(text.replace('"axes":{', '"axes":{"constructor":{},'))[0]!.where).toBe('design.axes.constructor');
  });
});

describe('migration', () => {
  const steps = {
    1: (raw: Record<string, unknown>) => ({ ...raw, path: [...((raw.path as number[]) ?? []), 1] }),
    2: (raw: Record<string, unknown>) => ({ ...raw, path: [...(raw.path as number[]), 2] }),
  };
  it('takes each step once, in order, and leaves a current file alone', () => {
    expect(migrate({ version: 1 }, 3, steps)).toEqual({ ok: true, value: { version: 3, path: [1, 2] } });
    expect(migrate({ version: 3 }, 3, steps)).toEqual({ ok: true, value: { version: 3 } });
  });
  it('refuses a newer version, a missing step and a version that is none', () => {
    for (const [version, word] of [
      [4, 'newer'],
      [0, 'does not say'],
      ['1', 'does not say'],
    ] as const) {
      const r = migrate({ version }, 3, steps);
      expect(r.ok ? '' : r.error[0]!.what).toContain(word);
    }
    expect(migrate({ version: 1 }, 2, {}).ok).toBe(false);
  });
});

describe('a file of version 1', () => {
  const rule = (of: 'control' | 'control-plus' | 'power-plus', colour: 'OG' | null) =>
    ({ name: 'set-colour-rule', args: { of, colour } }) as const;
  /** As version 1 wrote it: control wires blue by default, so with no rule of their own. */
  const old = (file: MachineFile): string =>
    JSON.stringify({ ...file, version: 1 }, (_key, v: unknown) => {
      // A core of a cable has the colour that its maker gave it.
      const c = v as Partial<Conductor> | null;
      return c?.colour && !c.core && ['VT', 'GY', 'PK'].includes(c.colour) ? { ...c, colour: 'BU' } : v;
    });
  const opened = (text: string): MachineFile => {
    const r = readMachineFile(text);
    if (!r.ok) throw new Error(r.error[0]!.what);
    return r.value.file;
  };
  it('keeps its control wires blue, without a word from the planner', () => {
    const file = opened(old(wren()));
    expect(file.version).toBe(VERSION);
    expect(file.design.colourRules).toEqual({ 'control-plus': 'BU', 'control-minus': 'BU', control: 'BU' });
    const figures = deriveFigures(file.design);
    expect(figures.replanned.changes).toEqual([]);
    expect(figures.replanned.conflicts).toEqual([]);
  });
  it('that has planned nothing yet gets the colours of today', () => {
    const file = opened(old(newMachineFile(newDesign('lathe', 'New'), 'new', NOW)));
    expect(file.design.colourRules).toBeUndefined();
  });
  it('can be rebuilt at every revision, whatever rules it had and lost', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom('control', 'control-plus', 'power-plus'), fc.constantFrom('OG', null)), {
          maxLength: 6,
        }),
        (edits) => {
          const file = edits.reduce((f: MachineFile, [of, colour]) => {
            const r = applyCommand(f, rule(of as 'control', colour as 'OG'), NOW);
            return r.ok ? r.value.file : f;
          }, wren());
          // By the step from version 1 alone: the file has the roles and rails of today.
          const r = migrate(JSON.parse(old(file)) as Record<string, unknown>, 2);
          if (!r.ok) throw new Error(r.error[0]!.what);
          const read = r.value as unknown as MachineFile;
          expect(designAt(read, read.history.revisions.length)).toEqual(read.design);
        },
      ),
      { numRuns: 12 },
    );
  });
});

describe('history', () => {
  it('every revision can be rebuilt, and the last one is the design', () => {
    const { revisions } = healthy.history;
    expect(designAt(healthy, revisions.length)).toEqual(healthy.design);
    expect(designAt(healthy, 0)).toEqual(healthy.history.snapshots[0]!.design);
    const names = revisions.map((r) => designAt(healthy, r.number)!.notes);
    expect(names[0]).toContain('Marrow Lane');
  });
  it('snapshots are kept every hundred revisions, so that any of them is near one', () => {
    let file = newMachineFile(newDesign('lathe', 'Long'), 'long', NOW);
    for (let i = 1; i <= 205; i++) {
      const r = applyCommand(
        file,
        { name: 'set-field', args: { path: 'axes.x.travel', value: quantity(i, 'mm') } },
        NOW,
      );
      if (r.ok) file = r.value.file;
    }
    expect(file.history.snapshots.map((s) => s.number)).toEqual([0, 100, 200]);
    expect(designAt(file, 150)!.axes.x!.travel!.entered).toBe(150);
    expect(designAt(file, 99)!.axes.x!.travel!.entered).toBe(99);
  });
});

it.each([
  ['machine-file', machineFileJsonSchema],
  ['name-sheet', nameSheetJsonSchema],
])('the JSON Schema of a %s in docs is the current one (npm run generate)', (name, schema) => {
  const kept = JSON.parse(
    readFileSync(new URL(`../../../docs/${name}.schema.json`, import.meta.url), 'utf8'),
  ) as object;
  expect(kept).toEqual(JSON.parse(JSON.stringify(schema())));
});
