import type { TouchStep } from '../../program/program';
import type { AxisMotion } from './axis';
import type { Refusal } from './events';
import type { Shared } from './shared';
import { probeInput } from './touch';

/** A move of a program that ends at a touch: one axis at its feed until the probe answers, and no further than it says. */
export class ProgramTouch {
  /** Machine position where it touched; the axis comes to rest a hair beyond. */
  contact: number | undefined;
  private readonly axis: AxisMotion;
  private readonly probe: number;
  /** Where it set out, mm or °. */
  readonly start: number;

  constructor(
    private readonly s: Shared,
    readonly step: TouchStep,
  ) {
    this.axis = s.axes[step.axis]!;
    this.probe = probeInput(s.settings);
    this.start = this.axis.position;
  }
  get letter(): string {
    return this.axis.settings.letter;
  }
  private get way(): number {
    return this.step.to[this.step.axis]! - this.start;
  }
  /** Up and away from the work: the one move that may prove the circuit, since nothing is struck if it is dead. */
  private get rises(): boolean {
    return this.letter === 'Z' && this.way > 0;
  }
  /** Why it may not begin. */
  get refused(): Refusal | undefined {
    if (this.probe < 0) return 'no-probe';
    if (this.rises) return undefined;
    if (!this.s.probeSeen) return 'probe-unproven';
    return this.s.tripped[this.probe] ? 'probe-tripped' : undefined;
  }
  begin(): void {
    this.axis.target = NaN;
    this.axis.wantedSpeed = Math.sign(this.way) * Math.min(this.step.feed, this.axis.settings.maxSpeed);
  }
  hold(): void {
    this.axis.halt();
  }

  /** Advances by `dt`; the position of every axis stays with the axes themselves. */
  advance(dt: number): 'under-way' | 'touched' | 'missed' | 'at-rest' {
    const { s, axis } = this;
    if (this.contact === undefined && s.tripped[this.probe]) {
      const agoS = s.timeS - s.dt - s.acceptedAt[this.probe]!;
      // Held to the tool before it set out: it touched where it stood.
      this.contact = axis.speed === 0 ? axis.position : axis.earlier(agoS, dt);
      axis.halt();
    }
    const beyond = Math.abs(axis.position - this.start) >= Math.abs(this.way) - 1e-6;
    if (this.contact === undefined && beyond) axis.halt();
    for (const a of s.axes) a.step(dt, a.referenced);
    if (s.axes.some((a) => a.moving)) return 'under-way';
    if (this.contact !== undefined) return 'touched';
    return beyond ? 'missed' : 'at-rest';
  }
}
