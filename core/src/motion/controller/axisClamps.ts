import type { ControllerClamp } from '../../settings/controllerSettings';
import type { AxisMotion } from './axis';
import type { Shared } from './shared';

/** An axis that was moved by hand is clamped again after so long at rest, s: between two clicks it stays free. */
const IDLE_S = 0.5;

interface Clamp {
  axis: AxisMotion;
  /** Its place among the axes, as a bit. */
  bit: number;
  settings: ControllerClamp;
  free: boolean;
  /** Until it is as its output says, s. */
  leftS: number;
  idleS: number;
}

/** The clamps of axes: each is freed before its axis moves, and holds again behind the move. */
export class AxisClamps {
  private readonly clamps: Clamp[];
  /** Axes that the program moves next, as bits; undefined while none runs. */
  private path: number | undefined;

  constructor(private readonly s: Shared) {
    this.clamps = s.axes.flatMap((axis, i) =>
      axis.settings.clamp
        ? [{ axis, bit: 1 << i, settings: axis.settings.clamp, free: false, leftS: 0, idleS: 0 }]
        : [],
    );
    for (const c of this.clamps) c.axis.locked = true;
  }

  /** Outputs that work a clamp: no stop closes one on an axis that still moves. */
  get outputs(): string[] {
    return this.clamps.map((c) => c.settings.output);
  }
  owns(output: string): boolean {
    return this.clamps.some((c) => c.settings.output === output);
  }

  /** What the program moves next. True once every clamp is as that asks for. */
  ready(moving: number): boolean {
    this.path = moving;
    return this.clamps.every((c) => c.free === ((moving & c.bit) !== 0) && c.leftS <= 0);
  }
  /** No program asks any more. */
  leave(): void {
    this.path = undefined;
  }
  /** Whether an axis is held; one without a clamp is held by its drive. */
  holds(axis: AxisMotion): boolean {
    return this.clamps.every((c) => c.axis !== axis || (!c.free && c.leftS <= 0));
  }
  forget(): void {
    this.path = undefined;
    for (const c of this.clamps) {
      Object.assign(c, { free: false, leftS: 0, idleS: 0 });
      c.axis.locked = true;
    }
  }

  tick(dt: number): void {
    for (const c of this.clamps) this.look(c, dt);
  }
  private look(c: Clamp, dt: number): void {
    const { axis, settings } = c;
    const byPath = this.path !== undefined && (this.path & c.bit) !== 0;
    const moves = axis.moving || byPath;
    const changing = this.s.state === 'changing-tool';
    c.idleS = moves ? 0 : c.idleS + dt;
    if (moves && !c.free) {
      c.free = true;
      c.leftS = settings.freeS;
    } else if (c.free && !moves && (this.path !== undefined || changing || c.idleS >= IDLE_S)) {
      c.free = false;
      c.leftS = settings.closeS;
    } else c.leftS = Math.max(0, c.leftS - dt);
    axis.locked = !c.free || c.leftS > 0;
    this.s.outputs.switchLoad(settings.output, c.free === settings.onFrees, true);
  }
}
