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
it('following its own advice it finds any motor, whatever its colours', () => {
  fc.assert(
    fc.property(fc.constantFrom(4, 8), fc.infiniteStream(fc.nat(100)), (n, stream) => {
      const leads = Array.from({ length: n }, (_, i) => `lead ${i + 1}`);
      const order = leads
        .map((l) => [stream.next().value!, l] as const)
        .sort((x, y) => x[0] - y[0])
        .map(([, l]) => l);
      const mate = new Map(order.map((l, i) => [l, order[i ^ 1]!]));
      const seen: CoilObservation[] = [];
      for (let k = 0; k <= n * n; k++) {
        const { nextPair, terminals, contradictions } = findCoils(leads, seen);
        expect(contradictions).toEqual([]);
        if (terminals.length === n) {
          for (let i = 0; i < n; i += 2) expect(mate.get(terminals[i]!.lead)).toBe(terminals[i + 1]!.lead);
          return;
        }
        const [a, b] = nextPair!;
        seen.push({ a, b, ohms: mate.get(a) === b ? 1.2 : 'open' });
      }
      throw new Error('never found');
    }),
  );
});
