import type { Design } from '../machine/design';
import { baseValue } from '../units/quantity';

/** Standard gravity, m/s². */
export const GRAVITY = 9.80665;

/**
 * Torque with which a load on a vertical screw turns the motor, less the drag of the screw, in N·m:
 * m·g·lead·(2 − 1/η)/2π − T_drag. Above zero, the load falls when the motor lets go.
 */
export const backDrivingTorqueNm = (massKg: number, leadMm: number, efficiency: number, dragNm: number): number =>
  (massKg * GRAVITY * (leadMm / 1000) * (2 - 1 / efficiency)) / (2 * Math.PI) - dragNm;

/** Mass that an axis carries, in kg; undefined where no item says that this axis moves it. */
export function movedMassKg(axisId: string, masses: Design['masses']): number | undefined {
  const items = Object.values(masses).filter((m) => m.movedBy.includes(axisId) && m.mass);
  return items.length ? items.reduce((sum, m) => sum + baseValue(m.mass!), 0) : undefined;
}
