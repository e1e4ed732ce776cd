/** Between these shares of a turn a coarse mark is far enough from the index on either side. */
export const SOUND_PHASE = { least: 0.2, most: 0.8 } as const;

export interface IndexCheck {
  /** Travel between two index pulses: what the datum is off by when the wrong one is taken. mm or °. */
  pitch: number;
  /** Turns from the last index to the trip of the coarse mark, 0 to 1. */
  phase: number;
  /** Travel from the coarse mark to the index that is nearest to it. */
  nearest: number;
  /** Spread of the coarse mark over that distance: from 1 on, one reference run takes this index, the next one the other. */
  share: number;
  verdict: 'sound' | 'near' | 'ambiguous';
  /**
   * By how much to move the coarse mark so that it trips half a turn from any index: above zero towards the end at which it
   * sits, so that it trips later on the way there; below zero away from that end.
   */
  moveBy: number;
}

/**
 * Referencing on one pulse for each turn. The coarse mark picks the turn, the index fixes the place in it; that works as
 * long as the coarse mark always trips in the same turn. `coarse` is its spread (±) at the slow approach.
 */
export function indexCheck(pitch: number, phase: number, coarse: number): IndexCheck {
  const nearest = Math.min(phase, 1 - phase) * pitch;
  const share = nearest > 0 ? coarse / nearest : Infinity;
  const inside = phase >= SOUND_PHASE.least && phase <= SOUND_PHASE.most;
  const verdict = share >= 1 ? 'ambiguous' : inside ? 'sound' : 'near';
  return { pitch, phase, nearest, share, verdict, moveBy: (0.5 - phase) * pitch };
}

/**
 * The two ways to move a coarse mark to half a turn from any index, the shorter one first, as signed distances towards its
 * end. Towards the end only while `room` is left between the new trip point and the hard stop.
 */
export function indexMoves(check: IndexCheck, fromStop: number, room: number): number[] {
  const { moveBy, pitch } = check;
  const other = moveBy > 0 ? moveBy - pitch : moveBy + pitch;
  return [moveBy, other].filter((by) => by <= 0 || fromStop - by >= room).sort((a, b) => Math.abs(a) - Math.abs(b));
}

/** Room over a vertical axis: from the spindle nose down to the table, less what hangs and stands in it. mm. */
export const headroomMm = (noseToTable: number, tool: number, work: number, fixture: number): number =>
  noseToTable - tool - work - fixture;
