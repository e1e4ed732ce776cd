import type { Design } from '../machine/design';
import { baseValue } from '../units/quantity';
import { GRAVITY } from './constants';

/** What a drive has to move, in base units. `travelMm` is that of one output revolution: the lead of a screw. */
export interface Load {
  massKg: number;
  /** Angle of the travel against the horizontal, rad. */
  tiltRad: number;
  frictionCoefficient: number;
  cuttingN: number;
  /** Torque of the cut about a rotary axis, N·m at the table; none when absent. */
  cuttingNm?: number;
  /** Carried by a spring, strut or weight, N. */
  counterbalanceN: number;
  /** Travel of one revolution of the screw, pulley or pinion, mm. */
  travelMm: number;
  efficiency: number;
  dragNm: number;
  /** Motor revolutions for one of the output, and the efficiency of that reduction. */
  ratio: number;
  ratioEfficiency: number;
  /** Inertia of the motor, and of what turns with the output, kg·m². */
  motorInertiaKgm2: number;
  rotatingInertiaKgm2: number;
}

/** Force along the travel at steady speed, N: F_cut + µ·m·g·cosθ + m·g·sinθ less the counterbalance. */
export function forceN(l: Load): number {
  const weight = l.massKg * GRAVITY;
  const lift = weight * Math.sin(l.tiltRad) - l.counterbalanceN;
  return l.cuttingN + l.frictionCoefficient * weight * Math.cos(l.tiltRad) + Math.max(0, lift);
}

/** Whole inertia at the motor shaft, kg·m²: J_motor + (J_rot + m·(travel/2π)²/η)/(r²·η_gear). */
export function inertiaKgm2(l: Load): number {
  const arm = l.travelMm / 1000 / (2 * Math.PI);
  const load = l.rotatingInertiaKgm2 + (l.massKg * arm * arm) / l.efficiency;
  return l.motorInertiaKgm2 + load / (l.ratio ** 2 * l.ratioEfficiency);
}

/** Torque at the motor for steady motion, N·m: [F·travel/(2π·η) + T_drag + T_cut]/(r·η_gear). */
export const steadyTorqueNm = (l: Load): number =>
  ((forceN(l) * (l.travelMm / 1000)) / (2 * Math.PI * l.efficiency) + l.dragNm + (l.cuttingNm ?? 0)) /
  (l.ratio * l.ratioEfficiency);

/** Angular acceleration of the motor, rad/s²: a·2π·r/travel. */
export const motorAlpha = (l: Load, accelerationMmS2: number): number =>
  (accelerationMmS2 * 2 * Math.PI * l.ratio) / l.travelMm;

/** Torque that the motor must give to accelerate the load, N·m: steady part + J·α. */
export const requiredTorqueNm = (l: Load, accelerationMmS2: number): number =>
  steadyTorqueNm(l) + inertiaKgm2(l) * motorAlpha(l, accelerationMmS2);

/**
 * Torque with which a force along the travel turns a screw, pulley or pinion backwards, N·m: F·travel·(2 − 1/η)/2π. At or
 * below zero its own friction holds the force.
 */
export const backDrivenNm = (forceN: number, travelMm: number, efficiency: number): number =>
  (forceN * (travelMm / 1000) * (2 - 1 / efficiency)) / (2 * Math.PI);

/** Half flank angle of a metric trapezoidal thread. */
const FLANK_RAD = (15 * Math.PI) / 180;

/** Efficiency of a trapezoidal screw: tan λ/tan(λ + φ′), φ′ = atan(µ/cos 15°); d2 is the pitch diameter. */
export function trapezoidalEfficiency(d2Mm: number, leadMm: number, friction: number): number {
  const lambda = Math.atan(leadMm / (Math.PI * d2Mm));
  return Math.tan(lambda) / Math.tan(lambda + Math.atan(friction / Math.cos(FLANK_RAD)));
}

/** The friction below which a trapezoidal screw no longer holds by itself: µ = tan λ·cos 15°. */
export const holdingFriction = (d2Mm: number, leadMm: number): number =>
  (leadMm / (Math.PI * d2Mm)) * Math.cos(FLANK_RAD);

/** Mass that an axis carries, in kg; undefined where no item says that this axis moves it. */
export function movedMassKg(axisId: string, masses: Design['masses']): number | undefined {
  const items = Object.values(masses).filter((m) => m.movedBy.includes(axisId) && m.mass);
  return items.length ? items.reduce((sum, m) => sum + baseValue(m.mass!), 0) : undefined;
}

/** Of a gantry's mass, the share in kg that its worse-loaded side carries: beam/2 + carriage·(1 − x/W), smallest x. */
export const worseSideKg = (beamKg: number, carriageKg: number, nearestShare: number): number =>
  beamKg / 2 + carriageKg * (1 - nearestShare);

/**
 * Energy that a drive can push back into its supply when it brakes from a motor speed, J: ½·ω²·(J_motor + (J_rot + m·(travel/2π)²·η)·η_gear/r²).
 * On the way back the friction of screw and reduction is on its side: what the load holds arrives *times* the efficiency.
 */
export function brakingEnergyJ(l: Load, omegaRadPerS: number): number {
  const arm = l.travelMm / 1000 / (2 * Math.PI);
  const load = l.rotatingInertiaKgm2 + l.massKg * arm * arm * l.efficiency;
  return 0.5 * omegaRadPerS ** 2 * (l.motorInertiaKgm2 + (load * l.ratioEfficiency) / l.ratio ** 2);
}

/** Bus voltage after an axis has braked into it without loss, V: √(V0² + 2E/C), E = ½ΣJω² + ½mv². Farads and joules. */
export const liftedBusV = (volts: number, energyJ: number, capacitanceF: number): number =>
  Math.sqrt(volts * volts + (2 * energyJ) / capacitanceF);
