import type { TurningBody } from '../machine/parts';
import { figureOr } from '../units/derived';
import { baseValue } from '../units/quantity';

/** Inertia of a disc or a ring about its axis, kg·m²: ½ · m · (r² + r_i²); mass in kg, diameters in mm. */
export const bodyInertia = ({ mass, diameter, bore }: Pick<TurningBody, 'mass' | 'diameter' | 'bore'>): number =>
  0.5 * baseValue(mass) * ((baseValue(diameter) / 2000) ** 2 + (figureOr(bore, 0) / 2000) ** 2);

/** Inertia of all of them at the motor, kg·m²: what turns with the spindle counts with the square of its ratio. */
export const inertiaOfBodies = (bodies: readonly TurningBody[], ratio: number): number =>
  bodies.reduce((sum, b) => sum + bodyInertia(b) * (b.on === 'spindle' ? ratio ** 2 : 1), 0);
