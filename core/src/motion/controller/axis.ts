import type { ControllerAxis } from '../../settings/controllerSettings';
import { shortWay } from '../../units/turns';

/** Lost motion is taken up by this much in each step, mm or °: slowly, so that no motor stalls over it. */
const TAKE_UP = 0.005;
/** From this way back on, mm or °, an axis has turned round. */
const REVERSED = 0.01;

/** Motion of one axis as the control commands it: a speed that follows a wanted speed within the acceleration. */
export class AxisMotion {
  /** Commanded machine position; arbitrary until the datum is set. */
  position = 0;
  speed = 0;
  wantedSpeed = 0;
  /** A position to come to rest at, or NaN while only a speed is wanted. */
  target = NaN;
  referenced = false;
  doubtful = false;
  /** Its clamp holds it: what is wanted of it waits. */
  locked = false;
  /** Command of each motor relative to the axis: differs between the sides of a gantry that has been squared. */
  readonly motorPosition: Float64Array;
  readonly held: boolean[];
  /** Pulses sent to each motor since power-on, signed as the direction signal says; fractions are their phase. */
  readonly pulses: Float64Array;
  /** How far the last step and the one before it went. */
  private moved = 0;
  private movedBefore = 0;
  private readonly scale: number[];
  /** How much of the backlash is made up for: none on the way to minus, all of it on the way to plus. */
  private madeUp = 0;
  private toPlus = false;
  private back = 0;

  constructor(readonly settings: ControllerAxis) {
    const motors = settings.stepsPerUnit.length;
    this.motorPosition = new Float64Array(motors);
    this.pulses = new Float64Array(motors);
    this.held = new Array<boolean>(motors).fill(false);
    this.scale = settings.stepsPerUnit.map((s, i) => (settings.inverted[i] ? -s : s));
  }

  get moving(): boolean {
    return this.speed !== 0 || this.wantedSpeed !== 0 || !Number.isNaN(this.target);
  }
  /** Where the axis was commanded to be `agoS` before now, within the last two steps of `dt`; below zero: where it will be. */
  earlier(agoS: number, dt: number): number {
    const steps = Math.max(-1, agoS / dt);
    const last = Math.min(1, steps) * this.moved;
    return this.position - last - Math.min(1, Math.max(0, steps - 1)) * this.movedBefore;
  }

  /** Brings the axis to rest on its ramp, whatever it was told. */
  halt(): void {
    this.wantedSpeed = 0;
    this.target = NaN;
  }

  /** Gives the present place another name: the datum is set, nothing moves. */
  rename(position: number): void {
    if (!Number.isNaN(this.target)) this.target += position - this.position;
    this.position = position;
  }

  /** A position counts on from turn to turn: of all that mean the same place, the one that is reached the short way round. */
  shortWayTo(position: number): number {
    return this.settings.wraps ? shortWay(this.position, position) : position;
  }

  /** Takes a position from a path that is planned elsewhere. */
  place(position: number, dt: number): void {
    const distance = position - this.position;
    this.speed = distance / dt;
    this.advance(distance);
    this.position = position;
  }

  /** Advances by `dt` seconds, within the envelope where there is one. */
  step(dt: number, bounded: boolean): void {
    if ((this.speed === 0 && this.wantedSpeed === 0 && this.target !== this.target) || this.locked) {
      this.movedBefore = this.moved;
      this.moved = 0;
      return;
    }
    const { acceleration, envelope } = this.settings;
    const min = bounded ? envelope.min : -Infinity;
    const max = bounded ? envelope.max : Infinity;
    let wanted = this.wantedSpeed;
    if (!Number.isNaN(this.target)) {
      const gap = this.target - this.position;
      const reach = Math.abs(this.speed) * dt + acceleration * dt * dt;
      if (Math.abs(gap) <= Math.max(reach * 0.5, 1e-9) && Math.abs(this.speed) <= acceleration * dt * 2) {
        this.advance(gap);
        this.speed = 0;
        this.wantedSpeed = 0;
        this.target = NaN;
        return;
      }
      const sign = gap < 0 ? -1 : 1;
      const fast = this.wantedSpeed < 0 ? -this.wantedSpeed : this.wantedSpeed;
      wanted = sign * this.brakingFor(fast, gap * sign, sign, dt);
    }
    if (wanted === 0 && this.speed === 0) {
      this.advance(0);
      return;
    }
    const outward = (this.speed || wanted) > 0 ? 1 : -1;
    const room = outward > 0 ? max - this.position : this.position - min;
    const capped = this.brakingFor(wanted < 0 ? -wanted : wanted, room, outward, dt);
    wanted = wanted < 0 ? -capped : capped;
    const change = acceleration * dt;
    const before = this.speed;
    const delta = wanted - before;
    this.speed = Math.abs(delta) <= change ? wanted : before + Math.sign(delta) * change;
    let travelled = 0.5 * (before + this.speed) * dt;
    // Rounding must not carry the axis over the edge that it brakes for.
    if (travelled > 0 && this.position + travelled > max && this.position <= max) travelled = max - this.position;
    if (travelled < 0 && this.position + travelled < min && this.position >= min) travelled = min - this.position;
    this.advance(travelled);
  }

  /**
   * A wanted speed, or the lower one at the end of this step from which the way that is then left still suffices to come
   * to rest: `v² = 2a · (way − (v₀ + v)/2 · t)`. Far from the end no root is drawn.
   */
  private brakingFor(wanted: number, way: number, direction: number, dt: number): number {
    const { acceleration } = this.settings;
    const half = acceleration * dt * 0.5;
    const left = 2 * acceleration * (way - this.speed * direction * dt * 0.5);
    if (wanted * (wanted + 2 * half) <= left) return wanted;
    return left > 0 ? Math.sqrt(half * half + left) - half : 0;
  }
  private advance(distance: number): void {
    this.movedBefore = this.moved;
    this.moved = distance;
    this.position += distance;
    const { backlash } = this.settings;
    if (backlash > 0 && distance !== 0) {
      // The last hair of an approach may go back a little: that is no reversal.
      if (distance > 0 === this.toPlus) this.back = 0;
      else if ((this.back += Math.abs(distance)) > REVERSED) this.toPlus = distance > 0;
      const short = (this.toPlus ? backlash : 0) - this.madeUp;
      this.madeUp += Math.sign(short) * Math.min(Math.abs(short), TAKE_UP);
    }
    for (let i = 0; i < this.scale.length; i++) {
      if (this.held[i]) continue;
      this.motorPosition[i]! += distance;
      this.pulses[i] = (this.motorPosition[i]! + this.madeUp) * this.scale[i]!;
    }
  }
}
