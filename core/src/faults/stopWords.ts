import type { Display } from '../units/print';
import { showValue } from '../units/print';
import type { AxisCourse, HeadCourse, StopCourse } from './stopCourse';

/** A head that comes down by less than this after a stop is held, mm. */
const HELD_WITHIN_MM = 0.005;

/** Times of a stop in whole milliseconds: their figures are planning figures. */
export const stopTime = (s: number): string => `${Math.round(s * 1000)} ms`;

/** What holds a head after the stop. */
export function headWords(h: HeadCourse, display: Display): string {
  switch (h.held) {
    case 'motor':
      return 'held by its motor';
    case 'screw':
      return 'held by the drag of its screw';
    case 'brake':
      return h.dropMm > HELD_WITHIN_MM
        ? `held by its brake after ${stopTime(h.heldS)}: comes down ${showValue(h.dropMm, 'length', display, 3)}`
        : `held by its brake from ${stopTime(h.heldS)} on`;
    case 'nothing':
      return 'NOTHING HOLDS IT: it comes down';
  }
}

/** What the spindle does after the stop; a drive brakes it, a relay lets it coast. */
export function spindleWords(spindle: StopCourse['spindle'], hasDrive: boolean): string {
  switch (spindle) {
    case 'none':
      return '';
    case 'stopped by command':
      return hasDrive
        ? 'its command ends: braked by its drive'
        : 'its command ends, and it coasts: wait until it is at rest';
    case 'coasts':
      return 'loses its power and coasts: wait until it is at rest';
    case 'runs on':
      return 'RUNS ON';
  }
}

/** How an axis comes to rest. */
export const wayWords: Record<AxisCourse['way'], string> = {
  ramped: 'ramped',
  coasting: 'coasting',
  'pulses end': 'its pulses end at once: the motor stops it hard, or slips',
  'goes on': 'goes on',
};

/** What has to be done after the stop before power comes back. */
export const restartWords: Record<StopCourse['restart'], string> = {
  'second act': 'the start button, after the stop is released',
  'at the control': 'the stop released, then the latch cleared at the control',
  'board restarts': 'NONE: the board restarts as soon as the button is released, without program and position',
  'by itself': 'NONE: power is back as soon as the button is released',
};

/** While the control hangs: whether anything goes on that the button should have ended. */
export const hangsBadly = ({ hung }: Pick<StopCourse, 'hung'>): boolean =>
  hung.motors === 'go on' || hung.spindle === 'runs on' || hung.heads.some((h) => h.held === 'nothing');

/** All of a stop in one span, s: the longest time to rest or to the brakes, with a margin for the eye. */
export const stopSpanS = (courses: readonly StopCourse[]): number =>
  Math.max(0.1, ...courses.flatMap((c) => [...c.axes.flatMap((a) => a.restS ?? []), ...c.heads.map((h) => h.heldS)])) *
  1.12;
