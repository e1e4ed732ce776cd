import type { ColourCode } from '../../machine/connections';
import type { Quantity } from '../../units/quantity';
import { quantity } from '../../units/quantity';

/**
 * Insulation colours by function: IEC 60204-1 for power and control, IEC 60947-5-2 for sensor leads,
 * cores told apart by number in motor cables. Local codes come first; the planner only proposes.
 */
export const colours = {
  directCurrentPlus: 'RD',
  directCurrentMinus: 'BK',
  control: 'BU',
  sensorPlus: 'BN',
  sensorMinus: 'BU',
  sensorOut: 'BK',
  motorCore: 'BK',
  protectiveEarth: 'GNYE',
} as const satisfies Record<string, ColourCode>;

/** A cautious planning table: largest current in A for a section in mm², bundled in a closed cabinet. */
const planningTable: readonly (readonly [amps: number, sectionMm2: number])[] = [
  [2, 0.5],
  [4, 0.75],
  [6, 1],
  [10, 1.5],
  [16, 2.5],
  [25, 4],
  [32, 6],
];

/** Section for a load current. Drop over the length is checked apart, once a length is known. */
export function sectionFor(amps: number): Quantity {
  const row = planningTable.find(([most]) => amps <= most);
  return quantity(row ? row[1] : 10, 'mm²', 'estimate');
}

export const signalSection: Quantity = quantity(0.25, 'mm²', 'estimate');
export const controlSection: Quantity = quantity(0.5, 'mm²', 'estimate');
