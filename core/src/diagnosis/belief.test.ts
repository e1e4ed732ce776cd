import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { afterAnswer, answersToCome, atOdds, beliefBefore, expectedBits, SOMETHING_ELSE, uncertainty } from './belief';

/** Two to five causes, and one to four questions of two or three answers, as tables of chances. */
const row = (answers: number) =>
  fc.array(fc.integer({ min: 1, max: 100 }), { minLength: answers, maxLength: answers }).map((w) => {
    const sum = w.reduce((s, x) => s + x, 0);
    return w.map((x) => x / sum);
  });
const small = fc
  .tuple(fc.integer({ min: 2, max: 5 }), fc.array(fc.integer({ min: 2, max: 3 }), { minLength: 1, maxLength: 4 }))
  .chain(([causes, answers]) =>
    fc.record({
      weights: fc.array(fc.integer({ min: 1, max: 50 }), { minLength: causes, maxLength: causes }),
      tables: fc.tuple(...answers.map((n) => fc.array(row(n), { minLength: causes, maxLength: causes }))),
      given: fc.tuple(...answers.map((n) => fc.integer({ min: 0, max: n - 1 }))),
    }),
  );
const named = (weights: readonly number[]) => beliefBefore(weights.map((weight, i) => ({ id: `c${i}`, weight })));

describe('a belief over causes', () => {
  it('is that of counting every world one by one', () => {
    fc.assert(
      fc.property(small, ({ weights, tables, given }) => {
        const before = named(weights);
        const after = tables.reduce((b, t, q) => afterAnswer(b, t, given[q]!), before);
        // Every world: a cause and an answer to each question. Those in which the answers are the given ones are added up.
        const mass = before.causes.map(() => 0);
        const walk = (cause: number, q: number, p: number, agrees: boolean): void => {
          if (q === tables.length) {
            if (agrees) mass[cause]! += p;
            return;
          }
          const answers = tables[q]![0]!.length;
          for (let a = 0; a < answers; a++)
            walk(cause, q + 1, p * (tables[q]![cause]?.[a] ?? 1 / answers), agrees && a === given[q]);
        };
        before.p.forEach((p, c) => walk(c, 0, p, true));
        const all = mass.reduce((s, x) => s + x, 0);
        after.p.forEach((p, c) => expect(p).toBeCloseTo(mass[c]! / all, 9));
      }),
    );
  });

  it('a question tells in the mean by how much it lowers the uncertainty', () => {
    fc.assert(
      fc.property(small, ({ weights, tables: [table] }) => {
        const b = named(weights);
        const left = answersToCome(b, table!).reduce(
          (s, chance, a) => s + chance * uncertainty(afterAnswer(b, table!, a).p),
          0,
        );
        expect(expectedBits(b, table!)).toBeCloseTo(uncertainty(b.p) - left, 9);
      }),
    );
  });

  it('four causes alike, halved by a sure question, lose one bit', () => {
    const b = { causes: ['a', 'b', 'c', 'd', SOMETHING_ELSE], p: [0.25, 0.25, 0.25, 0.25, 0] };
    const halves = [
      [1, 0],
      [1, 0],
      [0, 1],
      [0, 1],
    ];
    expect(expectedBits(b, halves)).toBeCloseTo(1, 9);
    expect(
      expectedBits(b, [
        [0.5, 0.5],
        [0.5, 0.5],
        [0.5, 0.5],
        [0.5, 0.5],
      ]),
    ).toBe(0);
  });

  it('what no named cause explains is something else; with no cause at all it is nothing but that', () => {
    const b = named([1, 1]);
    const never = [
      [1, 0],
      [1, 0],
    ];
    expect(afterAnswer(b, never, 1).p).toEqual([0, 0, 1]);
    expect(beliefBefore([]).p).toEqual([1]);
  });

  it('two answers that no cause gives together are named; a third that fits both is not', () => {
    const b = named([1, 1]);
    const [first, second, both] = [
      [
        [0.98, 0.02],
        [0.02, 0.98],
      ],
      [
        [0.02, 0.98],
        [0.98, 0.02],
      ],
      [
        [0.9, 0.1],
        [0.9, 0.1],
      ],
    ];
    const given = [
      { question: 'hums', likelihoods: first!, answer: 0 },
      { question: 'lamp', likelihoods: both!, answer: 0 },
      { question: 'cold', likelihoods: second!, answer: 0 },
    ];
    expect(atOdds(b, given)).toEqual(['hums', 'cold']);
    expect(atOdds(b, given.slice(0, 2))).toBe(undefined);
  });
});
