import type { Axis, Drive } from '../machine/mechanics';
import type { Part } from '../machine/parts';
import type { Derived } from '../units/derived';
import { figure, gather, known, mapKnown, missing } from '../units/derived';
import { travelPerRevolution } from './transmission';

/** Steps of the command per motor revolution, as the drive is set. */
export const stepsPerRevolution = (drive: Drive, driver: Part | undefined, axisPath: string): Derived<number> => {
  if (!driver) return missing(`${axisPath}.drives.0.driver`);
  const steps = driver.setup.stepsPerRevolution;
  return steps === undefined ? missing(`parts.${drive.driver}.setup.stepsPerRevolution`) : known(steps);
};

export interface Scale {
  /** Travel for one motor revolution, mm or degrees. */
  travelPerRev: number;
  stepsPerRev: number;
  /** Steps per mm or per degree. */
  stepsPerUnit: number;
  /** Travel of one commanded step, mm or degrees. It is a resolution, not an accuracy. */
  resolution: number;
}

/** Travel of an axis for each motor turn, mm or °: the transmission alone decides it, whatever drives it. */
export const axisTravelPerRev = (axisId: string, axis: Axis): Derived<number> =>
  axis.transmission
    ? travelPerRevolution(axis.transmission, `axes.${axisId}.transmission`)
    : missing(`axes.${axisId}.transmission.kind`);

/** Scale of one drive of an axis: steps per revolution over travel per revolution. */
export function scaleOf(axisId: string, axis: Axis, drive: Drive, driver: Part | undefined): Derived<Scale> {
  const path = `axes.${axisId}`;
  return mapKnown(
    gather({
      travelPerRev: axisTravelPerRev(axisId, axis),
      stepsPerRev: stepsPerRevolution(drive, driver, path),
    }),
    ({ travelPerRev, stepsPerRev }) => ({
      travelPerRev,
      stepsPerRev,
      stepsPerUnit: stepsPerRev / travelPerRev,
      resolution: travelPerRev / stepsPerRev,
    }),
  );
}

/**
 * Torque share that one microstep yields before the shaft moves at all: sin(90°/µ) of the holding torque,
 * where µ is the number of microsteps in a full step. The reason why resolution is not accuracy.
 */
export const microstepTorqueShare = (microsteps: number): number => Math.sin(Math.PI / 2 / microsteps);

/** Microsteps in one full step of a stepper, from the drive's steps per revolution and the motor's step angle. */
export const microsteps = (motor: Part, motorId: string, stepsPerRev: number): Derived<number> =>
  motor.data.class === 'motor'
    ? mapKnown(figure(motor.data.stepAngle, `parts.${motorId}.data.stepAngle`), (deg) => (stepsPerRev * deg) / 360)
    : missing(`parts.${motorId}`);
