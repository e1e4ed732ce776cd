import type { Subject } from '../../finding';
import { commandFormat } from './commandFormat';
import { directionSetup } from './directionSetup';
import { invertedTwice } from './invertedTwice';
import { phasesSplit } from './phasesSplit';
import { pulseRate, driverPulseRate } from '../drives/speedLimit';
import { pulseTotal } from './pulseTotal';
import { pulseWidth } from './pulseWidth';
import { signalLevel } from './signalLevel';
import { stepsNotOffered } from './stepsNotOffered';

/** From the pulses of the controller to the turning of the shaft. */
export const pulses: Subject = {
  title: 'Step and direction',
  rules: [
    [pulseRate, 'pulses a second against the channel of the controller'],
    [pulseTotal, 'pulses a second of all channels against the processor that makes them'],
    [driverPulseRate, 'pulses a second against the driver'],
    [pulseWidth, 'length of the step pulse against the driver'],
    [directionSetup, 'time between direction and step against the driver'],
    [signalLevel, 'level and type of the step outputs against the driver’s inputs'],
    [commandFormat, 'form of the step command on both sides'],
    [stepsNotOffered, 'a pulse count that the driver’s switches do not offer'],
    [invertedTwice, 'a direction that is turned round in two places'],
    [phasesSplit, 'a winding split over two phases'],
  ],
};
