import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { CoilObservation } from './coilFinder';
import { findCoils } from './coilFinder';

const four = ['red', 'blue', 'green', 'black'];

it('four leads: two readings are enough when both join a pair', () => {
  const answer = findCoils(four, [
    { a: 'red', b: 'green', ohms: 1.4 },
    { a: 'blue', b: 'black', ohms: 1.5 },
  ]);
  expect(answer).toMatchObject({ contradictions: [], next: undefined });
  expect(answer.terminals).toEqual([
    { lead: 'red', terminal: 'A' },
    { lead: 'green', terminal: 'A′' },
    { lead: 'blue', terminal: 'B' },
    { lead: 'black', terminal: 'B′' },
  ]);
});
it('the shaft tells as much as the meter, and a contradiction is named', () => {
  expect(findCoils(four, [{ a: 'red', b: 'blue', stiff: true }]).groups).toEqual([['red', 'blue']]);
  expect(findCoils(four, [{ a: 'red', b: 'blue', ohms: 'open', stiff: true }]).contradictions[0]).toContain(
    'turns stiff',
  );
  const loop: CoilObservation[] = [
    { a: 'red', b: 'blue', ohms: 1 },
    { a: 'blue', b: 'green', ohms: 1 },
  ];
  expect(findCoils(four, loop).contradictions[0]).toContain('has 2 to a winding');
  expect(findCoils(four, [...loop, { a: 'red', b: 'green', ohms: 'open' }]).contradictions.join()).toContain(
    'found apart',
  );
});
it('six leads: the tap is the lead that the largest reading leaves out', () => {
  const answer = findCoils(
    ['1', '2', '3', '4', '5', '6'],
    [
      { a: '1', b: '3', ohms: 6.6 },
      { a: '1', b: '2', ohms: 3.3 },
      { a: '2', b: '3', ohms: 3.3 },
      { a: '4', b: '5', ohms: 3.4 },
      { a: '5', b: '6', ohms: 6.6 },
      { a: '4', b: '6', ohms: 3.3 },
    ],
  );
  expect(answer.terminals.filter((t) => t.terminal.includes('tap')).map((t) => t.lead)).toEqual(['2', '4']);
});
/** A motor with its leads in some order: ohms between two of them, or open. `half` is the resistance of a half-coil. */
function motorOf(n: 4 | 5 | 6 | 8, order: readonly string[], half: number) {
  const size = { 4: 2, 5: 5, 6: 3, 8: 2 }[n];
  const at = new Map(order.map((l, i) => [l, i]));
  const ohms = (a: string, b: string): number | 'open' => {
    const [i, j] = [at.get(a)!, at.get(b)!];
    if (Math.floor(i / size) !== Math.floor(j / size)) return 'open';
    if (size === 2) return half;
    // The first lead of each winding is its tap, or the common one.
    return i % size === 0 || j % size === 0 ? half : 2 * half;
  };
  const right = (terminals: readonly { lead: string; terminal: string }[]): boolean => {
    if (n === 5) return terminals.find((t) => t.terminal === 'common')?.lead === order[0];
    const coils = new Map<string, string[]>();
    for (const t of terminals) {
      const coil = t.terminal.split(/[′ ]/)[0]!;
      coils.set(coil, [...(coils.get(coil) ?? []), t.lead]);
    }
    const taps = terminals.filter((t) => t.terminal.includes('tap'));
    return (
      [...coils.values()].every((c) => new Set(c.map((l) => Math.floor(at.get(l)! / size))).size === 1) &&
      taps.every((t) => at.get(t.lead)! % size === 0) &&
      (n !== 6 || taps.length === 2)
    );
  };
  return { ohms, right };
}
const motors = fc.constantFrom(4 as const, 5 as const, 6 as const, 8 as const).chain((n) => {
  const leads = Array.from({ length: n }, (_, i) => `lead ${i + 1}`);
  return fc.record({
    n: fc.constant(n),
    leads: fc.constant(leads),
    order: fc.shuffledSubarray(leads, { minLength: n, maxLength: n }),
    half: fc.double({ min: 0.3, max: 40, noNaN: true }),
    wrongAt: fc.nat(12),
  });
});
const MOST = 60;

it('following its own advice it finds any motor of 4, 5, 6 or 8 leads, whatever its colours', () => {
  fc.assert(
    fc.property(motors, ({ n, leads, order, half }) => {
      const motor = motorOf(n, order, half);
      const seen: CoilObservation[] = [];
      for (let k = 0; k < MOST; k++) {
        const { nextPair, terminals, contradictions } = findCoils(leads, seen);
        expect(contradictions).toEqual([]);
        if (!nextPair) {
          expect(terminals.map((t) => t.lead).sort()).toEqual([...leads].sort());
          expect(motor.right(terminals)).toBe(true);
          return;
        }
        const [a, b] = nextPair;
        seen.push({ a, b, ohms: motor.ohms(a, b) });
      }
      throw new Error('never found');
    }),
  );
});
it('one wrong reading on the way never ends in a wrong answer; measured again, it is found after all', () => {
  fc.assert(
    fc.property(motors, ({ n, leads, order, half, wrongAt }) => {
      const motor = motorOf(n, order, half);
      let seen: CoilObservation[] = [];
      let healed = false;
      for (let k = 0; k < 2 * MOST; k++) {
        const { nextPair, terminals, contradictions } = findCoils(leads, seen);
        if (contradictions.length) {
          expect(healed, contradictions.join()).toBe(false);
          healed = true;
          seen = seen.map((o) => ({ ...o, ohms: motor.ohms(o.a, o.b) }));
          continue;
        }
        if (!nextPair) {
          expect(motor.right(terminals)).toBe(true);
          return;
        }
        const [a, b] = nextPair;
        const true_ = motor.ohms(a, b);
        seen.push({ a, b, ohms: k === wrongAt && !healed ? (true_ === 'open' ? half : 'open') : true_ });
      }
      throw new Error('never found');
    }),
  );
});
