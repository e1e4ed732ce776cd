import { expect, it } from 'vitest';
import { Trace } from './trace';

const shape = { axes: ['X'], motors: ['X'], inputs: 30 };

it('thirty inputs are kept whole, in two numbers beside the rest', () => {
  const trace = new Trace(shape, 4);
  const at = trace.next();
  // Time, state, spindle, both words of inputs, commanded, speed, place, torque.
  [0.001, 0, 0, 0xffffff, 0b100001, 5, 1, 5, 0.5].forEach((v, k) => (trace.buffer[at + k] = v));
  const [head, row] = trace.toCsv().split('\n');
  expect(head!.split(',').slice(3, 6)).toEqual([
    'inputs tripped from 1 on (bits)',
    'inputs tripped from 25 on (bits)',
    'X commanded',
  ]);
  expect(row!.split(',')).toEqual(['0.001', '0', '0', '1'.repeat(24), '100001', '5', '1', '5', '0.5', '0']);
});

it('the oldest steps give way; following error is counted from the oldest that is left', () => {
  const trace = new Trace(shape, 3);
  for (let i = 0; i < 5; i++) {
    const at = trace.next();
    [i, 0, 0, 0, 0, i, 0, i * 0.9, 0].forEach((v, k) => (trace.buffer[at + k] = v));
  }
  expect(trace.count).toBe(3);
  const rows = trace.toCsv().trim().split('\n').slice(1);
  expect(rows.map((r) => r.split(',')[0])).toEqual(['2.000', '3.000', '4.000']);
  expect(rows.map((r) => r.split(',').at(-1))).toEqual(['0', '0.1', '0.2']);
});
