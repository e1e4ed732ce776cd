/** Resistivity of annealed copper at 20 °C in Ω·mm²/m, and how it grows with each kelvin (IEC 60228, IEC 60028). */
const RHO_20 = 1.724e-2;
const ALPHA = 0.00393;

/** Copper in a cabinet or a cable chain is warm: drops are worked out at this temperature. */
export const WORKING_C = 40;

/** Resistance in Ω of a copper conductor of `lengthM` metres and `sectionMm2` mm² at `celsius`. */
export const resistanceOhm = (lengthM: number, sectionMm2: number, celsius = WORKING_C): number =>
  (RHO_20 * (1 + ALPHA * (celsius - 20)) * lengthM) / sectionMm2;

/** Voltage in V that is lost there and back over `lengthM` metres one way: `2·l·ρ(T)·I/A`. */
export const dropV = (lengthM: number, amps: number, sectionMm2: number, celsius = WORKING_C): number =>
  2 * amps * resistanceOhm(lengthM, sectionMm2, celsius);

/** Voltage in V that is lost between two phases of three over `lengthM` metres one way: √3·I·R. */
export const threePhaseDropV = (lengthM: number, amps: number, sectionMm2: number, celsius = WORKING_C): number =>
  Math.sqrt(3) * amps * resistanceOhm(lengthM, sectionMm2, celsius);

/** A row of a planning table: the largest current in A that a section in mm² is given. */
export interface Ampacity {
  sectionMm2: number;
  amps: number;
}

/**
 * A cautious planning table for copper with PVC, grouped in ducts and chains at 40 °C: from about 0.6 (thin) to 0.9 of IEC 60204-1,
 * method B2 (a cable in conduit), which leaves room for a second loaded circuit beside it. From 4 mm² on each row is the
 * next breaker below 0.88 of it. The owner of a machine may put their own in its place.
 */
export const usualAmpacity: readonly Ampacity[] = [
  [0.14, 1],
  [0.25, 2],
  [0.34, 2.5],
  [0.5, 3],
  [0.75, 5],
  [1, 7],
  [1.5, 10],
  [2.5, 16],
  [4, 20],
  [6, 25],
  [10, 35],
].map(([sectionMm2, amps]) => ({ sectionMm2: sectionMm2!, amps: amps! }));

/** Largest current in A for a section in mm²: that of the nearest row that is not thicker; 0 below the thinnest. */
export function ampacityA(sectionMm2: number, table: readonly Ampacity[] = usualAmpacity): number {
  let amps = 0;
  // A gauge that is a hair under a metric section (AWG 20 for 0.5 mm²) counts as that section.
  for (const row of table) if (row.sectionMm2 <= sectionMm2 * 1.05) amps = Math.max(amps, row.amps);
  return amps;
}

/** What a section must stand: the current, the device that protects it, and how much of the voltage may be lost. */
export interface Duty {
  amps: number;
  /** Rated current in A of what trips before this conductor burns; the load's own current where nothing does. */
  protectedA?: number;
  lengthM?: number;
  /** Most volts that may be lost there and back. */
  mostDropV?: number;
}

/**
 * The thinnest section in mm² of the table, and not under `leastMm2`, that stands its duty:
 * `I_load ≤ I_n ≤ I_conductor`, and the drop. The thickest row where none does.
 */
export function sectionMm2For(duty: Duty, leastMm2 = 0, table: readonly Ampacity[] = usualAmpacity): number {
  const amps = Math.max(duty.amps, duty.protectedA ?? 0);
  const row = table.find(
    ({ sectionMm2, amps: most }) =>
      sectionMm2 >= leastMm2 &&
      most >= amps &&
      (duty.lengthM === undefined ||
        duty.mostDropV === undefined ||
        dropV(duty.lengthM, duty.amps, sectionMm2) <= duty.mostDropV),
  );
  return row?.sectionMm2 ?? table.at(-1)!.sectionMm2;
}
