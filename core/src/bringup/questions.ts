import type { Display } from '../units/print';
import { showValue } from '../units/print';
import { numberOf } from './reading';
import type { Field, Readings } from './testKind';

/** A reading that can hardly be: asked about before it is kept. */
export interface Doubt {
  key: string;
  question: string;
}

/** Slips of unit and comma: what a reading may have been meant as, by the factor that brings it there. */
const slips: readonly { factor: number; meant: string }[] = [
  { factor: 0.001, meant: 'Is it a thousandth of that: milli-, or kilo- taken twice?' },
  { factor: 1000, meant: 'Is it a thousand times that: kilo-, or milli- taken twice?' },
  { factor: 25.4, meant: 'Was it read in inches and entered in millimetres?' },
  { factor: 1 / 25.4, meant: 'Was it read in millimetres and entered in inches?' },
  { factor: 0.1, meant: 'Is the comma one place too far to the right?' },
];

/**
 * Questions about readings that lie outside what this machine can show: a negative distance, ten metres on an axis of
 * six hundred millimetres, a unit that was mixed up. They are asked, never refused: an odd reading may be the truth.
 */
export function doubtsOf(fields: readonly Field[], readings: Readings, display: Display): Doubt[] {
  return fields.flatMap((f): Doubt[] => {
    if (!f.expect || !f.dimension) return [];
    const value = numberOf(readings, f.key);
    const [low, high] = f.expect;
    if (!Number.isFinite(value) || (value >= low && value <= high)) return [];
    const show = (v: number) => showValue(v, f.dimension!, display, 4);
    const inside = (v: number) => v >= low && v <= high;
    const slip =
      value < 0 && -value <= high && low > -high
        ? 'It is negative: is the sign a mistake?'
        : slips.find((s) =>
            ['length', 'speed', 'acceleration'].includes(f.dimension!) || !s.meant.includes('inch')
              ? inside(value * s.factor) && Math.abs(value * s.factor) > Math.max(Math.abs(low), Math.abs(high)) / 200
              : false,
          )?.meant;
    return [
      {
        key: f.key,
        question: `${f.title}: ${show(value)} lies outside ${show(low)} to ${show(high)}, which is all that this machine should show. ${slip ?? 'Read it once more.'}`,
      },
    ];
  });
}
