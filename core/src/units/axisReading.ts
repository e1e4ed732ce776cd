import type { Display } from './print';
import { showValue } from './print';

/** Whether a figure of this axis is told as a diameter: the cross slide of a lathe that is read so. */
export const readsDiameter = (letter: string, diameterX: boolean): boolean => diameterX && letter === 'X';

/**
 * A position of an axis, mm or ° of its slide, as its reading shows it: twice as much behind ⌀ where it is told as the
 * diameter of the work. A way that the slide goes is never doubled: that is a length, told by `showValue`.
 */
export function showPosition(
  base: number,
  axis: { letter: string; linear: boolean },
  diameterX: boolean,
  display: Display,
  digits = 5,
): string {
  const doubled = readsDiameter(axis.letter, diameterX);
  const text = showValue(doubled ? 2 * base : base, axis.linear ? 'length' : 'angle', display, digits);
  return doubled ? `⌀\u00a0${text}` : text;
}
