import type { Shared } from './shared';
import type { ToolChange } from './toolChange';
import type { WorkHolding } from './workHolding';

/** So long after the cooling was due a flow is waited for, s. */
const FLOW_PATIENCE_S = 5;

/**
 * What the spindle needs around it: permission by every sensor that gives one, cooling before it turns and for a while after, and
 * a flow for as long as it turns.
 */
export class SpindleCare {
  private waiting: { direction: 1 | -1; rpm: number; sinceS: number } | undefined;
  private stoppedS = NaN;
  /** What turned, or was to turn, when a permission or a flow went. */
  private was: { direction: 1 | -1; rpm: number } | undefined;
  private asked: { direction: 1 | -1; rpm: number } | undefined;

  constructor(
    private readonly s: Shared,
    private readonly changer: ToolChange,
    private readonly holding: WorkHolding,
    /** What is under way is to wait: its spindle has stopped. */
    private readonly pause: () => void,
  ) {}

  /** The first input of a function that does not allow: nothing of a kind means that nothing is asked. */
  private lacking(fn: 'spindle-permit' | 'coolant-flow'): string | undefined {
    const { inputs } = this.s.settings;
    return inputs.find((i, k) => i.function === fn && this.s.tripped[k] !== 1)?.title;
  }
  /** Whether it still waits for its cooling before it turns. */
  get comes(): boolean {
    return this.waiting !== undefined;
  }

  /** The power is gone: nothing is asked for any more. */
  forget(): void {
    this.waiting = this.was = this.asked = undefined;
  }
  /** Whether it has stopped the spindle by itself, and nobody has asked for it since. */
  get halted(): boolean {
    return this.was !== undefined;
  }
  /** Asks again for what it has stopped. False where that is refused. */
  again(): boolean {
    const { was } = this;
    return was === undefined || this.ask(was.direction, was.rpm);
  }

  /** Asks for the spindle. False where it is refused. */
  ask(direction: 1 | -1 | 0, rpm: number): boolean {
    const { s } = this;
    if (direction === 0 || rpm <= 0) {
      this.waiting = this.was = this.asked = undefined;
      s.outputs.spindle(0, 0);
      return true;
    }
    const against = this.changer.loose ? 'tool-loose' : this.holding.against();
    if (against) {
      s.refuse('The spindle', against);
      return false;
    }
    const without = this.lacking('spindle-permit');
    if (without !== undefined) {
      s.say({ code: 'spindle-not-permitted', input: without });
      return false;
    }
    const cooled = s.settings.spindle?.cooling;
    // A pump of its own, which the control does not switch, has to run already.
    const dry = cooled ? undefined : this.lacking('coolant-flow');
    if (dry !== undefined) {
      s.say({ code: 'spindle-not-permitted', input: dry });
      return false;
    }
    this.was = undefined;
    this.asked = { direction, rpm };
    if (!cooled || s.outputs.state.spindle !== 0) {
      s.outputs.spindle(direction, rpm);
      return true;
    }
    if (!this.waiting) {
      s.outputs.cooling(true);
      this.waiting = { direction, rpm, sinceS: s.timeS };
    } else this.waiting = { ...this.waiting, direction, rpm };
    return true;
  }

  /** A permission or a flow has gone. */
  lost(fn: 'spindle-permit' | 'coolant-flow', input: string): void {
    const { s } = this;
    const turns = s.outputs.state.spindle !== 0;
    // Without the pump nothing flows: that is as it should be.
    if (!turns && !(fn === 'spindle-permit' && this.waiting)) return;
    this.stop(fn === 'coolant-flow' ? { code: 'flow-lost', input } : { code: 'permit-lost', input });
  }
  private stop(event: Parameters<Shared['say']>[0]): void {
    this.waiting = undefined;
    this.was = this.asked;
    this.s.say(event);
    this.s.outputs.spindle(0, 0);
    this.pause();
  }

  /** Called once a step. */
  step(): void {
    const { s, waiting } = this;
    const cooled = s.settings.spindle?.cooling;
    if (!cooled) return;
    if (waiting && s.cause) this.waiting = undefined;
    else if (waiting) {
      const forS = s.timeS - waiting.sinceS;
      if (forS < cooled.leadS) return;
      const dry = this.lacking('coolant-flow');
      if (dry === undefined) {
        this.waiting = undefined;
        s.outputs.spindle(waiting.direction, waiting.rpm);
      } else if (forS >= cooled.leadS + FLOW_PATIENCE_S) {
        this.stop({ code: 'flow-missing', input: dry });
        s.outputs.cooling(false);
      }
      return;
    }
    if (s.outputs.state.spindle !== 0) this.stoppedS = s.timeS;
    else if (s.outputs.state.cooling && s.timeS - this.stoppedS >= cooled.runOnS) s.outputs.cooling(false);
  }
}
