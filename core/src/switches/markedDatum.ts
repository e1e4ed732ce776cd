import type { Axis } from '../machine/mechanics';
import type { Derived } from '../units/derived';
import { figure, figureOr, gather, mapKnown, positive } from '../units/derived';
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

/** For so much of its turn a sensor sees the magnet of a shaft where nothing is entered, °. */
const USUAL_WIDTH = 18;
/** A pulse is to last so many times as long as its input takes to see it. */
const LASTS = 3;
/** A turn is searched in no less than this, s: the axis comes to rest within a small part of it. */
const TURN_S = 4;

/** Of the turn of its shaft for which the sensor of an axis sees the magnet, as a share. */
export const pulseShare = ({ reference }: Axis): number => figureOr(reference.pulseWidth, USUAL_WIDTH) / 360;

/** From the hard stop at the datum corner to the first pulse that a search from the scribed mark meets, mm or °. */
export const pulseFromStop = ({ reference }: Axis, path: string): Derived<number> =>
  mapKnown(
    gather({
      mark: figure(reference.markFromStop, `${path}.reference.markFromStop`),
      pulse: figure(reference.pulseFromMark, `${path}.reference.pulseFromMark`),
    }),
    ({ mark, pulse }) => mark - pulse,
  );

/** How well the marked datum of an axis is chosen, from its file; `pitch`: travel of a turn of the shaft with the magnet. */
export const markedDatumOf = ({ reference }: Axis, path: string, pitch: Derived<number>): Derived<MarkedDatum> =>
  mapKnown(
    gather({
      pitch,
      window: positive(reference.parkWindow, `${path}.reference.parkWindow`),
      pulse: figure(reference.pulseFromMark, `${path}.reference.pulseFromMark`),
    }),
    (f) => markedDatum(f.pitch, f.window, f.pulse),
  );

/** How long a pulse of a share of a turn lasts at a speed, s. */
export const pulseLasts = (pitch: number, share: number, speed: number): number => (share * pitch) / speed;

/**
 * The fastest search that is proposed: the pulse lasts thrice the time that its input takes to see it, and a turn takes four
 * seconds at least. mm/s or °/s; `seenAfterS`: filter and poll.
 */
export const searchSpeed = (pitch: number, share: number, seenAfterS: number): number =>
  Math.min(pitch / TURN_S, (share * pitch) / (LASTS * Math.max(seenAfterS, 1e-6)));

/** A magnet on a shaft goes round a sensor on a circle of about this, mm. */
const MAGNET_CIRCLE = 95;
/** What the repeatability of a sensor, mm at its face, is worth along an axis. */
export const pulseScatter = (repeatability: number, pitch: number): number => (repeatability * pitch) / MAGNET_CIRCLE;
