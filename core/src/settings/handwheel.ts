import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import { pendantOf, wheelWay } from '../machine/pendant';
import { figureOr } from '../units/derived';
import { pollOf, wheelOf } from './controllerSettings';

/** Edges of the two tracks for each pulse: A and B each rise and fall once. */
const EDGES_PER_PULSE = 4;
/** Tracks that are further off than this share of a quarter cannot be told apart any more. */
const MOST_PHASE = 0.95;
/** As fast as a hand flicks a wheel, turns/s. */
export const FLICK_TURNS_PER_S = 3;

/** How fast a hand may turn the wheel of a pendant before its control loses count. */
export interface WheelFigures {
  part: string;
  way: 'counter' | 'inputs' | 'computer';
  pulsesPerTurn: number;
  edgesPerTurn: number;
  /** Fastest turns a second that are followed: 1 / (edges a turn × least mean spacing of edges). Infinite over a computer. */
  turnsPerS: number;
  /** The same with another filter on its tracks, s. */
  turnsPerSWith: (filterS: number) => number;
  /** What decides. */
  decidedBy: 'look' | 'filter' | 'bounce' | 'counter' | 'nothing';
  filterS: number;
  pollS: number;
  bounceS: number;
}

/**
 * Least mean spacing of edges on ordinary inputs, s, and what decides it. A track’s level lasts two edges, and has to outlast
 * the filter: 2T ≥ t_filter. A state of both tracks lasts an edge less their error of phase, and has to be looked at once:
 * T·(1 − e) ≥ t_look. What bounces for longer than the filter waits must have settled before the other track changes.
 */
function spacing(
  evenness: number,
  pollS: number,
  filterS: number,
  bounceS: number,
): [number, WheelFigures['decidedBy']] {
  const by = {
    look: pollS / evenness,
    filter: filterS / 2,
    bounce: bounceS > filterS ? bounceS / evenness : 0,
    nothing: 0,
  };
  const decides = (['bounce', 'filter', 'look', 'nothing'] as const).reduce((a, b) => (by[b] > by[a] ? b : a));
  return by[decides] > 0 ? [by[decides], decides] : [0, 'nothing'];
}

/** Undefined without a wheel whose inputs are known. */
export function wheelFigures(design: Design, planned: Readonly<Record<string, TerminalRef>>): WheelFigures | undefined {
  const pendant = pendantOf(design);
  const wheel = wheelOf(design);
  const way = pendant && wheelWay(pendant);
  if (!pendant || !wheel || !way || way === 'none') return undefined;
  const { pulsesPerTurn = 0, phaseError, bounce } = pendant.part.data;
  const edgesPerTurn = pulsesPerTurn * EDGES_PER_PULSE;
  const evenness = 1 - Math.min(MOST_PHASE, figureOr(phaseError, 0) / 90);
  const bounceS = figureOr(bounce, 0);
  const base = { part: pendant.id, way, pulsesPerTurn, edgesPerTurn, bounceS };
  const turns = (s: number) => (s > 0 ? 1 / (s * edgesPerTurn) : Infinity);
  const fixed = (turnsPerS: number) => ({ turnsPerS, turnsPerSWith: () => turnsPerS, filterS: 0, pollS: 0 });
  if (way === 'computer') return { ...base, ...fixed(Infinity), decidedBy: 'nothing' };
  if (way === 'counter')
    return wheel.edgesPerS
      ? { ...base, ...fixed(turns(1 / (wheel.edgesPerS * evenness))), decidedBy: 'counter' }
      : undefined;
  const tracks = Object.entries(design.circuits).filter(
    ([, c]) => c.function === 'wheel-a' || c.function === 'wheel-b',
  );
  if (tracks.length < 2 || tracks.some(([id]) => !planned[id])) return undefined;
  const pollS = Math.max(...tracks.map(([id]) => pollOf(design, planned[id])));
  const filterS = Math.max(...tracks.map(([, c]) => figureOr(c.filter, 0)));
  const [now, decidedBy] = spacing(evenness, pollS, filterS, bounceS);
  const turnsPerSWith = (s: number) => turns(spacing(evenness, pollS, s, bounceS)[0]);
  return { ...base, turnsPerS: turns(now), turnsPerSWith, decidedBy, filterS, pollS };
}

/** Turns a second at which an axis can no longer follow the wheel: its highest speed over the way of a turn. Beyond, clicks are dropped. */
export const axisFollowsTurnsPerS = (maxSpeed: number, pulsesPerTurn: number, stepMm: number): number =>
  maxSpeed / (pulsesPerTurn * stepMm);
