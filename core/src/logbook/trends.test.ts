import { expect, it } from 'vitest';
import type { JournalEntry } from '../machine/file';
import { quantity } from '../units/quantity';
import { trendsOf } from './trends';

const record = (
  test: string,
  at: string,
  readings: Record<string, number | string>,
  mode: 'real' | 'rehearsal' = 'real',
): JournalEntry => ({
  kind: 'record',
  id: `e-${at.slice(0, 10)}`,
  at,
  test,
  testVersion: 1,
  revision: 1,
  mode,
  dependedOn: {},
  reliedOn: [],
  readings: Object.fromEntries(
    Object.entries(readings).map(([k, v]) => [
      k,
      typeof v === 'number' ? quantity(v, test.startsWith('speed') ? 'mm/s' : 'mm') : v,
    ]),
  ),
  verdict: 'passed',
});

it('one line for each test, by date; rehearsals and what has no figure leave none', () => {
  const trends = trendsOf([
    record('repeatability/x', '2026-01-01T10:00:00.000Z', { 'run-0': 0, 'run-1': 0.01, 'run-2': -0.01 }),
    record('speed/x', '2026-01-02T10:00:00.000Z', {
      'value-0': 80,
      'held-0': 'yes',
      'value-1': 120,
      'held-1': 'yes',
      'value-2': 150,
      'held-2': 'no',
    }),
    record('repeatability/x', '2026-03-01T10:00:00.000Z', { 'run-0': 0, 'run-1': 0.02, 'run-2': -0.02 }),
    record('repeatability/x', '2026-04-01T10:00:00.000Z', { 'run-0': 0, 'run-1': 9 }, 'rehearsal'),
    record('labels/machine', '2026-04-02T10:00:00.000Z', { result: 'alike' }),
  ]);
  expect(trends.map((t) => t.test)).toEqual(['repeatability/x', 'speed/x']);
  // s of 0, 0.01, −0.01 is 0.01; four of them.
  expect(trends[0]!.points.map((p) => Number(p.value.toFixed(6)))).toEqual([0.04, 0.08]);
  expect(trends[1]).toMatchObject({ dimension: 'speed', points: [{ value: 120 }] });
});
