import type { PlantSpindle } from './model';

/** A spindle that ramps up and down under its drive, and coasts once that lets go. */
export class Spindle {
  rpm = 0;
  /** Revolutions since the start, signed. */
  turns = 0;

  constructor(readonly model: PlantSpindle) {}

  /** `wanted`: signed share of the highest speed; undefined where the drive has let go and it coasts. */
  step(wanted: number | undefined, dt: number): void {
    const { maxRpm, rampS, coastS } = this.model;
    if (wanted === undefined && this.rpm === 0) return;
    const target = (wanted ?? 0) * maxRpm;
    const most = (maxRpm / (wanted === undefined ? coastS : rampS)) * dt;
    const before = this.rpm;
    const gap = target - this.rpm;
    this.rpm = Math.abs(gap) <= most ? target : this.rpm + Math.sign(gap) * most;
    this.turns += ((before + this.rpm) / 2 / 60) * dt;
  }
}
