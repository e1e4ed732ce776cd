import { quadrature } from '../hand/wheel';

/** What a wheel is, for its edges in time. */
export interface WheelModel {
  /** Part id of the pendant. */
  part: string;
  edgesPerTurn: number;
  /** How far its tracks are from a quarter apart, as a share of that quarter. */
  phaseShare: number;
  /** Its contacts bounce for so long, s. */
  bounceS: number;
}
/** A track that changes, at its moment. */
export interface TrackEdge {
  t: number;
  track: 'a' | 'b';
  on: boolean;
  /** Of the edges in all, with sign: 0 for a bounce. */
  counts: -1 | 0 | 1;
}
/** A bouncing contact opens once more after this share of its bounce, and closes for good at its end. */
const REOPENS = 0.4;

/** A wheel in a hand: every edge of its two tracks at its own moment, unevenly spaced and bouncing as its sheet says. */
export class TurnedWheel {
  private edges = 0;
  private readonly queue: TrackEdge[] = [];

  constructor(readonly model: WheelModel) {}

  /** Turns it by so many edges within so long from a moment on; what was under way is finished first. */
  turn(edges: number, seconds: number, from: number): void {
    const way = Math.sign(edges);
    const count = Math.round(Math.abs(edges));
    if (!count) return;
    const spacing = seconds / count;
    const start = Math.max(from, this.queue.at(-1)?.t ?? from);
    for (let k = 1; k <= count; k++) {
      this.edges += way;
      const now = quadrature(this.edges);
      const before = quadrature(this.edges - way);
      const track = now.a === before.a ? 'b' : 'a';
      // Track B comes late, or track A early: every other state is the shorter one.
      const t = start + spacing * (k + (track === 'b' ? this.model.phaseShare : 0));
      const on = now[track] === 1;
      this.queue.push({ t, track, on, counts: way as 1 | -1 });
      const { bounceS } = this.model;
      if (bounceS > 0)
        this.queue.push(
          { t: t + REOPENS * bounceS, track, on: !on, counts: 0 },
          { t: t + bounceS, track, on, counts: 0 },
        );
    }
    this.queue.sort((p, q) => p.t - q.t);
  }
  /** The edges up to a moment, in their order. */
  until(t: number): TrackEdge[] {
    let n = 0;
    while (n < this.queue.length && this.queue[n]!.t <= t) n++;
    return n ? this.queue.splice(0, n) : [];
  }
  drop(): void {
    this.queue.length = 0;
  }
  get turning(): boolean {
    return this.queue.length > 0;
  }
}
