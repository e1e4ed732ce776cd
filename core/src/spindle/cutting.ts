import type { cutMaterials } from '../machine/parts';

/** Materials with the force per area of chip that they ask for, N/mm²: planning figures, tools sharp. */
export const materials: Readonly<Record<Material, { name: string; cutForce: number }>> = {
  softwood: { name: 'Softwood', cutForce: 15 },
  hardwood: { name: 'Hardwood or fibreboard', cutForce: 35 },
  plastic: { name: 'Plastic', cutForce: 80 },
  aluminium: { name: 'Aluminium', cutForce: 750 },
  brass: { name: 'Brass', cutForce: 900 },
  'cast-iron': { name: 'Cast iron', cutForce: 1300 },
  steel: { name: 'Mild steel', cutForce: 2000 },
  stainless: { name: 'Stainless steel', cutForce: 2500 },
};
export type Material = (typeof cutMaterials)[number];

/** Power of a milling cut, W: width · depth · feed · force per area of chip; all in mm, feed in mm/s. */
export const millingW = (cutForce: number, widthMm: number, depthMm: number, feedMmS: number): number =>
  (cutForce * widthMm * depthMm * feedMmS) / 1000;

/** Power of a turning cut, W: depth · feed a revolution · cutting speed · force; mm, rpm. */
export const turningW = (cutForce: number, depthMm: number, feedMm: number, diameterMm: number, rpm: number): number =>
  (cutForce * depthMm * feedMm * Math.PI * diameterMm * rpm) / 60_000;

/** Torque of a tap, N·m: force · pitch² · diameter/8000, in mm (planning formula of tap makers for a full thread). */
export const tappingNm = (cutForce: number, diameterMm: number, pitchMm: number): number =>
  (cutForce * pitchMm ** 2 * diameterMm) / 8000;

/** Of the power of the motor, what belts, bearings and a blunt edge leave for the cut. */
export const TO_THE_CUT = 0.8;
