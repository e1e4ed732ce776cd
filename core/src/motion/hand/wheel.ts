/** Edges of a quadrature pair for each detent of a wheel: A and B each rise and fall once. */
export const EDGES_PER_DETENT = 4;

/** The pair at a count of edges: A leads B on the way to plus. */
export const quadrature = (edges: number): { a: 0 | 1; b: 0 | 1 } => {
  const phase = ((edges % 4) + 4) % 4;
  return { a: phase === 1 || phase === 2 ? 1 : 0, b: phase >= 2 ? 1 : 0 };
};

/**
 * A decoder that looks at the pair now and then. One edge since the last look is counted by its direction; two cannot be
 * told from none or from two the other way, and are missed; three look like one the other way.
 */
export class QuadratureDecoder {
  count = 0;
  /** Edges that came and were not counted as they were. */
  missed = 0;
  private seen = 0;
  private readonly true = { edges: 0 };

  /** Looks at the pair as it is after `edges` edges in all. */
  look(edges: number): void {
    const whole = Math.round(edges);
    const moved = whole - this.true.edges;
    this.true.edges = whole;
    this.missed += Math.abs(moved - this.see(((whole % 4) + 4) % 4));
  }
  /** Looks at the levels of both tracks. */
  lookAt(a: boolean, b: boolean): void {
    this.see(b ? (a ? 2 : 3) : a ? 1 : 0);
  }
  /** Takes edges that something else has counted. */
  add(edges: number): void {
    this.count += edges;
  }
  private see(phase: number): -1 | 0 | 1 {
    const step = (phase - this.seen + 4) % 4;
    this.seen = phase;
    const counted = step === 1 ? 1 : step === 3 ? -1 : 0;
    this.count += counted;
    return counted;
  }
  /** Whole detents since the last call; what is left over waits. */
  takeDetents(): number {
    const detents = Math.trunc(this.count / EDGES_PER_DETENT);
    this.count -= detents * EDGES_PER_DETENT;
    return detents;
  }
}

/** The highest hand speed that a decoder follows, in detents a second: one edge for each look. */
export const fastestDetents = (looksPerS: number): number => looksPerS / EDGES_PER_DETENT;
