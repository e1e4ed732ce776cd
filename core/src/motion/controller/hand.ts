import type { AxisMotion } from './axis';
import type { Refusal } from './events';
import type { Latch } from './latch';
import { type Shared, UNREFERENCED_SHARE } from './shared';

/** A held key speaks up at least this often; when it falls silent, the axis stops. */
export const JOG_TIMEOUT_S = 0.25;
/** A wheel may lead its axis by the way of this long at full speed; what is more is dropped. */
const WHEEL_LEAD_S = 0.05;
/** Stepping off a switch goes no further than this many back-offs. */
const STEP_OFF_BACKS = 4;

/** Motion by hand: a held key, a move to a place, a wheel, stepping off a switch. */
export class Hand {
  /** Until when each axis that is held goes on; below zero: it is not. */
  private readonly heldUntil: Float64Array;
  private stepOff: { axis: AxisMotion; from: number; input: number; farthest: number } | undefined;

  constructor(
    private readonly s: Shared,
    private readonly latch: Latch,
  ) {
    this.heldUntil = new Float64Array(s.axes.length).fill(-1);
  }

  end(): void {
    this.stepOff = undefined;
    this.heldUntil.fill(-1);
  }
  /** An input whose limit does not latch, since an axis is just stepping off it. */
  masks(input: number): boolean {
    return this.stepOff?.input === input;
  }

  /** Says why an axis may not move that way, or lets it. */
  private refused(axis: AxisMotion, direction: number, override: boolean): boolean {
    const { s, latch } = this;
    const refuse = (reason: Refusal) => {
      s.sayOnce({ code: 'jog-refused', letter: axis.settings.letter, reason });
      return true;
    };
    if (['finding-datum', 'following-program', 'changing-tool', 'paused', 'coming-to-rest'].includes(s.state))
      return refuse('busy');
    if (s.cause && s.cause !== 'limit') return refuse('stop');
    if (s.cause === 'limit') {
      const way = latch.wayOff(axis.settings.id);
      const { limitStrategy } = s.settings;
      if (override && limitStrategy === 'held-override') return false;
      if (way === undefined) return refuse('stop');
      if (limitStrategy === 'acknowledge-again' || limitStrategy === 'switched-off') return refuse('stop');
      if (way === 0) return override ? false : refuse('side-unknown');
      if (way !== direction) return refuse('limit-side');
    }
    return false;
  }
  private mostShare(axis: AxisMotion): number {
    return axis.referenced && !this.s.cause && !this.latch.oneMove ? 1 : UNREFERENCED_SHARE;
  }
  private go(axis: AxisMotion, target: number, speed: number, until: number): void {
    axis.target = target;
    axis.wantedSpeed = speed;
    this.heldUntil[this.s.axes.indexOf(axis)] = until;
    this.s.state = 'by-hand';
  }

  jog(axisId: string, direction: 1 | -1, share: number, override: boolean): void {
    const axis = this.s.byId.get(axisId);
    if (!axis || this.refused(axis, direction, override)) return;
    const speed = direction * Math.min(Math.max(share, 0), this.mostShare(axis)) * axis.settings.maxSpeed;
    this.go(axis, NaN, speed, this.s.timeS + JOG_TIMEOUT_S);
  }
  release(axisId: string | undefined): void {
    const { s } = this;
    if (s.state !== 'by-hand') return;
    if (axisId === undefined) {
      this.heldUntil.fill(-1);
      return s.haltAll();
    }
    const axis = s.byId.get(axisId);
    if (axis) {
      axis.halt();
      this.heldUntil[s.axes.indexOf(axis)] = -1;
    }
  }
  moveTo(axisId: string, position: number): void {
    const axis = this.s.byId.get(axisId);
    if (!axis) return;
    const to = axis.shortWayTo(position);
    const direction = Math.sign(to - axis.position) || 1;
    if (this.refused(axis, direction, false)) return;
    const { letter, linear, envelope, maxSpeed } = axis.settings;
    if (axis.referenced && (position < envelope.min - 1e-9 || position > envelope.max + 1e-9)) {
      this.s.say({ code: 'envelope-refused', letter, wanted: position, ...envelope, linear });
      return;
    }
    this.go(axis, to, maxSpeed * this.mostShare(axis), Infinity);
  }
  nudge(axisId: string, distance: number): void {
    const axis = this.s.byId.get(axisId);
    if (axis) this.moveTo(axisId, axis.position + distance);
  }
  wheel(axisId: string, distance: number): void {
    const axis = this.s.byId.get(axisId);
    if (!axis || this.refused(axis, Math.sign(distance), false)) return;
    const { maxSpeed, acceleration, envelope, letter } = axis.settings;
    const speed = maxSpeed * this.mostShare(axis);
    const lead = speed * WHEEL_LEAD_S + (axis.speed * axis.speed) / (2 * acceleration) + Math.abs(distance);
    let target = (Number.isNaN(axis.target) ? axis.position : axis.target) + distance;
    if (axis.referenced) target = Math.min(envelope.max, Math.max(envelope.min, target));
    // Detents stay whole: what is dropped is dropped entirely.
    if (Math.abs(target - axis.position) > lead) return this.s.sayOnce({ code: 'detents-dropped', letter });
    this.go(axis, target, speed, Infinity);
  }
  startStepOff(axisId: string, direction: 1 | -1): void {
    const { s } = this;
    const axis = s.byId.get(axisId);
    const input = s.settings.inputs.findIndex((i, k) => s.tripped[k] && i.axes.includes(axisId));
    if (!axis || input < 0) return;
    const letters = [axis.settings.letter];
    if (s.cause && s.cause !== 'limit') return s.refuse('Stepping off', 'stop', letters);
    if (!s.standing && s.state !== 'latched') return s.refuse('Stepping off', 'busy', letters);
    const { backOff, slowSpeed } = axis.settings.reference;
    this.stepOff = { axis, from: axis.position, input, farthest: STEP_OFF_BACKS * Math.max(1, backOff) };
    const speed = Math.max(slowSpeed, axis.settings.maxSpeed * UNREFERENCED_SHARE * 0.3);
    this.go(axis, NaN, direction * speed, Infinity);
  }

  step(): void {
    const { s } = this;
    for (let i = 0; i < s.axes.length; i++) {
      const until = this.heldUntil[i]!;
      if (until >= 0 && s.timeS > until) {
        s.axes[i]!.halt();
        this.heldUntil[i] = -1;
      }
    }
    if (!this.stepOff) return;
    const { axis, from, input, farthest } = this.stepOff;
    const distance = Math.abs(axis.position - from);
    const free = !s.tripped[input];
    if (!free && distance < farthest) return;
    const { letter, linear } = axis.settings;
    axis.halt();
    this.stepOff = undefined;
    s.say({ code: 'stepped-off', letter, distance, linear, free });
  }
}
