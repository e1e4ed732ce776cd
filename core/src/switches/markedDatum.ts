import { SOUND_PHASE } from './indexPulse';

/**
 * A datum by a hand mark and one pulse a turn: the axis is parked by eye within ± `window` of a scribed mark, then searches towards
 * one end until the pulse of a magnet on a shaft comes. It is right as long as every start in the window meets the same pulse.
 */
export interface MarkedDatum {
  /** Travel of one turn of the shaft that carries the magnet, and of a wrong turn: what the datum is then off by. mm or °. */
  pitch: number;
  /** From the far edge of the window, in the direction of the search, to the pulse, as a share of the pitch. */
  beyond: number;
  verdict: 'sound' | 'near' | 'wrong-turn' | 'window-too-wide';
  /**
   * By how much the pulse has to come later (above zero: towards the end that is searched) for the middle between both neighbours;
   * below zero: earlier, away from that end.
   */
  shift: number;
  /** The widest window, ±, that is sound with the magnet at its best place. */
  widest: number;
}

/**
 * `pulse`: from the mark to any of the pulses, in the direction of the search. A start at the far edge has `pulse − window` to
 * it, one at the near edge `pulse + window`, which has to be less than a pitch: else the turn before comes first.
 */
export function markedDatum(pitch: number, window: number, pulseAt: number): MarkedDatum {
  const pulse = pulseAt % pitch;
  const beyond = (pulse - window) / pitch;
  const before = (pulse + window) / pitch;
  const shift = pitch / 2 - pulse;
  const verdict =
    2 * window >= pitch
      ? 'window-too-wide'
      : beyond <= 0 || before >= 1
        ? 'wrong-turn'
        : beyond >= SOUND_PHASE.least && before <= SOUND_PHASE.most
          ? 'sound'
          : 'near';
  return { pitch, beyond, verdict, shift, widest: widestWindow(pitch) };
}

/** The widest window, ±, that is sound with the magnet at its best place. */
export const widestWindow = (pitch: number): number => (0.5 - SOUND_PHASE.least) * pitch;

/** Turns of a sensor in its thread from where it touches, for a gap; both in mm. */
export const gapTurns = (gapMm: number, threadPitchMm: number): number => gapMm / threadPitchMm;
