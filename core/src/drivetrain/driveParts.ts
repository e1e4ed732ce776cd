import type { Design } from '../machine/design';
import type { Axis } from '../machine/mechanics';
import { baseValue } from '../units/quantity';
import { driveFeed } from './bus';
import type { DriveParts } from './speed';

/** Travel in mm of the axis whose carriage runs along a gantry: the other level linear one. */
export const acrossTravel = (design: Pick<Design, 'axes'>, gantry: Axis): number | undefined => {
  const across = Object.values(design.axes).find(
    (a) => a !== gantry && a.motion === 'linear' && !['up', 'down'].includes(a.plus),
  );
  return across?.travel && baseValue(across.travel);
};

/** All that one drive of an axis is made of, picked from the design. */
export function drivePartsOf(design: Design, axisId: string, index: number): DriveParts {
  const axis = design.axes[axisId]!;
  const drive = axis.drives[index]!;
  const part = (id: string | undefined) => (id ? design.parts[id] : undefined);
  return {
    axisId,
    axis,
    drive,
    kind: design.kind,
    driver: part(drive.driver),
    motor: part(drive.motor),
    controllerId: design.roles.controller,
    controller: part(design.roles.controller),
    feed: driveFeed(design, drive.driver),
    masses: Object.values(design.masses).filter((m) => m.movedBy.includes(axisId)),
    // Without the spacing of the drives nobody asks where between them the carriage stands.
    acrossTravelMm: axis.drives.length > 1 && axis.driveSpacing ? acrossTravel(design, axis) : undefined,
  };
}
