import fc from 'fast-check';
import { expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { arranged } from '../panel/arrange';
import { dunnock } from '../samples/dunnock';
import { quantity } from '../units/quantity';
import { readLayoutJson, writeLayoutJson } from './layoutJson';

const run = (file: ReturnType<typeof dunnock>, ...commands: Command[]) =>
  commands.reduce((f, command) => {
    const r = applyCommand(f, command, '2026-01-01T00:00:00.000Z');
    if (!r.ok) throw new Error(r.error.map((x) => x.what).join());
    return r.value.file;
  }, file);
const mm = (n: number) => quantity(n, 'mm');
const set = { width: mm(900), height: mm(1100), depth: mm(250) };
const boxed = run(
  dunnock(),
  { name: 'add-enclosure', args: { name: 'Cabinet' } },
  { name: 'set-enclosure', args: { enclosure: 'box-1', set } },
);
const { places, ducts } = arranged(boxed.design, 'box-1');
const laid = run(
  boxed,
  { name: 'place-parts', args: { enclosure: 'box-1', places, ducts } },
  { name: 'sit-part', args: { part: 'reset-button', in: 'box-1' } },
  { name: 'place-parts', args: { enclosure: 'box-1', on: 'front', places: { 'reset-button': { x: 40, y: 60 } } } },
);
const text = writeLayoutJson(laid.design, 'box-1');

it('a layout goes into another version of the machine: the same places; what that version lacks is told', () => {
  const same = readLayoutJson(text, boxed.design, 'box-1');
  if (!same.ok) throw new Error(same.error[0]!.what);
  expect(same.value.missing).toEqual([]);
  const { enclosures } = run(boxed, same.value.command).design;
  expect(enclosures!['box-1']).toEqual(laid.design.enclosures!['box-1']);
  const { 'motor-supply': _gone, ...parts } = boxed.design.parts;
  const fewer = readLayoutJson(text, { ...boxed.design, parts }, 'box-1');
  expect(fewer.ok && fewer.value.missing).toEqual([boxed.design.parts['motor-supply']!.designation]);
  expect(fewer.ok && fewer.value.placed).toBe(same.value.placed - 1);
});

it('what is no layout is refused in words, whatever it is, and nothing is thrown', () => {
  const said = (t: string) => {
    const r = readLayoutJson(t, boxed.design, 'box-1');
    return r.ok ? '' : r.error[0]!.what;
  };
  expect(said('{')).toBe('This file is damaged or is no JSON.');
  expect(said('{"format":"else"}')).toBe('This is JSON, but not the layout of a panel.');
  expect(said(text.replace('"version": 1', '"version": 7'))).toContain('version 7');
  const whole = JSON.parse(text) as Record<string, unknown>;
  fc.assert(
    fc.property(fc.constantFrom('plate', 'front', 'ducts', 'version'), fc.jsonValue(), (key, value) => {
      const r = readLayoutJson(JSON.stringify({ ...whole, [key]: value }), boxed.design, 'box-1');
      if (r.ok) expect(applyCommand(boxed, r.value.command, '2026-01-01T00:00:00.000Z').ok).toBe(true);
      else for (const f of r.error) expect(f.what && f.fix).toBeTruthy();
    }),
  );
});
