import { describe, expect, it } from 'vitest';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { hideFaults } from './rehearse/rehearsal';
import { walk } from './testing/walk';

describe.each([
  ['Dunnock', dunnock],
  ['Wren', wren],
  ['Plover', plover],
] as const)('%s', (_, make) => {
  it('as its file has it: nothing is found wrong, and every test passes at once', () => {
    const end = walk(make(), hideFaults(make().design, 0, 1));
    expect(end.told).toEqual([]);
    expect(end.left).toEqual([]);
  });
  it.each([2, 5])('with five hidden faults (seed %i) it is brought up by the pages alone', (seed) => {
    const end = walk(make(), hideFaults(make().design, 5, seed));
    expect(end.told.length).toBeGreaterThan(1);
    expect(end.left).toEqual([]);
  });
});
