import { materials, type Material } from './cutting';

/** Modulus of elasticity, N/mm², and density, kg/m³, of what bars are of: planning figures of textbooks. */
export const barMaterials: Readonly<Partial<Record<Material, { modulus: number; density: number }>>> = {
  plastic: { modulus: 3000, density: 1400 },
  aluminium: { modulus: 70_000, density: 2700 },
  brass: { modulus: 100_000, density: 8500 },
  'cast-iron': { modulus: 110_000, density: 7200 },
  steel: { modulus: 210_000, density: 7850 },
  stainless: { modulus: 195_000, density: 7900 },
};

/** A round bar in a chuck; lengths in mm. */
export interface Bar {
  diameterMm: number;
  /** From the jaws to its free end, or to the centre of the tailstock. */
  lengthMm: number;
  modulus: number;
  density: number;
}

/** Of the cutting force, what pushes the work away from the tool. */
const PUSHES_AWAY = 0.4;
/** Force that pushes the work away, N: a share of depth · feed a revolution · force per area of chip. */
export const passiveN = (cutForce: number, depthMm: number, feedMm: number): number =>
  PUSHES_AWAY * cutForce * depthMm * feedMm;

/** Second moment of area of a round bar, mm⁴: π · d⁴/64. */
const secondMoment = (d: number): number => (Math.PI * d ** 4) / 64;
/** Held at one end with the force on the other F·L³/(3·E·I); with a centre there, at its weakest place F·L³/(48·√5·E·I). */
const FREE = 3;
const WITH_CENTRE = 48 * Math.sqrt(5);

/** How far the cut pushes the bar away where it gives way most, mm; a diameter comes out larger by twice that. */
export const pushedAwayMm = (bar: Bar, forceN: number, centre: boolean): number =>
  (forceN * bar.lengthMm ** 3) / ((centre ? WITH_CENTRE : FREE) * bar.modulus * secondMoment(bar.diameterMm));

/** First root of the vibrating cantilever, squared. */
const CANTILEVER = 1.8751 ** 2;
/** Speed at which a bar that is held at one end alone bends outward and whips, rpm: its first natural frequency. */
export function whipRpm({ diameterMm, lengthMm, modulus, density }: Bar): number {
  const [d, l] = [diameterMm / 1000, lengthMm / 1000];
  // √(E·I/(ρ·A)) of a round bar: d/4 · √(E/ρ).
  const perSecond = (CANTILEVER * (d / 4) * Math.sqrt((modulus * 1e6) / density)) / l ** 2;
  return (perSecond * 60) / (2 * Math.PI);
}
/** A bar is kept below this share of that speed. */
const WHIP_SHARE = 0.5;

/** Lengths in diameters up to which a bar is turned in the chuck alone, and with a centre. */
export const MOST_FREE = 4;
export const MOST_WITH_CENTRE = 10;
export type Support = 'chuck' | 'centre' | 'steady-rest';
/** What holds a bar of a length well enough. */
export const supportFor = ({ lengthMm, diameterMm }: Pick<Bar, 'lengthMm' | 'diameterMm'>): Support =>
  lengthMm <= MOST_FREE * diameterMm ? 'chuck' : lengthMm <= MOST_WITH_CENTRE * diameterMm ? 'centre' : 'steady-rest';

/** A bar in the chuck as it is worked; mm. */
export interface BarWork {
  material: Material;
  diameterMm: number;
  lengthMm: number;
  /** Undefined: nothing is said of the cut. */
  depthMm: number | undefined;
  feedMm: number | undefined;
  /** Free behind the spindle; 0 where nothing is. */
  behindMm: number;
  /** That the tool can be moved along it; undefined while the envelope is not known. */
  reachMm: number | undefined;
}
/** What holds it, how far the cut pushes it away, what is out of reach, and how fast it may turn. */
export interface BarStanding {
  /** Length in diameters. */
  ratio: number;
  support: Support;
  push: { newtons: number; freeMm: number; centredMm: number } | undefined;
  beyondMm: number;
  /** Undefined where nothing is free behind the spindle. */
  mostRpm: number | undefined;
}
/** Undefined for a material that no bar is of, or for figures that are none. */
export function barStanding(work: BarWork): BarStanding | undefined {
  const { material, diameterMm, lengthMm, depthMm, feedMm, behindMm, reachMm } = work;
  const of = barMaterials[material];
  if (!of || !(diameterMm > 0) || !(lengthMm > 0)) return undefined;
  const bar = { diameterMm, lengthMm, ...of };
  const newtons =
    depthMm === undefined || feedMm === undefined ? undefined : passiveN(materials[material].cutForce, depthMm, feedMm);
  return {
    ratio: lengthMm / diameterMm,
    support: supportFor(bar),
    push:
      newtons === undefined
        ? undefined
        : { newtons, freeMm: pushedAwayMm(bar, newtons, false), centredMm: pushedAwayMm(bar, newtons, true) },
    beyondMm: reachMm === undefined ? 0 : Math.max(0, lengthMm - reachMm),
    mostRpm: behindMm > 0 ? WHIP_SHARE * whipRpm({ ...bar, lengthMm: behindMm }) : undefined,
  };
}
