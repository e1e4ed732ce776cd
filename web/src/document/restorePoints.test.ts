import fc from 'fast-check';
import { expect, it } from 'vitest';
import { dropOldestPoint, keepPoint, keptPoints, pointsOf, pointText } from './restorePoints';
import { MemoryStore } from './tests/browser';

const HOUR = 3_600_000;
const NOW = Date.parse('2026-11-28T12:00:00.000Z');
const ago = (hours: number) => ({ at: NOW - hours * HOUR });
const point = (machine: string, hours: number, characters = 10, why: 'time' | 'before' = 'time') => ({
  machine,
  savedAt: new Date(NOW - hours * HOUR).toISOString(),
  revision: 1,
  why,
  text: 'x'.repeat(characters),
});

it('keeps one an hour of the last day, one a day of the last week, one a week of five, one a month of a year', () => {
  const every = Array.from({ length: 24 * 400 }, (_, h) => [ago(h + 0.1), ago(h + 0.6)]).flat();
  const ages = keptPoints(every, NOW).map((p) => (NOW - p.at) / HOUR);
  const between = (a: number, b: number) => ages.filter((h) => h > a && h <= b).length;
  expect(between(0, 24)).toBeGreaterThanOrEqual(24);
  expect(between(24, 7 * 24)).toBeGreaterThanOrEqual(6);
  expect(between(7 * 24, 35 * 24)).toBeGreaterThanOrEqual(4);
  expect(between(35 * 24, 365 * 24)).toBeGreaterThanOrEqual(11);
  expect(ages.length).toBeLessThan(60);
});
it('never lets the newest go, nor one that another clock made; keeping again changes nothing', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: -50, max: 8000, noNaN: true }), { minLength: 1, maxLength: 60 }), (hours) => {
      const kept = keptPoints(hours.map(ago), NOW);
      const newest = Math.min(...hours.filter((h) => h >= 0 && h <= 8000));
      if (Number.isFinite(newest)) expect(kept).toContainEqual(ago(newest));
      for (const h of hours) if (h < 0) expect(kept).toContainEqual(ago(h));
      expect(keptPoints(kept, NOW)).toEqual(kept);
    }),
  );
});
it('stays within its room: the oldest go first, the one just made stays; a text from before a change of format outlives its time', async () => {
  const store = new MemoryStore();
  await keepPoint(store, point('a', 9000, 10, 'before'), NOW);
  await keepPoint(store, point('a', 40, 25e6), NOW);
  await keepPoint(store, point('b', 30, 25e6), NOW);
  await keepPoint(store, point('a', 1, 30e6), NOW);
  expect((await pointsOf(store)).map((p) => [p.machine, p.characters])).toEqual([
    ['a', 30e6],
    ['b', 25e6],
  ]);
  await keepPoint(store, point('c', 9000, 10, 'before'), NOW);
  expect((await pointsOf(store, 'c')).map((p) => p.why)).toEqual(['before']);
  expect(await pointText(store, (await pointsOf(store, 'c'))[0]!.key)).toBe('x'.repeat(10));
  expect(await dropOldestPoint(store)).toBe(true);
  expect(await pointsOf(store, 'c')).toEqual([]);
});
