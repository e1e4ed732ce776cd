import { expect, it } from 'vitest';
import { bullfinch } from '../samples/bullfinch';
import { otherFeeds } from './otherFeeds';

/** The end of a generator. */
function done<T>(g: Generator<unknown, T>): T {
  for (;;) {
    const n = g.next();
    if (n.done) return n.value;
  }
}

it('a pump on another supply: one is relieved by what the other gains, a supply of another voltage is not proposed', () => {
  const { design } = bullfinch();
  const pump = Object.entries(design.parts).find(([, p]) => p.data.class === 'pump')![0];
  const ways = done(otherFeeds(design, { part: pump, port: 'load' }));
  expect(ways.length).toBeGreaterThan(0);
  // 1.2 A of 5 A leave the supply; the field supply takes them.
  const onField = ways.find((w) => w.from.part === 'field-supply')!;
  const change = (part: string) => {
    const s = onField.shares.find((x) => x.part === part)!;
    return s.after - s.before;
  };
  expect(change('supply')).toBeCloseTo(-1.2 / 5, 6);
  expect(change('field-supply')).toBeCloseTo(1.2 / 5, 6);
  expect(onField.shares[0]!.part).toBe('supply');
  // The motors’ supply gives 36 V, the logic 5 V.
  expect(ways.some((w) => ['motor-supply', 'logic-supply'].includes(w.from.part))).toBe(false);
  expect(ways.every((w) => w.command.name === 'set-feed')).toBe(true);
});
