import type { ControllerAxis } from '../../settings/controllerSettings';

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
  /** Command of each motor relative to the axis: differs between the sides of a gantry that has been squared. */
  readonly motorPosition: Float64Array;
  readonly held: boolean[];
  /** Pulses sent to each motor since power-on, signed as the direction signal says. */
  readonly pulses: Float64Array;
  private readonly sign: number[];

  constructor(readonly settings: ControllerAxis) {
    const motors = settings.stepsPerUnit.length;
    this.motorPosition = new Float64Array(motors);
    this.pulses = new Float64Array(motors);
    this.held = new Array<boolean>(motors).fill(false);
    this.sign = settings.inverted.map((i) => (i ? -1 : 1));
  }

  get moving(): boolean {
    return this.speed !== 0 || this.wantedSpeed !== 0 || !Number.isNaN(this.target);
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

  /** Advances by `dt` seconds within `min … max` (infinite while there is no envelope). */
  step(dt: number, min: number, max: number): void {
    const { acceleration } = this.settings;
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
      const cap = Math.sqrt(2 * acceleration * Math.abs(gap));
      wanted = Math.sign(gap) * Math.min(Math.abs(this.wantedSpeed), cap);
    }
    if (wanted !== 0 || this.speed !== 0) {
      const room = (this.speed || wanted) > 0 ? max - this.position : this.position - min;
      const cap = room > 0 ? Math.sqrt(2 * acceleration * room) : 0;
      if (Math.abs(wanted) > cap) wanted = Math.sign(wanted) * cap;
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
  }

  private advance(distance: number): void {
    this.position += distance;
    const { stepsPerUnit } = this.settings;
    for (let i = 0; i < stepsPerUnit.length; i++) {
      if (this.held[i]) continue;
      this.motorPosition[i] = this.motorPosition[i]! + distance;
      this.pulses[i] = this.sign[i]! * Math.round(this.motorPosition[i]! * stepsPerUnit[i]!);
    }
  }
}
