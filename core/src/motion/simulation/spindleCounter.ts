import { EDGES_A_LINE } from '../../spindle/encoderChain';
import type { PlantEncoder } from '../plant/model';

/** What a control counts while the spindle is turned by hand from a mark on: turns as it has them, and index pulses. */
export function turnedByHand(
  { lines, ratio, indexAt, marks }: PlantEncoder,
  toldLines: number,
  turns: number,
): { turns: number; indexes: number } {
  const passed = (t: number) => Math.floor((t * ratio - indexAt) * marks);
  return { turns: toldLines > 0 ? (turns * ratio * lines) / toldLines : 0, indexes: passed(turns) - passed(0) };
}

/**
 * What a control makes of the edges that reach its counter: it was told how many lines make one revolution of the spindle, and
 * knows of its index only that it comes. Edges that come faster than the counter takes them are lost.
 */
export class SpindleCounter {
  /** Edges counted, signed. */
  private edges = 0;
  private turnsBefore = 0;
  /** Revolutions of the spindle as the control has them, and their speed. */
  turns = 0;
  rpm = 0;
  /** Revolutions so counted where the index came in the last step; undefined where it did not. */
  index: number | undefined;

  /** `toldLines`: lines for one revolution of the spindle, as the control is set. */
  constructor(
    private readonly encoder: PlantEncoder,
    private readonly toldLines: number,
  ) {}

  /** Takes a step in which the spindle has come to `turns`, in revolutions of its own. */
  step(turns: number, dt: number): void {
    const { lines, ratio, indexAt, marks, countsPerS } = this.encoder;
    const perTurn = EDGES_A_LINE * this.toldLines;
    const came = (turns - this.turnsBefore) * ratio * EDGES_A_LINE * lines;
    const most = countsPerS * dt;
    const counted = Math.abs(came) <= most ? came : Math.sign(came) * most;
    const before = this.turns;
    this.edges += counted;
    this.turns = this.edges / perTurn;
    this.rpm = (counted / perTurn / dt) * 60;
    const [from, to] = [(this.turnsBefore * ratio - indexAt) * marks, (turns * ratio - indexAt) * marks];
    this.turnsBefore = turns;
    // A mark passes where this becomes whole, whichever way it turns.
    const mark = to > from ? Math.floor(to) : Math.ceil(to);
    const passed = to > from ? mark > from : mark < from;
    this.index = passed ? before + ((mark - from) / (to - from)) * (this.turns - before) : undefined;
  }
}
