/** Edges of a quadrature pair for each line: both tracks rise and fall once. */
export const EDGES_A_LINE = 4;

/** Edges a second that reach a counter: 4 · lines · ratio · rpm/60; ratio: revolutions of the encoder for one of the spindle. */
export const edgesPerS = (lines: number, ratio: number, rpm: number): number =>
  (EDGES_A_LINE * lines * ratio * rpm) / 60;

/** Speed of the spindle up to which a counter follows, rpm. */
export const holdsToRpm = (lines: number, ratio: number, countsPerS: number): number =>
  (countsPerS * 60) / (EDGES_A_LINE * lines * ratio);

/** What one edge is at the spindle, °. */
export const degreesAnEdge = (lines: number, ratio: number): number => 360 / (EDGES_A_LINE * lines * ratio);

/** Teeth of the largest ordinary pulley. */
const MOST_TEETH = 240;
/** A ratio is taken as it is first; then as one that was typed with three digits: 0.333 is a third. */
const NEAR = [1e-9, 1.5e-3] as const;

/** A ratio as teeth on the spindle to teeth on the encoder, in lowest terms: the smallest whole numbers that fit. */
export function asTeeth(ratio: number): [spindle: number, encoder: number] {
  for (const near of NEAR)
    for (let encoder = 1; encoder < MOST_TEETH; encoder++) {
      const spindle = Math.round(ratio * encoder);
      if (spindle > 0 && Math.abs(spindle / encoder - ratio) <= near * ratio) return [spindle, encoder];
    }
  return [Math.max(1, Math.round(ratio * MOST_TEETH)), MOST_TEETH];
}

/**
 * At how many places of the spindle’s turn the index of an encoder comes: with p turns of it in q of the spindle, in lowest terms,
 * the index is at every q/p of a turn, which are p places. One, where the encoder turns once in a whole number of turns.
 */
export const indexPlaces = (ratio: number): number => asTeeth(ratio)[0];
/** After how many turns of the spindle the index is back where it was. */
export const indexRepeats = (ratio: number): number => asTeeth(ratio)[1];

/** Lines of an encoder divided so that a counter follows to a speed; the least whole divider that leaves whole lines. */
export function dividerFor(lines: number, ratio: number, rpm: number, countsPerS: number): number | undefined {
  const least = Math.ceil(edgesPerS(lines, ratio, rpm) / countsPerS - 1e-9);
  for (let d = Math.max(1, least); d <= lines / 8; d++) if (lines % d === 0) return d;
  return undefined;
}
