import type { ControllerInput } from '../../settings/controllerSettings';

/** Reading of an input as the nets give it: 1 high, 0 low, −1 uncertain (whatever it was before). */
export type RawReading = 1 | 0 | -1;

/** A change that the control has accepted, at its own moment. */
export interface Accepted {
  index: number;
  tripped: boolean;
  t: number;
}

/**
 * The inputs as the control takes them: by their polarity, after their filter, at the next look. Edges come with their
 * time, so that nothing hangs on where in a step they fall; a level that does not outlast its filter was never there.
 */
export class InputBank {
  /** Accepted state: tripped or not. */
  readonly tripped: Uint8Array;
  private readonly raw: Uint8Array;
  private readonly since: Float64Array;
  private awake = false;
  private waiting = 0;
  private readonly out: Accepted[] = [];

  constructor(readonly inputs: readonly ControllerInput[]) {
    this.tripped = new Uint8Array(inputs.length);
    this.raw = new Uint8Array(inputs.length);
    this.since = new Float64Array(inputs.length);
  }
  /** Power is gone: nothing is seen any more. */
  forget(): void {
    this.awake = false;
    this.tripped.fill(0);
    this.waiting = 0;
    this.out.length = 0;
  }
  /** Power comes: all readings are looked at anew. */
  wake(t: number): void {
    this.awake = true;
    this.tripped.fill(0);
    this.since.fill(t);
    this.waiting = 0;
    this.out.length = 0;
    for (let i = 0; i < this.raw.length; i++) this.waiting += this.raw[i]!;
  }

  /** A net has changed. Call in the order of time. */
  edge(index: number, reading: RawReading, t: number): void {
    if (reading < 0) return;
    const raw = (reading === 1) === (this.inputs[index]!.activeWhen === 'high') ? 1 : 0;
    if (raw === this.raw[index]) return;
    if (!this.awake) {
      this.raw[index] = raw;
      return;
    }
    this.settle(index, t);
    if (this.raw[index] !== this.tripped[index]) this.waiting--;
    this.raw[index] = raw;
    this.since[index] = t;
    if (raw !== this.tripped[index]) this.waiting++;
  }
  /** What has been accepted up to a moment, in no particular order; the list is good until the next call. */
  take(t: number): readonly Accepted[] {
    if (this.waiting > 0) for (let i = 0; i < this.raw.length; i++) this.settle(i, t);
    return this.out;
  }
  done(): void {
    this.out.length = 0;
  }
  private settle(i: number, now: number): void {
    if (this.raw[i] === this.tripped[i]) return;
    const { filterS, pollS } = this.inputs[i]!;
    let t = this.since[i]! + filterS;
    // A hair of rounding must not cost a whole poll.
    if (pollS > 0) t = Math.ceil(t / pollS - 1e-9) * pollS;
    if (t > now + 1e-12) return;
    this.tripped[i] = this.raw[i]!;
    this.waiting--;
    this.out.push({ index: i, tripped: this.tripped[i] === 1, t });
  }
}
