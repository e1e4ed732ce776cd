import { seatedChannel, seatOf } from '../../distribution/seats';
import type { Design } from '../../machine/design';
import { axesOf } from '../../machine/design';
import type { Drive } from '../../machine/mechanics';
import { onSameDriver } from './phases';

export interface PlannedDrive {
  /** Axis letter, with the side for a pair: `X left`. */
  name: string;
  axisId: string;
  index: number;
  drive: Drive;
  /**
   * The controller's channel: that of the socket that the driver sits in; other drives in their order, slaves on channels of
   * their own. Of a motor that shares its channel, that of the one that it follows.
   */
  channel: number;
}

/** All drives of a machine in axis order, each with the controller channel that it takes. */
export function drivesOf(design: Design): PlannedDrive[] {
  const seated = seatedChannels(design);
  const taken = new Set(seated.values());
  let next = 0;
  const free = (): number => {
    while (taken.has(next)) next++;
    return next++;
  };
  return axesOf(design).flatMap(([axisId, axis]) => {
    let last = 0;
    return axis.drives.map((drive, index): PlannedDrive => {
      // A motor that hangs on the driver of the one before it takes no channel of its own.
      if (onSameDriver(axis, drive.driver)[0] === index || !drive.driver)
        last = (drive.driver === undefined ? undefined : seated.get(drive.driver)) ?? free();
      return {
        name: axis.drives.length > 1 ? `${axis.letter} ${drive.side}` : axis.letter,
        axisId,
        index,
        drive,
        channel: last,
      };
    });
  });
}

/** The channels of the drivers that sit in sockets of the controller. */
function seatedChannels(design: Design): Map<string, number> {
  const channels = new Map<string, number>();
  for (const [, { drives }] of axesOf(design))
    for (const [index, { driver }] of drives.entries()) {
      if (!driver || channels.has(driver) || seatOf(design, driver)?.board !== design.roles.controller) continue;
      const channel = seatedChannel(design, drives, index);
      if (channel !== undefined) channels.set(driver, channel);
    }
  return channels;
}
