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
  it('without hidden faults, everything passes at once', () => {
    const end = walk(make(), hideFaults(make().design, 0, 1));
    console.log(end.told, end.left, end.turns);
    expect(end.left).toEqual([]);
  });
});
