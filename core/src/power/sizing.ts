import { libraryOf } from '../machine/library/index';
import type { LibraryEntry } from '../machine/library/entry';
import { figureOr } from '../units/derived';
import { AT_EASE } from './budget';
import { efficiencyOf } from '../machine/supplyInput';
import type { SupplyDemand } from './states';

/** Share of a supply that is kept in reserve. */
export const RESERVE = 1 - AT_EASE;
/** Share of the phase currents that a rule of thumb takes. */
const TWO_THIRDS = 2 / 3;
/** A supply of another voltage by more than this share is another machine. */
const SAME_VOLTAGE = 0.01;

/** The three ways in which people size a supply for motors, A at its voltage, each with what else hangs on it. */
export interface Sizing {
  /** The set phase currents, added up. */
  phaseSumA: number;
  /** Two thirds of them. */
  twoThirdsA: number;
  /** Watts while everything moves and cuts, over the voltage. */
  balanceA: number;
  /** The same while all axes accelerate, for moments. */
  peakA: number;
  /** While its spindle starts: by a planning figure, since the spindle’s drive may limit it. */
  startA: number;
  /** What to look for on the sheet of a supply: the balance with its reserve, and no less than the moments. */
  wantedA: number;
}
export function sizingOf(d: SupplyDemand): Sizing {
  const balanceA = Math.max(d.states.cutting.watts, d.states['one-axis'].watts) / d.volts;
  const peakA = d.states.accelerating.watts / d.volts;
  const startA = d.states['spindle-start'].watts / d.volts;
  return {
    phaseSumA: d.phaseCurrentsA + d.besideA,
    twoThirdsA: d.phaseCurrentsA * TWO_THIRDS + d.besideA,
    balanceA,
    peakA,
    startA,
    wantedA: Math.max(balanceA / AT_EASE, peakA, startA),
  };
}

/** How a supply would do: with its reserve, without one, or not at all. */
export type Suffices = 'at-ease' | 'tight' | 'too-small';
export interface Ranked {
  entry: LibraryEntry;
  ratedA: number;
  /** Of its rating: what lasts, and the moments. */
  share: number;
  peakShare: number;
  /** What it turns into heat while everything moves and cuts: P·(1/η − 1), W. */
  lossW: number;
  suffices: Suffices;
  price: PriceClass;
}
/** What such a supply costs beside the others: a planning figure by its rated power, since prices are of a day and a shop. */
export type PriceClass = 'low' | 'middle' | 'high';
const priceOf = (ratedW: number): PriceClass => (ratedW < 100 ? 'low' : ratedW < 350 ? 'middle' : 'high');

/** Whether a rating suffices for what lasts and for the moments. */
export function sufficesAt(ratedA: number, { balanceA, peakA, startA }: Sizing): Suffices {
  if (balanceA > ratedA || peakA > ratedA) return 'too-small';
  return balanceA <= ratedA * AT_EASE && startA <= ratedA ? 'at-ease' : 'tight';
}

/** Supplies of the same voltage, the smallest that suffices with ease first, then the tight ones, then what is too small. */
export function rankedSupplies(d: SupplyDemand, entries: readonly LibraryEntry[] = libraryOf('supply')): Ranked[] {
  const sizing = sizingOf(d);
  const order: readonly Suffices[] = ['at-ease', 'tight', 'too-small'];
  return entries
    .flatMap((entry): Ranked[] => {
      const { data } = entry;
      if (data.class !== 'supply') return [];
      const [volts, ratedA] = [figureOr(data.outputVoltage, 0), figureOr(data.outputCurrent, 0)];
      if (!ratedA || Math.abs(volts - d.volts) > SAME_VOLTAGE * d.volts) return [];
      return [
        {
          entry,
          ratedA,
          share: sizing.balanceA / ratedA,
          peakShare: Math.max(sizing.peakA, sizing.startA) / ratedA,
          lossW: sizing.balanceA * d.volts * (1 / efficiencyOf(entry) - 1),
          suffices: sufficesAt(ratedA, sizing),
          price: priceOf(volts * ratedA),
        },
      ];
    })
    .sort((a, b) => order.indexOf(a.suffices) - order.indexOf(b.suffices) || a.ratedA - b.ratedA);
}
