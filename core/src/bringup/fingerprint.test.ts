import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { deriveFigures } from '../derivation/figures';
import { dunnock } from '../samples/dunnock';
import { readMachineFile } from '../machine/reading/read';
import { writeMachineFile } from '../machine/file';
import { quantity } from '../units/quantity';
import { differences, fingerprint, PrintMemo } from './fingerprint';
import { instancesOf } from './graph';
import { tests } from './list';

const { design } = dunnock();

describe('a fingerprint', () => {
  it('is the values in base units, conductors as what they join, tables as one line', () => {
    const [wire] = Object.keys(design.conductors);
    const print = fingerprint(design, [
      'axes.x.travel',
      `conductors.${wire}`,
      'parts.controller.elements',
      'axes.q.travel',
    ]);
    const c = design.conductors[wire!]!;
    expect(print).toEqual({
      'axes.x.travel': 640,
      [`conductors.${wire}`]: `${c.from.part} ${c.from.terminal} to ${c.to.part} ${c.to.terminal}`,
      'parts.controller.elements': expect.stringMatching(/^\d+ characters, [0-9a-f]+$/) as string,
    });
  });
  it('does not hear of names, notes, pictures or where a figure came from', () => {
    const part = design.parts['motor-x-0']!;
    const other = {
      ...design,
      parts: { ...design.parts, 'motor-x-0': { ...part, name: 'N', notes: 'n', designation: '-M9' } },
    };
    expect(differences(fingerprint(design, ['parts.motor-x-0']), fingerprint(other, ['parts.motor-x-0']))).toEqual([]);
    const measured = {
      ...design,
      axes: { ...design.axes, x: { ...design.axes.x!, travel: quantity(64, 'cm', 'measured') } },
    };
    expect(differences(fingerprint(design, ['axes']), fingerprint(measured, ['axes']))).toEqual([]);
  });
  it('of a file that is read again is the same, although its keys come in another order', () => {
    const read = readMachineFile(writeMachineFile(dunnock()));
    if (!read.ok) throw new Error(read.error[0]!.what);
    const paths = ['axes.x.drives', 'axes.y.drives', ...Object.keys(design.parts).map((id) => `parts.${id}`)];
    expect(JSON.stringify(read.value.file.design.axes.y)).not.toBe(JSON.stringify(design.axes.y));
    expect(differences(fingerprint(design, paths), fingerprint(read.value.file.design, paths))).toEqual([]);
  });
  it('tells what came, what went and what changed', () => {
    expect(differences({ a: 1, b: 2 }, { b: 3, c: 4 })).toEqual([
      { path: 'a', was: 1, now: undefined },
      { path: 'b', was: 2, now: 3 },
      { path: 'c', was: undefined, now: 4 },
    ]);
  });
});

it('what is remembered is what would be worked out anew, after any row of edits', () => {
  const paths = ['axes.x.maxSpeed', 'axes.y.acceleration', 'axes.z.travel', 'axes.x.reference.backOff'];
  const edit = fc.record({ path: fc.constantFrom(...paths), value: fc.integer({ min: 2, max: 90 }) });
  fc.assert(
    fc.property(fc.array(edit, { minLength: 1, maxLength: 6 }), (edits) => {
      let file = dunnock();
      const memo = new PrintMemo();
      for (const e of edits) {
        const unit = e.path.endsWith('Speed') ? 'mm/s' : e.path.endsWith('acceleration') ? 'mm/s²' : 'mm';
        const command: Command = { name: 'set-field', args: { path: e.path, value: quantity(e.value, unit) } };
        const r = applyCommand(file, command, '2026-03-03T10:00:00.000Z');
        if (!r.ok) continue;
        file = r.value.file;
        const made = { design: file.design, figures: deriveFigures(file.design) };
        for (const { key, test, subject } of instancesOf(made, tests)) {
          const wanted = test.dependsOn(made, subject);
          const print = memo.print(key, file.design, wanted);
          expect(print).toEqual(fingerprint(file.design, wanted));
          expect(memo.differences(print, print)).toEqual([]);
        }
      }
    }),
    { numRuns: 12 },
  );
});
