import { STEEL_DENSITY, STEEL_ELASTICITY } from './constants';
import type { Transmission } from '../machine/mechanics';

export type EndFixity = NonNullable<Extract<Transmission, { kind: 'screw' }>['endFixity']>;

/** β of the first bending mode of a beam, by how its ends are held. */
const whirlBeta: Record<EndFixity, number> = {
  'fixed-free': 1.8751,
  'supported-supported': Math.PI,
  'fixed-supported': 3.9266,
  'fixed-fixed': 4.73,
};
/** β of Euler buckling: not the same numbers. */
const bucklingBeta: Record<EndFixity, number> = {
  'fixed-free': Math.PI / 2,
  'supported-supported': Math.PI,
  'fixed-supported': 4.4934,
  'fixed-fixed': 2 * Math.PI,
};
/** Shares of the computed limits that may be used. */
export const WHIRL_SHARE = 0.8;
export const BUCKLING_SHARE = 0.5;
/** A common bound for a ball nut: ball circle diameter in mm times rpm. */
export const BALL_NUT_DN = 70_000;

const section = (rootMm: number) => {
  const d = rootMm / 1000;
  return { area: (Math.PI / 4) * d * d, inertia: (Math.PI / 64) * d ** 4 };
};

/** Whirl of a turning screw, rpm: (60/2π)·β²·√(E·I/(ρ·A·L⁴)). Lengths in mm; the root diameter counts. */
export function whirlRpm(rootMm: number, lengthMm: number, ends: EndFixity): number {
  const { area, inertia } = section(rootMm);
  const length = lengthMm / 1000;
  return (
    (60 / (2 * Math.PI)) *
    whirlBeta[ends] ** 2 *
    Math.sqrt((STEEL_ELASTICITY * inertia) / (STEEL_DENSITY * area * length ** 4))
  );
}

/** Euler buckling load of a screw in compression, N: β²·E·I/L². */
export function bucklingN(rootMm: number, lengthMm: number, ends: EndFixity): number {
  return (bucklingBeta[ends] ** 2 * STEEL_ELASTICITY * section(rootMm).inertia) / (lengthMm / 1000) ** 2;
}

/** Inertia of a solid screw about its axis, kg·m²: π/32·ρ·length·d⁴. */
export const screwInertiaKgm2 = (diameterMm: number, lengthMm: number): number =>
  (Math.PI / 32) * STEEL_DENSITY * (lengthMm / 1000) * (diameterMm / 1000) ** 4;
