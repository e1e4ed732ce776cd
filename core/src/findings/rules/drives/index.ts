import type { Subject } from '../../finding';
import { alarmUnused } from './alarmUnused';
import { brakeDelay } from './brakeDelay';
import { buckling } from './buckling';
import { currentNotSet } from './currentNotSet';
import { driverCurrent } from './driverCurrent';
import { enableOpen } from './enableOpen';
import { encoderBattery } from './encoderBattery';
import { gantryUnlike } from './gantryUnlike';
import { inertiaRatio } from './inertiaRatio';
import { microstepPromise } from './microstepPromise';
import { motorDriverKind } from './motorDriverKind';
import { motorSpeed, screwWhirl, ballNut } from './speedLimit';
import { motorUnderfed } from './motorUnderfed';
import { noSocket } from './noSocket';
import { oneChannel } from './oneChannel';
import { resonance } from './resonance';
import { seriesMotors } from './seriesMotors';
import { servoGear } from './servoGear';
import { servoOverheats } from './servoOverheats';
import { servoWindow } from './servoWindow';
import { slaveDiffers } from './slaveDiffers';
import { stall } from './stall';
import { unprovenSpeed } from './unprovenSpeed';

/** Whether a motor does what is asked of it, and its drive with it. */
export const drives: Subject = {
  title: 'Motors and drives',
  rules: [
    [motorDriverKind, 'motor against drive: stepper, closed loop, servo, encoder, phases, voltage'],
    [noSocket, 'a plug-in driver without a socket, or in one that no channel steps'],
    [driverCurrent, 'set current against driver and motor, as the winding is connected'],
    [currentNotSet, 'a driver whose current nobody has entered'],
    [motorUnderfed, 'a driver that cannot give what the motor is rated for'],
    [servoOverheats, 'a servo that cuts above its rated torque for long'],
    [motorSpeed, 'wanted speed against the motor’s limit'],
    [screwWhirl, 'wanted speed against the critical speed of the screw'],
    [ballNut, 'wanted speed against the limit of a ball nut'],
    [stall, 'torque in reserve at the wanted speed and acceleration'],
    [unprovenSpeed, 'fast and open loop, where the torque was not measured'],
    [resonance, 'a speed held for long where the rotor rings'],
    [microstepPromise, 'a microstep whose torque does not overcome the drag'],
    [inertiaRatio, 'load inertia against that of a closed-loop motor'],
    [buckling, 'a slender screw that is pushed'],
    [seriesMotors, 'two motors in series on one driver'],
    [gantryUnlike, 'two unlike motors on one gantry'],
    [slaveDiffers, 'two motors of one axis with different scale, speed or acceleration'],
    [oneChannel, 'two motors on one channel that have to turn apart'],
    [servoGear, 'electronic gear of a servo drive against the scale of the control'],
    [servoWindow, 'window for the following error against the lag of a fast move'],
    [brakeDelay, 'a drive that lets go before the brake of its motor holds'],
    [encoderBattery, 'an absolute encoder without its battery'],
    [enableOpen, 'an enable input that must be fed, with nothing on it'],
    [alarmUnused, 'an alarm output that nothing reads'],
  ],
};
