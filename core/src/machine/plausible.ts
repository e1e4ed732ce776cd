import type { Quantity } from '../units/quantity';
import { baseValue } from '../units/quantity';
import type { Unit } from '../units/units';
import { dimensionOf, unitsOf } from '../units/units';
import type { Design } from './design';
import { valueAt } from './fields';
import type { PartClass } from './parts';

/** What a figure usually is on a hobby machine, in base units: from the smallest to the largest that is really met. */
type Usual = readonly [least: number, most: number];

/** By the path's last part, for axes and masses; narrower than what a field refuses: see bounds. */
const ofAxis: Readonly<Record<string, Usual>> = {
  travel: [8, 6000],
  maxSpeed: [0.5, 1500],
  acceleration: [5, 25_000],
  dragTorque: [0, 3],
  cuttingForce: [0, 3000],
  'transmission.pitch': [0.3, 60],
  'transmission.outerDiameter': [3, 80],
  'transmission.rootDiameter': [2, 78],
  'transmission.length': [40, 7000],
  'transmission.module': [0.3, 6],
};
const ofMass: Usual = [0.02, 1500];

/** By class of part and key of its data sheet. */
const ofPart: Partial<Record<PartClass, Readonly<Record<string, Usual>>>> = {
  motor: {
    frame: [18, 180],
    holdingTorque: [0.02, 60],
    ratedTorque: [0.02, 60],
    peakTorque: [0.05, 180],
    ratedCurrent: [0.1, 60],
    resistance: [0.02, 120],
    inductance: [0.05, 100],
    // A 28 mm frame has about 9 g·cm², a 130 mm one some 25 kg·cm².
    rotorInertia: [5e-7, 5e-3],
    maxSpeed: [100, 20_000],
  },
  'stepper-driver': {
    currentMax: [0.3, 30],
    supplyMax: [8, 400],
    pulseHighMin: [5e-8, 1e-4],
    pulseLowMin: [5e-8, 1e-4],
  },
  'servo-drive': {
    currentMax: [0.5, 120],
    supplyMax: [20, 400],
    pulseHighMin: [5e-8, 1e-4],
    pulseLowMin: [5e-8, 1e-4],
  },
  supply: { outputVoltage: [3, 400], outputCurrent: [0.2, 100], outputCapacitance: [1e4, 3e8] },
  controller: { pulseRate: [1000, 2e7], pulseWidth: [5e-8, 1e-4], inputPoll: [1e-6, 0.1] },
  spindle: { power: [20, 30_000], maxSpeed: [100, 100_000] },
  contactor: { coilCurrent: [0.005, 3] },
  relay: { coilCurrent: [0.002, 1] },
  switch: { overTravel: [0.1, 30], repeatability: [1e-4, 1] },
};
// A rotary axis is told in degrees: other figures are usual there.
const linearOnly = new Set(['travel', 'maxSpeed', 'acceleration']);

function usualFor(design: Design, path: string): Usual | undefined {
  const [table, id = '', ...rest] = path.split('.');
  const key = rest.join('.');
  if (table === 'masses' && key === 'mass') return ofMass;
  if (table === 'axes') {
    const axis = design.axes[id];
    return axis?.motion === 'rotary' && linearOnly.has(key) ? undefined : ofAxis[key];
  }
  const part = table === 'parts' ? design.parts[id] : undefined;
  return part && rest[0] === 'data' && rest.length === 2 ? ofPart[part.data.class]?.[rest[1]!] : undefined;
}

/** A figure that can hardly be as it was entered, and the same number in the unit that would make it usual. */
export interface UnitDoubt {
  usual: Usual;
  meant: Quantity;
}

/**
 * Asks about the unit of an entered figure: it lies outside what is usual for its field, and the same number in another unit
 * lies inside. Undefined where nothing is odd, or where no other unit would make it usual.
 */
export function unitDoubt(design: Design, path: string, q: Quantity): UnitDoubt | undefined {
  const usual = usualFor(design, path);
  const value = baseValue(q);
  const inside = (v: number): boolean => v >= usual![0] && v <= usual![1];
  if (!usual || value <= 0 || inside(value)) return undefined;
  const middle = Math.sqrt(Math.max(usual[0], 1e-9) * usual[1]);
  const meant = unitsOf(dimensionOf(q.unit))
    .filter((unit) => unit !== q.unit && unit !== 'tpi')
    .map((unit): Quantity => ({ ...q, unit }))
    .filter((other) => inside(baseValue(other)))
    // Of several, one of the same system, and of those the one nearest to the middle of what is usual.
    .sort(
      (a, b) =>
        Number(isInch(a.unit) !== isInch(q.unit)) - Number(isInch(b.unit) !== isInch(q.unit)) ||
        Math.abs(Math.log(baseValue(a) / middle)) - Math.abs(Math.log(baseValue(b) / middle)),
    )[0];
  return meant && { usual, meant };
}

/** A figure as it was typed, in its own unit, since the unit is what is asked about: `0.28 kg·cm²`. */
export const asEntered = (q: Quantity): string => `${q.entered}${q.unit === '1' ? '' : `\u00a0${q.unit}`}`;

/** Whether a unit belongs to the inch system. */
const isInch = (unit: Unit): boolean => /^(in|ft|lb|oz)/.test(unit);

/** The paths of all figures of a design for which something is usual. */
export function* pathsToAsk(design: Design): Generator<[path: string, q: Quantity]> {
  const at = function* (path: string): Generator<[string, Quantity]> {
    const q = valueAt(design, path);
    if (typeof q === 'object' && q !== null && 'entered' in q) yield [path, q as Quantity];
  };
  for (const id of Object.keys(design.axes)) for (const key of Object.keys(ofAxis)) yield* at(`axes.${id}.${key}`);
  for (const id of Object.keys(design.masses)) yield* at(`masses.${id}.mass`);
  for (const [id, part] of Object.entries(design.parts))
    for (const key of Object.keys(ofPart[part.data.class] ?? {})) yield* at(`parts.${id}.data.${key}`);
}
