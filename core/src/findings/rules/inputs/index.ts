import type { Subject } from '../../finding';
import { brokenWire } from './brokenWire';
import { closedInParallel } from './closedInParallel';
import { commonMissing } from './commonMissing';
import { frameHidesTrip } from './frameHidesTrip';
import { headOff } from './headOff';
import { inputCurrent } from './inputCurrent';
import { inputFloating } from './inputFloating';
import { inputTwice } from './inputTwice';
import { noisyInput } from './noisyInput';
import { outputType } from './outputType';
import { sensorLeakage } from './sensorLeakage';
import { sensorSupply } from './sensorSupply';
import { tripUnseen } from './tripUnseen';

/** What an input reads, and whether it notices what it should. */
export const inputs: Subject = {
  title: 'Inputs and their wiring',
  rules: [
    [tripUnseen, 'a switch whose trip changes nothing at the input, by the evaluated circuit'],
    [brokenWire, 'a limit or stop whose broken wire nobody would notice'],
    [inputTwice, 'two functions on one input'],
    [inputFloating, 'an input that nothing holds in one of its states'],
    [inputCurrent, 'current of an input against its threshold and the contact’s wetting current'],
    [commonMissing, 'an isolated input with only one end connected'],
    [outputType, 'NPN or PNP of a sensor against its input'],
    [sensorSupply, 'voltage at a sensor against its range'],
    [sensorLeakage, 'leakage of two-wire sensors against the input'],
    [closedInParallel, 'closed contacts in parallel'],
    [noisyInput, 'disturbance from the drives beside a lead against threshold and filter'],
    [headOff, 'an input that reads tripped while the head with its switch is off the machine'],
    [frameHidesTrip, 'a chafed wire that takes the place of a closed contact'],
  ],
};
