import fc from 'fast-check';
import { expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import { arranged } from '../panel/arrange';
import { dunnock } from '../samples/dunnock';
import { boxed, edited } from '../samples/testing/edited';
import { readLayoutJson, writeLayoutJson } from './layoutJson';

const before = boxed(dunnock(), 900, 1100, 250);
const { places, ducts } = arranged(before.design, 'box-1');
const laid = edited(
  before,
  { name: 'place-parts', args: { enclosure: 'box-1', places, ducts } },
  { name: 'sit-part', args: { part: 'reset-button', in: 'box-1' } },
  { name: 'place-parts', args: { enclosure: 'box-1', on: 'front', places: { 'reset-button': { x: 40, y: 60 } } } },
);
const text = writeLayoutJson(laid.design, 'box-1');

it('a layout goes into another version of the machine: the same places; what that version lacks is told', () => {
  const same = readLayoutJson(text, before.design, 'box-1');
  if (!same.ok) throw new Error(same.error[0]!.what);
  expect(same.value.missing).toEqual([]);
  const { enclosures } = edited(before, same.value.command).design;
  expect(enclosures!['box-1']).toEqual(laid.design.enclosures!['box-1']);
  const { 'motor-supply': _gone, ...parts } = before.design.parts;
  const fewer = readLayoutJson(text, { ...before.design, parts }, 'box-1');
  expect(fewer.ok && fewer.value.missing).toEqual([before.design.parts['motor-supply']!.designation]);
  expect(fewer.ok && fewer.value.placed).toBe(same.value.placed - 1);
});

it('what is no layout is refused in words, whatever it is, and nothing is thrown', () => {
  const said = (t: string) => {
    const r = readLayoutJson(t, before.design, 'box-1');
    return r.ok ? '' : r.error[0]!.what;
  };
  expect(said('{')).toBe('This file is damaged or is no JSON.');
  expect(said('{"format":"else"}')).toBe('This is JSON, but not the layout of a panel.');
  expect(said(text.replace('"version": 1', '"version": 7'))).toContain('version 7');
  const whole = JSON.parse(text) as Record<string, unknown>;
  fc.assert(
    fc.property(fc.constantFrom('plate', 'front', 'ducts', 'version'), fc.jsonValue(), (key, value) => {
      const r = readLayoutJson(JSON.stringify({ ...whole, [key]: value }), before.design, 'box-1');
      if (r.ok) expect(applyCommand(before, r.value.command, '2026-01-01T00:00:00.000Z').ok).toBe(true);
      else for (const f of r.error) expect(f.what && f.fix).toBeTruthy();
    }),
  );
});
