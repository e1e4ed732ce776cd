import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import { dunnock } from '../samples/dunnock';
import { wren } from '../samples/wren';
import { currentPaths } from './currentPaths';
import type { Situation } from './evaluate';
import { evaluate } from './evaluate';

const { network, design } = deriveFigures(wren().design);
const paths = (s: Situation) => currentPaths(network, evaluate(network, s), s);
const of = (circuit: string, s: Situation = {}) =>
  [...paths(s).conductors].filter((id) => id.startsWith(`circuit-${circuit}/`)).sort();
const leads = (circuit: string) =>
  Object.keys(design.conductors)
    .filter((id) => id.startsWith(`circuit-${circuit}/`))
    .sort();

describe('the way of the current', () => {
  it('a closed contact to 0 V carries the pull resistor’s current in both of its leads, an open one in none', () => {
    expect(of('limit-and-reference-x')).toEqual(leads('limit-and-reference-x'));
    expect(of('limit-and-reference-y')).toEqual([]);
  });
  it('pressed, it is the other way round', () => {
    const pressed = { actuated: new Set(['device-limit-and-reference-x', 'device-limit-and-reference-y']) };
    expect(of('limit-and-reference-x', pressed)).toEqual([]);
    expect(of('limit-and-reference-y', pressed)).toEqual(leads('limit-and-reference-y'));
  });
  it('a broken lead darkens the whole loop', () => {
    for (const id of leads('limit-and-reference-x'))
      expect(of('limit-and-reference-x', { open: new Set([id]) })).toEqual([]);
  });
  it('names what carries it inside the parts: the contact and the resistor', () =>
    expect([...paths({}).elements]).toEqual(
      expect.arrayContaining(['device-limit-and-reference-x/nc', expect.stringMatching(/^controller\/pull-/)]),
    ));
  it('never runs over what is open, nor from a supply that is dead', () => {
    const dunnocks = deriveFigures(dunnock().design);
    const s = { lost: new Set(['field-supply']) };
    const dark = currentPaths(dunnocks.network, evaluate(dunnocks.network, s), s);
    expect([...dark.conductors].filter((id) => id.startsWith('circuit-limit'))).toEqual([]);
  });
});
