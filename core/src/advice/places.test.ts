import { describe, expect, it } from 'vitest';
import type { RoleName } from '../machine/design';
import { newDesign } from '../machine/create';
import { library, libraryEntry } from '../machine/library/index';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { canStand } from './places';

const { design } = dunnock();
const can = (role: RoleName, key: string, d = design) => canStand(d, role, libraryEntry(key)!);

describe('a list offers what can stand in its place', () => {
  it.each<[RoleName, string[], string[]]>([
    ['mainsInlet', ['inlet-gate-16'], ['connector-hod-9']],
    ['mainsBreaker', ['breaker-hurdle-6'], ['switch-stile-2']],
    ['earthBar', ['bar-ridge-20'], ['strip-paling-2', 'strip-hedge-12']],
    ['motorPlusStrip', ['strip-paling-10', 'strip-hedge-12'], ['bar-ridge-20']],
    ['motorZeroStrip', ['strip-hedge-12'], ['strip-paling-10', 'bar-ridge-20']],
    ['fieldSupply', ['supply-marl-24', 'supply-marl-12'], ['supply-marl-5', 'supply-loam-24', 'supply-loam-70']],
    // Dunnock's board takes 4.75 V to 30 V.
    ['logicSupply', ['supply-marl-5', 'supply-marl-24'], ['supply-loam-24', 'supply-loam-70']],
    ['resetButton', ['button-plum-push'], ['button-plum-stop']],
  ])('%s', (role, yes, no) => {
    for (const key of yes) expect([key, can(role, key)]).toEqual([key, true]);
    for (const key of no) expect([key, can(role, key)]).toEqual([key, false]);
  });
  it('the logic supply follows the board: 5 V only for one that takes 4.75 V to 5.5 V, anything small where none is chosen', () => {
    const { design: d } = wren();
    expect([can('logicSupply', 'supply-marl-5', d), can('logicSupply', 'supply-marl-24', d)]).toEqual([true, false]);
    expect(can('logicSupply', 'supply-marl-24', newDesign('lathe', 'New'))).toBe(true);
  });
  it('what stands in the sample machines can stand there', () => {
    for (const { design: d } of [dunnock(), wren(), plover()])
      for (const [role, id] of Object.entries(d.roles)) {
        const entry = library.find((e) => e.key === d.parts[id]?.libraryKey);
        if (entry) expect([role, entry.key, canStand(d, role as RoleName, entry)]).toEqual([role, entry.key, true]);
      }
  });
});
