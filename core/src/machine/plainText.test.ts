import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { sampleMachines } from '../samples/index';
import { quantity } from '../units/quantity';
import { plainText } from './plainText';

describe('the plain text of a document', () => {
  it('is what JSON makes of it, before and after edits', () => {
    for (const { make } of sampleMachines) {
      let file = make();
      expect(plainText(file)).toBe(JSON.stringify(file));
      const set = (value: ReturnType<typeof quantity> | null): Command => ({
        name: 'set-field',
        args: { path: 'axes.x.travel', value },
      });
      for (const command of [
        set(quantity(321, 'mm')),
        set(null),
        { name: 'plan-wiring', args: {} } satisfies Command,
      ]) {
        const edit = applyCommand(file, command, '2026-03-03T10:00:00.000Z');
        if (!edit.ok) throw new Error(edit.error[0]!.what);
        file = edit.value.file;
        expect(plainText(file)).toBe(JSON.stringify(file));
      }
    }
  });
  it('leaves out what has no value, as JSON does', () => {
    const odd = { a: undefined, b: [undefined, null, 'ü"\u2028', -0, NaN], c: { d: { e: { f: [{}] } } }, '"': {} };
    expect(plainText(odd)).toBe(JSON.stringify(odd));
  });
});
