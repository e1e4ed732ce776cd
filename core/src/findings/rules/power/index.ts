import type { Subject } from '../../finding';
import { busLift } from './busLift';
import { controllerSupply } from './controllerSupply';
import { controllerUnpowered, startDoesNothing, driveUnfed } from './powerless';
import { fuseLoad } from './fuseLoad';
import { heldInReset } from './heldInReset';
import { feedKind, feedOpen, feedRing, passedLoad } from './feedRules';
import { linkOpenAbove } from './linkOpenAbove';
import { loadVoltage } from './loadVoltage';
import { railsJoined } from './railsJoined';
import { railsReversed } from './railsReversed';
import { supplyLoad, fieldLoad } from './supplyLoad';
import { socketsSupply } from './socketsSupply';
import { supplyPeak } from './supplyPeak';
import { supplyVoltage } from './supplyVoltage';

/** Whether each part gets its power, and the right one. */
export const power: Subject = {
  title: 'Power to the parts',
  rules: [
    [controllerUnpowered, 'a controller without power; USB counts where the board takes it'],
    [heldInReset, 'a controller that is held in reset with no button pressed'],
    [startDoesNothing, 'a motor contactor that cannot pull in, and why'],
    [driveUnfed, 'a driver that no motor power reaches'],
    [controllerSupply, 'logic supply against the range of the controller’s terminals'],
    [supplyVoltage, 'motor supply against the limits of each driver'],
    [socketsSupply, 'motor supply against the range of a board with drivers in its sockets'],
    [supplyLoad, 'motor supply against motors, drivers and spindle by the energy balance'],
    [fieldLoad, 'field supply against coils, brakes, lamps, fans and sensors on it'],
    [supplyPeak, 'motor supply against the moments when all axes accelerate'],
    [fuseLoad, 'what hangs on each place of a fused strip against its fuse'],
    [busLift, 'energy that comes back when axes brake together, against the lowest limit on the bus'],
    [loadVoltage, 'voltage at each coil, brake, lamp, fan and valve against its rating, wherever it comes from'],
    [railsJoined, 'a plus on a minus, or two plus poles on one net'],
    [feedOpen, 'a part that needs power, or passes it on, and that nothing feeds'],
    [feedRing, 'parts that feed each other in a ring'],
    [feedKind, 'mains where direct current belongs, and direct current where mains belongs'],
    [linkOpenAbove, 'a link on a board that has to be open above some voltage'],
    [
      passedLoad,
      'what a switch, contactor, filter, breaker or the contact of a stop button passes on against its rating',
    ],
    [railsReversed, 'a part that is fed the wrong way round'],
  ],
};
