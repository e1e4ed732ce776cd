import type { Shared } from './shared';

/** A spindle whose encoder tells this or less stands, rpm. */
const STANDS_RPM = 1;

/** Whether the spindle stands: off for long enough, and by its encoder where it has one. */
export class SpindleRest {
  private offS = Infinity;

  constructor(
    private readonly s: Shared,
    private readonly rpm: () => number | undefined,
  ) {}

  tick(dt: number): void {
    this.offS = this.s.outputs.state.spindle === 0 ? this.offS + dt : 0;
  }
  /** `s`: how long after its stop it counts as standing. */
  stands(s: number): boolean {
    return this.offS >= s && Math.abs(this.rpm() ?? 0) <= STANDS_RPM;
  }
}
