import type { Subject } from '../../finding';
import { dividerUneven, encoderRate, threadIndex, threadingSpeed } from './spindleEncoder';
import { cutStalls } from './cutStalls';
import { taps } from './taps';
import { wantedThreads } from './wantedThreads';
import { changerIncomplete, drawbarUnwatched, turretShort } from './toolChanger';
import { heldByPower } from './heldByPower';
import { flowUnwatched } from './flowUnwatched';
import { permitForbids } from './permitForbids';
import { spindleCarrier, spindlePlate } from './spindleSheet';
import { spindleServo, spindleFrequency, spindleCurrent, spindleFlux } from './spindleDriveRules';

/** The spindle, its drive and its encoder. */
export const spindle: Subject = {
  title: 'Spindle and threads',
  rules: [
    [spindleFrequency, 'frequency and poles of the spindle against its drive'],
    [spindleServo, 'a servo spindle against the kind of its drive'],
    [spindleCurrent, 'current of the spindle against its drive'],
    [spindleFlux, 'volts per hertz of the drive against the plate of the spindle'],
    [spindlePlate, 'figures of the spindle’s plate against each other'],
    [spindleCarrier, 'switching frequency of the drive against the spindle’s'],
    [permitForbids, 'a contact that allows the spindle by being open'],
    [flowUnwatched, 'a pump for the spindle whose flow nothing sees'],
    [changerIncomplete, 'outputs and sensors of a tool changer'],
    [turretShort, 'the stations of a turret on an axis against its envelope'],
    [drawbarUnwatched, 'a power drawbar and what permits the spindle'],
    [heldByPower, 'what holds the work, against a loss of power'],
    [cutStalls, 'the cuts that it is wanted for against its torque at that speed'],
    [taps, 'taps against what holds them, the ramp of the spindle, the axis and the floor of the hole'],
    [wantedThreads, 'the threads that it is wanted for against the axis, the run-in and the counter'],
    [encoderRate, 'the spindle’s encoder against its own limit and the counter'],
    [dividerUneven, 'a divider that leaves no whole number of lines'],
    [threadIndex, 'index of the encoder against the turn of the spindle'],
    [threadingSpeed, 'pitch times speed of a thread against the axis'],
  ],
};
