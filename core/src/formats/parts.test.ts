import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { library } from '../machine/library/index';
import { blockingFields, estimateOf, sheetFields } from '../machine/library/sheet';
import { PartData } from '../machine/parts';
import { csvClasses, readPartsCsv, writePartsCsv } from './partsCsv';
import { readPartsJson, writePartsJson } from './partsJson';

const tabled = library.filter((e) => (csvClasses as readonly string[]).includes(e.data.class));

describe('a library as a file', () => {
  it('JSON comes back whole, and says which place of which part is wrong', () => {
    expect(readPartsJson(writePartsJson(library))).toEqual({ ok: true, value: library });
    const bad = writePartsJson(library).replace('"unit": "kHz"', '"unit": "furlong"');
    const r = readPartsJson(bad);
    expect(r.ok ? [] : r.error.map((f) => f.where)).toEqual([expect.stringMatching(/^parts\.\d+\.data\.pulseRate/)]);
    for (const text of ['{', '[]', '{"format":"nodaxis-machine"}']) expect(readPartsJson(text).ok).toBe(false);
  });
  it('as a table motors, drivers and supplies keep every figure', () => {
    const { entries, faults } = readPartsCsv(writePartsCsv(library));
    expect(faults).toEqual([]);
    expect(entries.map((e) => e.key)).toEqual(tabled.map((e) => e.key));
    for (const [i, e] of entries.entries()) {
      const was = tabled[i]!;
      for (const f of sheetFields[e.data.class] ?? [])
        expect((e.data as Record<string, unknown>)[f.key], `${e.key} ${f.key}`).toEqual(
          (was.data as Record<string, unknown>)[f.key],
        );
      if (was.data.class === 'motor') expect(Object.keys(e.terminals)).toEqual(Object.keys(was.terminals));
    }
  });
  it('a name that a spreadsheet would calculate is quoted there, and comes back as it was', () => {
    const evil = { ...tabled[0]!, key: 'own-evil', name: '=1+2', about: '@SUM(A1)' };
    const text = writePartsCsv([evil]);
    expect(text).not.toMatch(/(^|,)"?[=@]/m);
    expect(readPartsCsv(text).entries[0]).toMatchObject({ name: '=1+2', about: '@SUM(A1)' });
  });
  it('bad rows are named by row and column, good ones are taken', () => {
    const { entries, faults } = readPartsCsv(
      'class;name;holdingTorque;ratedCurrent;leads;colour\nmotor;Good;1,8 N·m;3 A;4;x\nmotor;Heavy;two;3 A;4;x\nmotor;Odd;1;2 kg;5;x\nlamp;No;;;;x\n',
    );
    expect(entries.map((e) => e.name)).toEqual(['Good']);
    expect(entries[0]!.data).toMatchObject({ holdingTorque: { entered: 1.8, unit: 'N·m' }, leads: 4, type: 'stepper' });
    expect(faults.map((f) => f.where)).toEqual([
      'row 1, column 6',
      'row 3, column 3 (holdingTorque)',
      'row 4, column 4 (ratedCurrent)',
      'row 4, column 5 (leads)',
      'row 5, column 1 (class)',
    ]);
    for (const f of faults) expect(f.fix.length).toBeGreaterThan(5);
  });
  it('never throws, whatever the table holds', () => {
    const cell = fc.oneof(
      fc.constantFrom('motor', 'supply', '4', '1,5 A', '', '"', '1/0', '-3 V', 'yes'),
      fc.string({ maxLength: 8 }),
    );
    fc.assert(
      fc.property(fc.array(fc.array(cell, { maxLength: 6 }), { maxLength: 8 }), (rows) => {
        const text = ['class,name,leads,ratedCurrent,outputVoltage', ...rows.map((r) => r.join(','))].join('\n');
        const { entries, faults } = readPartsCsv(text);
        for (const e of entries) expect(PartData.safeParse(e.data).success).toBe(true);
        for (const f of faults) expect(f.where).toMatch(/^row \d/);
      }),
    );
  });
});

it('a data sheet says what blocks which answer, and an estimate is marked as one', () => {
  const motor = library.find((e) => e.key === 'motor-rook-23')!.data;
  expect(blockingFields(motor)).toEqual([]);
  if (motor.class !== 'motor') throw new Error();
  const { inductance: _gone, ...without } = motor;
  const [missing] = blockingFields(without as PartData);
  expect(missing).toMatchObject({ key: 'inductance', blocks: 'torque over speed' });
  expect(estimateOf(without as PartData, missing!)).toEqual({ entered: 2.5, unit: 'mH', source: 'estimate' });
  // What is on the plate alone is never guessed.
  expect(sheetFields.motor!.find((f) => f.key === 'ratedCurrent')!.estimate).toBeUndefined();
});
