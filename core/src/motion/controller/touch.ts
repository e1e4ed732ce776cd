import type { ControllerSettings } from '../../settings/controllerSettings';
import type { AxisMotion } from './axis';
import type { TouchPlan } from './commands';
import type { ControllerEvent } from './events';
import type { WorkOffsets } from './offsets';

/** Speed of the first touch, and of the second one that counts, mm/s. */
const FAST_MM_S = 4;
const SLOW_MM_S = 1;
/** How far the tool backs off between the two touches, and at the end. */
const BACK_MM = 2;
/** Beside a plate the tool goes this much below its top. */
const BELOW_TOP_MM = 4;

interface Leg {
  axis: AxisMotion;
  /** Distance with its sign; NaN for a touch. */
  distance: number;
  direction: 1 | -1;
  touch: 'first' | 'second' | undefined;
  farthest: number;
  /** What the contact is worth: the work position of the axis becomes this where it touched. */
  value: number | undefined;
}

/** A work zero found by touch: approach, back off, approach slowly, set, retract; for a corner plate face after face. */
export class TouchRun {
  failed = false;
  done = false;
  private leg = -1;
  private from = 0;
  private stopping = false;
  private contact = 0;
  private readonly legs: Leg[] = [];

  constructor(
    plan: TouchPlan,
    private readonly axes: readonly AxisMotion[],
    private readonly offsets: WorkOffsets,
  ) {
    const byLetter = (letter: string) => axes.find((a) => a.settings.letter === letter);
    const touch = (axis: AxisMotion, direction: 1 | -1, farthest: number, value: number) => {
      const base = { axis, direction, farthest, distance: NaN };
      this.legs.push(
        { ...base, touch: 'first', value: undefined },
        { ...base, distance: -direction * BACK_MM, touch: undefined, value: undefined },
        { ...base, farthest: 2 * BACK_MM, touch: 'second', value },
        { ...base, distance: -direction * BACK_MM, touch: undefined, value: undefined },
      );
    };
    const go = (axis: AxisMotion, distance: number) =>
      this.legs.push({ axis, distance, direction: 1, touch: undefined, farthest: 0, value: undefined });
    const z = byLetter('Z');
    if (plan.kind === 'tool') {
      const axis = axes.find((a) => a.settings.id === plan.axis);
      if (axis) touch(axis, plan.direction, plan.farthest, 0);
    } else if (z) {
      touch(z, -1, plan.farthest, plan.thickness);
      if (plan.kind === 'three-faces')
        for (const letter of ['X', 'Y']) {
          const axis = byLetter(letter);
          if (!axis) continue;
          // Out over the face, down beside it, against it, back, up and home again.
          const out = plan.inside + plan.toolRadius + 2 * BACK_MM;
          go(axis, -out);
          go(z, -(BACK_MM + BELOW_TOP_MM));
          touch(axis, 1, 3 * BACK_MM + plan.inside, -(plan.rim + plan.toolRadius));
          go(z, BACK_MM + BELOW_TOP_MM + BACK_MM);
          go(axis, out);
          go(z, -BACK_MM);
        }
    }
    this.done = this.legs.length === 0;
  }

  /** `agoS`: how long ago the probe's state was accepted. */
  step(tripped: boolean, agoS: number, dt: number, events: ControllerEvent[]): void {
    const leg = this.legs[this.leg];
    if (!leg) return this.next();
    const { axis } = leg;
    const { letter, linear } = axis.settings;
    if (leg.touch === undefined) {
      if (!axis.moving) this.next();
      return;
    }
    const travelled = Math.abs(axis.position - this.from);
    if (tripped && !this.stopping) {
      this.stopping = true;
      this.contact = axis.earlier(agoS, dt);
      axis.halt();
    }
    if (this.stopping) {
      if (axis.moving) return;
      if (leg.value !== undefined) {
        this.offsets.set(this.axes.indexOf(axis), this.contact, leg.value);
        events.push({ code: 'touched', letter, position: this.contact, linear });
        const value = axis.position - this.contact + leg.value;
        events.push({ code: 'work-set', letter, value, set: this.offsets.active, linear });
      }
      this.next();
    } else if (travelled > leg.farthest) {
      axis.halt();
      this.failed = true;
      events.push({ code: 'touch-missed', letter, distance: travelled });
    }
  }
  private next(): void {
    this.leg++;
    const leg = this.legs[this.leg];
    if (!leg) {
      this.done = true;
      return;
    }
    const { axis } = leg;
    this.from = axis.position;
    this.stopping = false;
    if (leg.touch === undefined) {
      axis.target = axis.position + leg.distance;
      axis.wantedSpeed = FAST_MM_S * 2;
    } else {
      axis.target = NaN;
      axis.wantedSpeed = leg.direction * (leg.touch === 'first' ? FAST_MM_S : SLOW_MM_S);
    }
  }
}

/** Whether this control can touch at all. */
export const probeInput = (settings: ControllerSettings): number =>
  settings.inputs.findIndex((i) => i.function === 'probe');
