/** One trial of a search: how fast, and whether the mark was met again. */
export interface Trial {
  value: number;
  held: boolean;
}
/** A search goes on with a value, or has come to its end. */
export type NextTrial =
  | { done: false; value: number }
  /** `limit`: what was held last; undefined where nothing held. */
  | { done: true; limit: number | undefined; reached: 'bracketed' | 'ceiling' | 'nothing held' | 'contradicted' };

/** Never faster than this times what the model expects. */
export const MOST_OF_MODEL = 1.3;
/** A limit that is known within this factor is known well enough. */
const CLOSE = 1.05;
/** Without a trial that held, the search goes down to this share of the model and then asks for the cause instead. */
const LEAST_OF_MODEL = 0.25;

/**
 * The next value to try for a limit that the model puts at `model` (any unit): bracket, then bisect by the ratio, never
 * above 1.3 times the model. Begins below what is expected, so that the first trial is likely to hold. Six trials reach
 * 5 % from anywhere between a quarter of the model and the ceiling.
 */
export function nextTrial(model: number, trials: readonly Trial[]): NextTrial {
  const held = trials.filter((t) => t.held).map((t) => t.value);
  const lost = trials.filter((t) => !t.held).map((t) => t.value);
  const low = held.length ? Math.max(...held) : undefined;
  const high = lost.length ? Math.min(...lost) : undefined;
  const ceiling = model * MOST_OF_MODEL;
  if (low !== undefined && high !== undefined && low >= high)
    return {
      done: true,
      limit: high < low ? Math.max(0, ...held.filter((v) => v < high)) || undefined : low,
      reached: 'contradicted',
    };
  if (low !== undefined && low >= ceiling * 0.999) return { done: true, limit: low, reached: 'ceiling' };
  if (low !== undefined && high !== undefined && high / low <= CLOSE)
    return { done: true, limit: low, reached: 'bracketed' };
  if (low === undefined && high === undefined) return { done: false, value: model * 0.8 };
  if (high === undefined)
    return { done: false, value: low! < model * 0.95 ? Math.min(ceiling, model * 1.05) : ceiling };
  const floor = low ?? model * LEAST_OF_MODEL;
  if (low === undefined && high <= floor * CLOSE) return { done: true, limit: undefined, reached: 'nothing held' };
  return { done: false, value: Math.sqrt(floor * high) };
}
