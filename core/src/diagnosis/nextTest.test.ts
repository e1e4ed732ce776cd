import { expect, it } from 'vitest';
import type { Belief } from './belief';
import { rankTests, type TestOffer } from './nextTest';

/** Four causes, equally likely. */
const b: Belief = { causes: ['a', 'b', 'c', 'd', 'something-else'], p: [0.24, 0.24, 0.24, 0.24, 0.04] };
const yes = [0.98, 0.02];
const no = [0.02, 0.98];
const offer = (id: string, of: Partial<TestOffer>): TestOffer => ({
  id,
  minutes: 2,
  likelihoods: [yes, yes, no, no],
  tools: [],
  conditions: [],
  ...of,
});
const nothing = { tools: new Set<string>(), holds: new Set<string>() };

it('what tells most in a minute comes first, with how it splits the causes', () => {
  const ranked = rankTests(
    b,
    [
      offer('one of four', { likelihoods: [yes, no, no, no] }),
      offer('in halves', {}),
      offer('in halves, slowly', { minutes: 9 }),
      offer('tells nothing', { likelihoods: [yes, yes, yes, yes] }),
    ],
    nothing,
  );
  // Halves tell about 0.82 bits, one of four about 0.67: in two minutes each.
  expect(ranked.map((r) => r.id)).toEqual(['in halves', 'one of four', 'in halves, slowly']);
  expect(ranked[0]!.splits).toEqual([2, 2]);
  expect(ranked[1]!.splits).toEqual([1, 3]);
});

it('a meter that nobody has is not asked for; what is dangerous comes with what has to be done first, and its minutes', () => {
  const off = { id: 'power-off', minutes: 6 };
  const offers = [
    offer('measure the coil', { tools: ['meter'], conditions: [off] }),
    offer('look', { likelihoods: [yes, no, no, no] }),
  ];
  expect(rankTests(b, offers, nothing).map((r) => r.id)).toEqual(['look']);
  const meter = new Set(['meter']);
  const before = rankTests(b, offers, { tools: meter, holds: new Set() });
  expect(before.map((r) => [r.id, r.minutes, r.first])).toEqual([
    ['look', 2, []],
    ['measure the coil', 8, ['power-off']],
  ]);
  const after = rankTests(b, offers, { tools: meter, holds: new Set(['power-off']) });
  expect(after.map((r) => [r.id, r.minutes, r.first])).toEqual([
    ['measure the coil', 2, []],
    ['look', 2, []],
  ]);
});
