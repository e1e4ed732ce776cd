import type { ChangeStep } from './toolChange';

/** When an output is on, or an input is expected to be made, s from the beginning of a change. */
export interface ChangeLane {
  id: string;
  kind: 'output' | 'input';
  spans: { from: number; to: number }[];
}
export interface ChangeTimeline {
  /** Where each step begins. */
  begins: number[];
  endS: number;
  lanes: ChangeLane[];
}

/**
 * A change over time, as it is when all is well. A sensor that is awaited is made from the end of its step; what sees a drawbar open
 * goes again where it closes. `handS`: how long a hand is given in the picture.
 */
export function changeTimeline(steps: readonly ChangeStep[], handS: number): ChangeTimeline {
  const begins: number[] = [];
  let at = 0;
  for (const s of steps) {
    begins.push(at);
    at += s.byHand ? handS : s.lastsS;
  }
  const endS = at;
  const lanes = new Map<string, ChangeLane>();
  const lane = (id: string, kind: ChangeLane['kind']) => {
    const known = lanes.get(id) ?? { id, kind, spans: [] };
    lanes.set(id, known);
    return known.spans;
  };
  steps.forEach((s, i) => {
    const [from, to] = [begins[i]!, begins[i + 1] ?? endS];
    for (const id of s.on) {
      const spans = lane(id, 'output');
      const last = spans.at(-1);
      if (last?.to === from) last.to = to;
      else spans.push({ from, to });
    }
    const closes = s.key === 'release' ? begins[steps.findIndex((x) => x.key === 'clamp')] : undefined;
    for (const { input, made } of s.until) {
      if (!made) continue;
      const spans = lane(input, 'input');
      if (s.passes > 1) {
        // A head that counts: made for a moment at each station that it goes by.
        const station = (to - from) / s.passes;
        for (let k = 1; k < s.passes; k++)
          spans.push({ from: from + k * station, to: from + (k + SEEN_SHARE) * station });
      }
      if (spans.at(-1)?.to !== endS) spans.push({ from: to, to: closes ?? endS });
    }
  });
  return {
    begins,
    endS,
    lanes: [...lanes.values()].sort((a, b) => (a.kind === b.kind ? 0 : a.kind === 'output' ? -1 : 1)),
  };
}
/** For so much of the way between two stations a sensor sees the one that goes by. */
const SEEN_SHARE = 0.3;
