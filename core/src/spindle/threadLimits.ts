import type { WantedCut } from '../machine/parts';
import { baseValue } from '../units/quantity';
import { mostThreadRpm } from './threads';

/** What bounds the speed of a thread on this machine. */
export interface ThreadLimits {
  /** Axis along the spindle. */
  axisId: string;
  letter: string;
  /** Its highest speed, mm/s, and its acceleration, mm/s². */
  speed: number;
  acceleration: number;
  /** Speed of the spindle up to which the counter follows the encoder, rpm; Infinity where nothing bounds it. */
  counterRpm: number;
  /** Longest wait until the control sees the index, s. */
  pollS: number;
  /** Speeds of the spindle, rpm; 0 where its sheet does not tell. */
  slowest: number;
  fastest: number;
}

/** What bounds a thread first. */
export interface ThreadBound {
  rpm: number;
  by: 'axis' | 'run-in' | 'counter' | 'spindle';
}
/** Highest speed of the spindle for a lead with so much room for the run-in, and what bounds it; mm, rpm. */
export function threadBound(l: ThreadLimits, leadMm: number, roomMm = Infinity): ThreadBound {
  const bounds: ThreadBound[] = [
    { by: 'axis', rpm: mostThreadRpm(leadMm, l.speed, l.acceleration) },
    { by: 'run-in', rpm: mostThreadRpm(leadMm, Infinity, l.acceleration, roomMm, l.pollS) },
    { by: 'counter', rpm: l.counterRpm },
    { by: 'spindle', rpm: l.fastest || Infinity },
  ];
  return bounds.reduce((least, b) => (b.rpm < least.rpm ? b : least));
}

/** What bounds a thread that is wanted; undefined while a figure of it is missing. */
export function boundOfThread(l: ThreadLimits, cut: WantedCut): ThreadBound | undefined {
  if (cut.work !== 'thread' || !cut.pitch || !(baseValue(cut.pitch) > 0)) return undefined;
  return threadBound(l, baseValue(cut.pitch), cut.room ? baseValue(cut.room) : Infinity);
}
