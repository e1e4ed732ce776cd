import { expect, it } from 'vitest';
import { deriveFigures } from '../../../derivation/figures';
import { edited } from '../../../motion/testing/rig';
import { dunnock } from '../../../samples/dunnock';
import { fieldfare } from '../../../samples/fieldfare';
import { defaultDisplay } from '../../../units/print';
import { instancesOf, stepsOf } from '../../graph';
import { tests } from '../../list';
import type { Made } from '../../made';
import { judge } from '../../record';
import { hideFaults, rehearse } from '../../rehearse/rehearsal';
import { mainsBranches } from './branch';

const { design } = fieldfare();
const madeOf = (d: typeof design): Made => {
  const figures = deriveFigures(d);
  return { design: figures.design, figures };
};
const made = madeOf(design);
const instances = instancesOf(made, tests);
const of = (key: string) => instances.find((i) => i.key === key)!;
const after = (key: string) => of(key).test.after?.(made, of(key).subject) ?? [];

it('branches from the inlet on: 4 A and 2 A; what a contactor holds is proven with the stop chain', () => {
  expect(mainsBranches(design)).toEqual([
    { id: 'breaker-2', ahead: ['main-switch', 'mains-breaker'], behind: ['field-supply', 'supply', 'supply-2'] },
    { id: 'breaker-3', ahead: ['main-switch', 'mains-breaker'], behind: [] },
  ]);
  // One breaker for all is no branch: its first switching on is the test of its supplies.
  expect(mainsBranches(dunnock().design)).toEqual([]);
});
it('a supply is measured after its own branch, and the branch after the earth', () => {
  expect(after('supply/field-supply')).toContain('branch/breaker-2');
  expect(after('branch/breaker-2')).toEqual(['earth']);
  const [first, second] = stepsOf(of('branch/breaker-2'), made, defaultDisplay).map((step) => String(step));
  expect(first).toContain('Switch off every breaker but -Q1, -F1');
  expect(second).toContain('Switch on -F3');
});
it('in a rehearsal it holds; with a neutral that is missing behind it, what hangs there stays dead', () => {
  const read = (d: typeof design, key = 'branch/breaker-2') => {
    const hidden = hideFaults(d, 0, 1);
    const readings = rehearse(of(key), made, hidden, 1);
    if (!readings.known) throw new Error(readings.missing.join());
    return judge(of(key), readings.value, made, defaultDisplay).verdict;
  };
  expect(read(design)).toBe('passed');
  // The coil of the contactor waits for its start button: that it is dead is right.
  expect(read(design, 'branch/breaker-3')).toBe('passed');
  const broken = edited(fieldfare(), { name: 'remove-conductors', args: { ids: ['mains/field-supply-n'] } });
  expect(read(broken.design)).toBe('failed');
  const trips = judge(of('branch/breaker-2'), { holds: 'trips', behind: 'nothing' }, made, defaultDisplay);
  expect([trips.verdict, trips.says[0]]).toEqual([
    'failed',
    '-F3 trips with -T1, -T5, -T6 behind it. Plug out before anything is touched.',
  ]);
});
