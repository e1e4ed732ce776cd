import fc from 'fast-check';
import { expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import { deriveFigures } from '../derivation/figures';
import { dunnock } from '../samples/dunnock';
import { defaultDisplay } from '../units/print';
import { quantity } from '../units/quantity';
import { instancesOf } from './graph';
import { tests } from './list';
import { doubtsOf } from './questions';
import { measured } from './reading';
import { judge } from './record';
import type { Readings } from './testKind';

const file = dunnock();
const { design } = file;
const made = { design, figures: deriveFigures(design) };
const instances = instancesOf(made, tests);
const find = (key: string) => instances.find((i) => i.key === key)!;
const ask = (key: string, readings: Readings) => {
  const { test, subject } = find(key);
  return doubtsOf(test.fields(made, subject, readings, defaultDisplay), readings, defaultDisplay).map(
    (d) => d.question,
  );
};

it.each([
  ['envelope/x', { reached: quantity(10, 'm') }, /Machine position there: 10000.*outside/],
  ['brake/z-0', { drop: quantity(-4, 'mm'), sag: quantity(0, 'mm') }, /negative/],
  [
    'squareness/y',
    { by: 'edge', across: quantity(23, 'mm'), left: quantity(0, 'mm'), right: quantity(0, 'mm') },
    /inches/,
  ],
  ['coils/x-0', { a: quantity(-1, 'Ω'), b: quantity(1, 'Ω'), between: 'none', frame: 'none' }, /Phase A/],
  ['supply/motor-supply', { volts: quantity(36_000, 'V'), selector: 'right' }, /thousandth/],
] as const)('%s is asked about', (key, readings, text) => {
  expect(ask(key, readings).join()).toMatch(text);
});
it('what the machine can show is not asked about', () => {
  expect(ask('envelope/x', { reached: quantity(597, 'mm') })).toEqual([]);
  expect(ask('supply/motor-supply', { volts: quantity(36, 'V'), selector: 'right' })).toEqual([]);
});

it('whatever is entered anywhere, it is judged without a NaN on the page and without a crash', () => {
  const pick = fc.record({
    number: fc.double({ noNaN: true, min: -1e6, max: 1e6 }),
    small: fc.boolean(),
    nth: fc.nat(20),
    gone: fc.nat(30),
  });
  fc.assert(
    fc.property(
      fc.constantFrom(...instances.map((i) => i.key)),
      fc.array(pick, { minLength: 40, maxLength: 40 }),
      (key, picks) => {
        const instance = find(key);
        // Fields that show only after others are filled in the second time.
        let readings: Readings = {};
        for (let round = 0; round < 2; round++)
          readings = Object.fromEntries<Readings[string]>(
            instance.test
              .fields(made, instance.subject, readings, defaultDisplay)
              .flatMap((f, i): [string, Readings[string]][] => {
                const p = picks[i % picks.length]!;
                if (p.gone === 0) return [];
                if (f.type === 'text') return [[f.key, 'v1']];
                if (f.type === 'choice') return [[f.key, f.options![p.nth % f.options!.length]!.value]];
                return [[f.key, measured(p.small ? p.number / 1e5 : p.number, f.dimension ?? 'ratio')]];
              }),
          );
        const fields = instance.test.fields(made, instance.subject, readings, defaultDisplay);
        const j = judge(instance, readings, made, defaultDisplay);
        expect(j.says.length).toBeGreaterThan(0);
        expect([...j.says, ...(j.causes ?? []), ...(j.proposals ?? []).map((p) => p.label)].join(' ')).not.toMatch(
          /NaN|undefined|Infinity/,
        );
        if (fields.some((f) => !f.optional && readings[f.key] === undefined)) expect(j.verdict).toBe('not-judged');
        for (const p of j.proposals ?? [])
          // An absurd figure may be refused by the door; it is never an error that nobody caught.
          if ('command' in p) expect(() => applyCommand(file, p.command, '2026-03-03T10:00:00.000Z')).not.toThrow();
      },
    ),
    { numRuns: 2000 },
  );
});
