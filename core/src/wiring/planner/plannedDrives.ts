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
  /** The controller's channel: drives in their order, slaves on channels of their own. */
  channel: number;
}

/** All drives of a machine in axis order, each with the controller channel that it takes. */
export function drivesOf(design: Design): PlannedDrive[] {
  let channel = 0;
  return axesOf(design).flatMap(([axisId, axis]) =>
    axis.drives.map((drive, index) => ({
      name: axis.drives.length > 1 ? `${axis.letter} ${drive.side}` : axis.letter,
      axisId,
      index,
      drive,
      // A motor that hangs on the driver of the one before it takes no channel of its own.
      channel: onSameDriver(axis, drive.driver)[0] === index || !drive.driver ? channel++ : channel - 1,
    })),
  );
}
