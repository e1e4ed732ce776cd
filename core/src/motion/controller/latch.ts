import { isLimit, latches, type Shared } from './shared';
import type { LatchCause } from './states';

/** What latches the control, and how it comes free again: stop, door, alarm and limits. */
export class Latch {
  limitsOff = false;
  /** Acknowledged with a limit still tripped: good for one move, until the machine is at rest again. */
  oneMove = false;

  /** `cutOff` ends whatever is under way. */
  constructor(
    private readonly s: Shared,
    private readonly cutOff: () => void,
  ) {}

  forget(): void {
    this.limitsOff = false;
    this.oneMove = false;
  }
  /** The way off a tripped limit of an axis: +1, −1, or 0 where it cannot be determined. Undefined: no limit is tripped. */
  wayOff(axisId: string): number | undefined {
    const { inputs } = this.s.settings;
    const index = inputs.findIndex((i, k) => this.s.tripped[k] && isLimit(i) && i.axes.includes(axisId));
    if (index < 0) return undefined;
    const input = inputs[index]!;
    return input.end === undefined || input.axes.length > 1 ? 0 : input.end === 'minus' ? 1 : -1;
  }

  close(cause: LatchCause): void {
    const { s } = this;
    const finding = s.state === 'finding-datum';
    if (s.cause !== 'stop') s.cause = cause;
    if (cause !== 'limit') {
      if (s.settings.stopCutsMotors && cause === 'stop')
        for (const a of s.axes) if (a.moving) s.doubt(a.settings.id, 'power-cut');
      s.outputs.spindle(0, 0);
      s.outputs.coolant(false);
      s.outputs.set({ brakesReleased: false });
    }
    // A hot wire or a laser that stands still burns into the work: whatever has stopped the motion stops it too.
    s.outputs.loadsOff();
    s.outputs.set({ lamp: true });
    this.cutOff();
    this.oneMove = false;
    for (const a of s.axes) a.held.fill(false);
    s.haltAll();
    if (finding) s.say({ code: 'reference-stopped' });
  }
  /** A limit has tripped: names the axis that ran onto it, and the way off. */
  tripLimit(index: number): void {
    const { s } = this;
    const input = s.settings.inputs[index]!;
    const own = s.axes.filter((a) => input.axes.includes(a.settings.id));
    const axis = own.find((a) => a.moving) ?? own[0];
    s.say({
      code: 'limit-tripped',
      input: input.title,
      letter: axis?.settings.letter ?? '?',
      end: input.end,
      wayOff: axis && this.wayOff(axis.settings.id),
    });
    if (!s.cause) this.close('limit');
  }
  /** Latches where a limit is still tripped, and says whether one is. */
  private tripStanding(): boolean {
    const k = this.s.settings.inputs.findIndex((i, n) => this.s.tripped[n] && isLimit(i));
    if (k >= 0) this.tripLimit(k);
    return k >= 0;
  }
  /** The machine has come to rest: the one move is used up. True where it is latched again by that. */
  atRest(): boolean {
    if (!this.oneMove) return false;
    this.oneMove = false;
    return this.tripStanding();
  }

  private open(): void {
    this.s.cause = undefined;
    this.s.outputs.set({ brakesReleased: true, lamp: false });
  }
  acknowledge(): void {
    const { s } = this;
    if (!s.cause) return;
    const { inputs, limitStrategy } = s.settings;
    const still = inputs.findIndex((i, k) => s.tripped[k] && latches(i) && !(isLimit(i) && this.limitsOff));
    if (still >= 0) {
      const input = inputs[still]!;
      const limitsOnly = inputs.every((i, k) => !s.tripped[k] || !latches(i) || isLimit(i));
      if (limitStrategy === 'acknowledge-again' && limitsOnly && s.state === 'latched') {
        this.open();
        this.oneMove = true;
        s.state = s.rest();
        s.say({ code: 'acknowledged-for-one-move', input: input.title });
        return;
      }
      s.say({ code: 'acknowledge-refused', input: input.title });
      return;
    }
    this.open();
    s.settle();
    s.say({ code: 'acknowledged' });
  }
  switchLimits(on: boolean): void {
    const { s } = this;
    if (s.settings.limitStrategy !== 'switched-off') return s.refuse('Switching the limits off', 'limit strategy');
    if (on !== this.limitsOff) return;
    this.limitsOff = !on;
    s.say({ code: on ? 'limits-on' : 'limits-off' });
    if (on) this.tripStanding();
    else if (s.cause === 'limit') {
      this.open();
      s.settle();
    }
  }
}
