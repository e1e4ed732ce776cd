import { supplyDependencies, wiresOn } from '../../dependencies';
import { choice, textOf } from '../../reading';
import { whole } from '../../subjects';
import type { BringUpTest } from '../../testKind';

export const logic: BringUpTest = {
  kind: 'logic',
  version: 1,
  phase: 'supplies and logic',
  title: 'Logic first',
  purpose: 'The control wakes by itself, with the motors still without power: nothing can move while you look.',
  caution: 'Keep the motor supply off, and a hand near the main switch: smoke is seen before it is smelled.',
  minutes: 5,
  subjects: whole,
  after: ({ design }) => [design.rails.logic?.supply ? `supply/${design.rails.logic.supply}` : 'supply', 'seating'],
  reliesOn: () => ['supply'],
  dependsOn: ({ design }) => [
    'roles.controller',
    ...supplyDependencies(design, 'logic'),
    ...wiresOn(design, design.rails.logic?.supply),
  ],
  steps: () => [
    'Plug in the logic supply only, switch on, and look and smell for ten seconds.',
    'Feel each small regulator with the back of a finger after a minute.',
    'Its lamps should be as its data sheet says.',
  ],
  fields: () => [
    choice('result', 'The control', {
      awake: 'is awake, and nothing gets hot',
      dead: 'shows nothing',
      hot: 'something gets hot',
    }),
  ],
  judge(r) {
    const result = textOf(r, 'result');
    if (result === 'awake') return { verdict: 'passed', says: ['The control is awake.'] };
    return result === 'hot'
      ? {
          verdict: 'failed',
          says: ['Switch off now: something gets hot.'],
          causes: ['A conductor on the wrong terminal.', 'A short on an output of the control.'],
        }
      : {
          verdict: 'failed',
          says: ['The control shows nothing.'],
          causes: ['Its fuse.', 'Polarity of its supply.', 'A jumper that chooses where it is fed from.'],
        };
  },
  rehearse: (bench) => ({ result: bench.on().look().state === 'no-power' ? 'dead' : 'awake' }),
};
