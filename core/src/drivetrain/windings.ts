import type { DataOf } from '../machine/parts';

export type Winding = DataOf<'motor'>['winding'];

/** Figures of one phase as it is connected. */
export interface WindingFigures {
  resistanceOhm: number;
  inductanceMh: number;
  /** Rated current of the phase as connected, A. */
  ratedA: number;
  /** Factor on the torque of one half-coil for the same current. */
  ktFactor: number;
}

/**
 * From the figures of one half-coil to those of the phase as connected. Series: R×2, L×4, I/√2, Kt×2. Parallel (8 leads):
 * R/2, L, I·√2, Kt. One half alone: as it is. The copper loss at rated current is that of both halves in each case.
 */
export function connect(half: Omit<WindingFigures, 'ktFactor'>, winding: Winding): WindingFigures {
  switch (winding) {
    case 'series':
      return {
        resistanceOhm: half.resistanceOhm * 2,
        inductanceMh: half.inductanceMh * 4,
        ratedA: half.ratedA / Math.SQRT2,
        ktFactor: 2,
      };
    case 'parallel':
      return {
        resistanceOhm: half.resistanceOhm / 2,
        inductanceMh: half.inductanceMh,
        ratedA: half.ratedA * Math.SQRT2,
        ktFactor: 1,
      };
    case 'half':
    case 'as-supplied':
      return { ...half, ktFactor: 1 };
  }
}

/** What a number of leads lets one choose: four are as supplied, six have a centre tap, eight are free. */
export function windingChoices(leads: number): Winding[] {
  if (leads === 8) return ['series', 'parallel', 'half'];
  if (leads === 6) return ['series', 'half'];
  return ['as-supplied'];
}
