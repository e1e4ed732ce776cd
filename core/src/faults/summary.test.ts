import { describe, expect, it } from 'vitest';
import type { Notice } from '../switches/polarity';
import type { SafetyFunction } from './safetyFunctions';
import { compareSweeps, countsOf, mapOf, rowsShown } from './summary';
import type { SweepRow } from './sweep';

const row = (id: string, notice: Notice, lost: string[], danger = false): SweepRow => ({
  fault: { id, kind: id.startsWith('c') ? 'contact-welded' : 'conductor-open', subject: id, title: id, situation: {} },
  notice,
  lost,
  danger,
});
const limit: SafetyFunction = { id: 'limit', kind: 'trip', title: 'Limit', protective: true, call: new Set() };
const before = [row('a', 'never', ['limit'], true), row('b', 'at once', []), row('c1', 'at next use', ['limit'])];
const after = [row('a', 'at once', []), row('b', 'never', ['limit'], true), row('c2', 'never', ['limit'], true)];

describe('a sweep in figures', () => {
  it('counts what takes something away by when it shows, and the rest apart', () =>
    expect(countsOf(before)).toEqual({
      faults: 3,
      harmless: 1,
      noticed: { 'at once': 0, 'at next use': 1, never: 1 },
      dangers: 1,
    }));
  it('puts the worst of each kind on the map', () =>
    expect(mapOf([limit], before)).toEqual({
      kinds: ['conductor-open', 'contact-welded'],
      lines: [
        {
          function: limit,
          cells: {
            'conductor-open': { count: 1, worst: 'never', danger: true },
            'contact-welded': { count: 1, worst: 'at next use', danger: false },
          },
        },
      ],
    }));
  it('tells better from worse, gone and new, the dangers first', () =>
    expect(compareSweeps(before, after).map((c) => `${c.verdict} ${c.title}`)).toEqual([
      'better a',
      'worse b',
      'new c2',
      'gone c1',
    ]));
});

it('lists the dangers first, then what shows latest; a place of the map has its own rows', () => {
  const all = [...before, row('d', 'at once', ['limit']), row('c3', 'never', ['limit'])];
  const ids = (only: Parameters<typeof rowsShown>[1]) => rowsShown(all, only).map((r) => r.fault.id);
  expect(ids('loss')).toEqual(['a', 'c3', 'c1', 'd']);
  expect(ids('none')).toEqual(['b']);
  expect(ids('danger')).toEqual(['a']);
  expect(ids('never')).toEqual(['a', 'c3']);
  expect(ids('all')).toHaveLength(5);
  expect(ids({ function: 'limit', kind: 'contact-welded' })).toEqual(['c3', 'c1']);
});
