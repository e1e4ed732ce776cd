import { figureOr } from '../units/derived';
import type { Quantity } from '../units/quantity';
import type { Part } from './parts';

/** Efficiency of a supply, and its power factor without correction, where its sheet does not tell. */
export const SUPPLY_EFFICIENCY = 0.85;
export const SUPPLY_POWER_FACTOR = 0.6;

/** A share on a sheet, as far as a supply can have it; anything else counts as not told. */
function told(share: Quantity | undefined, usual: number): number {
  const value = figureOr(share, usual);
  return value >= LEAST && value <= 1 ? value : usual;
}
const LEAST = 0.3;

/** What a supply gives over what it takes. */
export const efficiencyOf = ({ data }: Pick<Part, 'data'>): number =>
  told(data.class === 'supply' ? data.efficiency : undefined, SUPPLY_EFFICIENCY);
export const powerFactorOf = ({ data }: Pick<Part, 'data'>): number =>
  told(data.class === 'supply' ? data.powerFactor : undefined, SUPPLY_POWER_FACTOR);

/** Current in A that a supply takes from the mains of `volts` while it gives `watts`: P/(η·pf·V). */
export const inputAmps = (supply: Pick<Part, 'data'>, watts: number, volts: number): number =>
  watts / (efficiencyOf(supply) * powerFactorOf(supply) * volts);
