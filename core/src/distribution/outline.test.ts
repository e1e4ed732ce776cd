import { expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { dunnock } from '../samples/dunnock';
import { pipit } from '../samples/pipit';
import { outlineOf, type Branch } from './outline';

const lines = (b: Branch, deep = 0): string[] => [
  `${'  '.repeat(deep)}${b.part}${b.port ? `/${b.port}` : ''}${b.strips.length ? ` [${b.strips.join(' ')}]` : ''}`,
  ...b.branches.flatMap((x) => lines(x, deep + 1)),
];
const edited = (...commands: Command[]) =>
  commands.reduce((f, c) => {
    const r = applyCommand(f, c, '2026-03-03T10:00:00.000Z');
    if (!r.ok) throw new Error(r.error[0]!.what);
    return r.value.file;
  }, dunnock()).design;
const feed = (part: string, port: string, from: string | null, gives = 'out'): Command => ({
  name: 'set-feed',
  args: { part, port, from: from === null ? null : { part: from, port: gives } },
});

it('from the inlet down: switch, breaker, filter, then supplies with what lives on them; strips beside what they fan out', () => {
  const { roots, open, rings } = outlineOf(dunnock().design);
  const text = roots.flatMap((r) => lines(r));
  expect(text.slice(0, 6)).toEqual([
    'mains-inlet',
    '  main-switch/in',
    '    mains-breaker/in',
    '      mains-filter/in',
    '        motor-supply/mains',
    '          stop-contactor/in [motor-plus-strip motor-zero-strip]',
  ]);
  expect(text).toContain('            driver-y-1/supply');
  expect(text).toContain('        field-supply/mains [field-plus-strip field-zero-strip]');
  // A board stands twice: where it is fed itself, and where the field of its inputs and outputs is.
  expect(text.filter((t) => t.trim().startsWith('controller/'))).toHaveLength(2);
  expect([open, rings]).toEqual([[], []]);
});
it('a board on USB lives on its computer: it stands under it, and its own supply is not missed', () => {
  const { roots, open } = outlineOf(pipit().design);
  expect(roots.flatMap((r) => lines(r))).toEqual(expect.arrayContaining(['host', '  controller/link']));
  expect(open).toEqual([]);
});
it('what nothing feeds is listed, and what hangs on it stays in sight', () => {
  const { roots, open } = outlineOf(edited(feed('mains-breaker', 'in', null)));
  expect(open).toEqual([{ part: 'mains-breaker', port: 'in' }]);
  expect(roots.map((r) => r.part)).toEqual(['mains-inlet', 'mains-breaker']);
  expect(lines(roots[1]!)).toContain('    motor-supply/mains');
});
it('two supplies that feed each other are a ring, with all that hangs on them', () => {
  const { rings } = outlineOf(
    edited(feed('motor-supply', 'mains', 'field-supply'), feed('field-supply', 'mains', 'motor-supply')),
  );
  const parts = new Set(rings.map((r) => r.part));
  expect(['motor-supply', 'field-supply', 'driver-x-0'].every((p) => parts.has(p))).toBe(true);
  expect(parts.has('logic-supply')).toBe(false);
});
