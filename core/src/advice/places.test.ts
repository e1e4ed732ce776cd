import { describe, expect, it } from 'vitest';
import { slotOf } from '../machine/slots';
import { type Place, slotAt } from '../samples/builder';
import { newDesign } from '../machine/create';
import { library, libraryEntry } from '../machine/library/index';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { canStand } from './places';

const { design } = dunnock();
const can = (place: Place, key: string, d = design) => canStand(d, slotAt(place), libraryEntry(key)!);

describe('a list offers what can stand in its place', () => {
  it.each<[Place, string[], string[]]>([
    ['mains.inlet', ['inlet-gate-16'], ['connector-hod-9']],
    ['mains.1', ['breaker-hurdle-6', 'switch-stile-2', 'filter-sieve-16'], ['switch-wicket-1', 'breaker-hurdle-dc-4']],
    ['earth', ['bar-ridge-20'], ['strip-paling-2', 'strip-hedge-12']],
    ['drives.plus', ['strip-paling-10', 'strip-hedge-12'], ['bar-ridge-20']],
    ['drives.zero', ['strip-hedge-12'], ['strip-paling-10', 'bar-ridge-20']],
    ['field.supply', ['supply-marl-24', 'supply-marl-12'], ['supply-marl-5', 'supply-loam-24', 'supply-loam-70']],
    // Dunnock's board takes 4.75 V to 30 V.
    ['logic.supply', ['supply-marl-5', 'supply-marl-24'], ['supply-loam-24', 'supply-loam-70']],
    ['resetButton', ['button-plum-push'], ['button-plum-stop']],
  ])('%s', (role, yes, no) => {
    for (const key of yes) expect([key, can(role, key)]).toEqual([key, true]);
    for (const key of no) expect([key, can(role, key)]).toEqual([key, false]);
  });
  it('the logic supply follows the board: 5 V only for one that takes 4.75 V to 5.5 V, anything small where none is chosen', () => {
    const { design: d } = wren();
    expect([can('logic.supply', 'supply-marl-5', d), can('logic.supply', 'supply-marl-24', d)]).toEqual([true, false]);
    expect(can('logic.supply', 'supply-marl-24', newDesign('lathe', 'New'))).toBe(true);
  });
  it('what stands in the sample machines can stand there', () => {
    for (const { design: d } of [dunnock(), wren(), plover()])
      for (const [id, part] of Object.entries(d.parts)) {
        const slot = slotOf(d, id);
        const entry = library.find((e) => e.key === part.libraryKey);
        if (slot && entry) expect([id, entry.key, canStand(d, slot, entry)]).toEqual([id, entry.key, true]);
      }
  });
});
