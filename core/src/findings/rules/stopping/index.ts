import type { Subject } from '../../finding';
import { brakeUnfed } from './brakeUnfed';
import { contactorDirectCurrent } from './contactorDirectCurrent';
import {
  headDropsOnStop,
  coastsTooFar,
  spindleRunsOn,
  startsByItself,
  stopCutsNothing,
  relaysRing,
} from './stopCourseRules';
import { headMayFall } from './headMayFall';
import { massMissing } from './massMissing';
import { noStopInput } from './stopInput';
import { pauseAsStop } from './pauseAsStop';
import { stopByReset } from './stopByReset';
import { stopContactRating } from './stopContactRating';
import { stopDoesNotLatch } from './stopDoesNotLatch';
import { stopInReturn } from './stopInReturn';
import { stopUndecided } from './stopUndecided';
import { stopUntold } from './stopUntold';

/** What falls, what runs on, and what a stop really stops. */
export const stopping: Subject = {
  title: 'Gravity and stopping',
  rules: [
    [headMayFall, 'an axis that its weight, or too strong a counterbalance, moves once the motor loses power'],
    [massMissing, 'an axis with gravity in it and no mass entered'],
    [brakeUnfed, 'a motor brake that nothing feeds'],
    [headDropsOnStop, 'an axis that nothing holds after the stop, with the control alive or hung'],
    [coastsTooFar, 'run-on by friction alone against the room behind the limit'],
    [spindleRunsOn, 'a spindle that the stop leaves turning'],
    [startsByItself, 'power that comes back when the button is released'],
    [stopCutsNothing, 'a stop that by its nets cuts no power'],
    [stopByReset, 'a stop that resets the control'],
    [stopDoesNotLatch, 'a stop that ends when the hand releases it'],
    [stopUntold, 'a stop that the control does not hear of'],
    [noStopInput, 'no stop input at all'],
    [stopUndecided, 'what the stop cuts, not yet chosen'],
    [stopContactRating, 'current through a stop contact against its rating'],
    [stopInReturn, 'a stop contact between a load and 0 V'],
    [pauseAsStop, 'a mushroom button that only pauses'],
    [relaysRing, 'relays that chase each other for ever'],
    [contactorDirectCurrent, 'a contactor for alternating current in a direct-current bus'],
  ],
};
