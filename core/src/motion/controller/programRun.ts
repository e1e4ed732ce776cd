import type { ControllerAxis } from '../../settings/controllerSettings';
import type { MoveStep, Program, ProgramStep, SetWorkStep, TouchStep } from '../../program/program';
import { pointAt } from '../../program/program';
import type { ToolChangeNow } from './toolChange';

/** Corners are rounded in time: the positions sent are the mean of the path over this long, s. */
const CORNER_S = 0.008;
/** Share of that time’s worth of acceleration that a corner may use up; the rest is the path’s own. */
const CORNER_SHARE = 0.4;
/** As many steps ahead as the speed at their corners is looked at. */
const LOOK_AHEAD = 48;
/** A spindle without an encoder counts as up to speed after this long, s; with one, within this share of its speed. */
const SPINDLE_WAIT_S = 4;
const SPINDLE_WITHIN = 0.05;
/** Whether a spindle that was asked for `wanted` rpm counts as up to speed; `rpm` by its encoder, undefined without one. */
export const spindleIsUp = (rpm: number | undefined, wanted: number, waitedS: number): boolean =>
  rpm === undefined
    ? waitedS >= SPINDLE_WAIT_S
    : Math.abs(Math.abs(rpm) - wanted) <= SPINDLE_WITHIN * wanted + 1 || waitedS > 5 * SPINDLE_WAIT_S;
/** How hard a thread is kept to the spindle, 1/s, once it is at this share of its speed. */
const THREAD_GAIN = 40;
const THREAD_AT_SPEED = 0.999;
/** A cut under constant surface speed follows the radius down to this, mm. */
const LEAST_RADIUS = 0.01;

/** What the run asks of the control around it. */
export interface RunHost {
  spindleRpm(): number | undefined;
  spindleTurns(): number;
  /** Index pulses that have come, and the turns at the last one. */
  spindleIndex(): { count: number; turns: number };
  /** False where it is refused. */
  setSpindle(direction: 1 | -1 | 0, rpm: number): boolean;
  /** Another speed of a spindle that turns; one that stands is left alone. */
  followSpindle(rpm: number): void;
  /** It is asked for, and waits for its cooling. */
  spindleComes(): boolean;
  setCoolant(on: boolean): void;
  setWork(step: SetWorkStep): void;
  setToolOffset(offset: number): void;
  /** Carries a tool change on; undefined where a hand changes tools. */
  changeTool(tool: number): ToolChangeNow | undefined;
  /** Whether the clamps of axes are as the next move asks for; `moving`: its axes, as bits. */
  clampsReady(moving: number): boolean;
  trim: { feed: number; rapid: number };
}

/** Why a run stands. */
export type Hold = {
  by: 'hand' | 'halt' | 'tool' | 'held' | 'changer' | 'step' | 'input' | 'link' | 'spindle';
  tool?: number;
};

/**
 * A program on its way: it plans the speed along the path within every axis's limits, slows for corners, and can be held
 * and let go anywhere without losing a hair of the path, since only the speed along it changes.
 */
export class ProgramRun {
  /** What is run: the approach, then the program from its step on. */
  private readonly steps: readonly ProgramStep[];
  private readonly approach: number;
  private own = 0;
  ended = false;
  held: Hold | undefined;
  /** A touch that is due: nothing of this run goes on after it. */
  touch: TouchStep | undefined;
  /** Set by a hand that wants it to pause: it slows along the path first. */
  private wanted: Hold | undefined;
  private s = 0;
  speed = 0;
  /** Of the step under way: speed at its end, acceleration and the most that its axes allow. */
  private exit = 0;
  private acceleration = 0;
  private most = 0;
  private from: number[];
  private waitS = 0;
  private begun = false;
  private readonly point: Float64Array;
  private readonly window: Float64Array[];
  private windowAt = 0;
  private readonly mean: Float64Array;
  /** Turns at which a thread would be at its beginning, were it always in step; and whether it is at its speed. */
  private threadTurns = NaN;
  private threadAtSpeed = false;
  private indexSeen = 0;
  private threadDue = NaN;
  private surface: { speed: number; clampRpm: number; direction: 1 | -1; axis: number; zero: number } | undefined;
  singleStep = false;
  /** Axes with a clamp, as bits. */
  private readonly clampedAxes: number;

  constructor(
    readonly program: Program,
    private readonly axes: readonly ControllerAxis[],
    start: readonly number[],
    private readonly at: number,
    approach: readonly ProgramStep[],
    private readonly host: RunHost,
    private readonly dt: number,
  ) {
    this.approach = approach.length;
    this.clampedAxes = axes.reduce((bits, a, i) => (a.clamp ? bits | (1 << i) : bits), 0);
    this.steps = at === 0 && !approach.length ? program.steps : [...approach, ...program.steps.slice(at)];
    this.from = [...start];
    this.point = Float64Array.from(start);
    this.mean = Float64Array.from(start);
    const length = Math.max(1, Math.round(CORNER_S / dt));
    this.window = Array.from({ length }, () => Float64Array.from(start));
    this.settled = length;
  }

  /** Index of the program's step under way; during the approach the one that it leads to. */
  get index(): number {
    return this.at + Math.max(0, this.own - this.approach);
  }
  get step(): ProgramStep | undefined {
    return this.steps[this.own];
  }
  /** What a hand, an input or the link wants of it, before it stands. */
  get wish(): Hold | undefined {
    return this.wanted;
  }
  /** The thread that is being cut, once its index has come, and where its step begins. */
  get threading(): { step: MoveStep; from: readonly number[] } | undefined {
    const { step } = this;
    return step?.kind === 'move' && step.feedMode === 'thread' && this.begun && !Number.isNaN(this.threadTurns)
      ? { step, from: this.from }
      : undefined;
  }
  /** A thread that has not begun: no index has come, or not the turn to begin in. */
  get awaitsIndex(): boolean {
    const { step } = this;
    return step?.kind === 'move' && step.feedMode === 'thread' && this.begun && Number.isNaN(this.threadTurns);
  }
  get line(): number {
    return this.step?.line ?? this.steps.at(-1)?.line ?? 0;
  }
  /** At rest with nothing left in the corner window. */
  get still(): boolean {
    return this.speed === 0 && this.settled === this.window.length;
  }
  private settled = 0;

  pause(hold: Hold): void {
    this.wanted ??= hold;
  }
  proceed(): void {
    this.wanted = undefined;
    this.held = undefined;
  }

  /** Advances by `dt` and leaves the commanded machine position of every axis in the returned array. */
  advance(dt: number): Float64Array {
    if (this.wanted && this.speed === 0 && !this.held) this.held = this.wanted;
    if (!this.held && !this.ended) this.onward(dt);
    return this.smooth();
  }

  private smooth(): Float64Array {
    const { window, point, mean } = this;
    const oldest = window[this.windowAt]!;
    let moved = false;
    for (let i = 0; i < mean.length; i++) {
      if (oldest[i] !== point[i]) moved = true;
      mean[i]! += (point[i]! - oldest[i]!) / window.length;
      oldest[i] = point[i]!;
    }
    this.windowAt = (this.windowAt + 1) % window.length;
    this.settled = moved ? 0 : Math.min(window.length, this.settled + 1);
    // Once the window holds one point only, the mean is that point and no sum of roundings.
    if (this.settled === window.length) mean.set(point);
    return mean;
  }

  private onward(dt: number): void {
    // Several short steps may fit into one step of time.
    for (let left = dt, guard = 0; left > 1e-12 && guard < 400; guard++) {
      const step = this.step;
      if (!step || step.kind === 'end') {
        if (this.speed === 0) this.finish();
        return;
      }
      if (step.kind === 'move') {
        if (this.clampedAxes && !this.begun && !this.freed(step)) return;
        left = this.along(step, left, dt);
        if (this.wanted && this.speed === 0) return;
      } else {
        if (!this.still && step.kind !== 'coolant') return;
        if (!this.perform(step, left)) return;
        this.next(step);
        if (this.held) return;
      }
    }
  }

  /** Axes of a step that have a clamp and move in it, as bits. */
  private unclamps(step: MoveStep, from: readonly number[]): number {
    let moving = 0;
    for (let i = 0; i < step.to.length; i++)
      if ((this.clampedAxes >> i) & 1 && Math.abs(step.to[i]! - from[i]!) > 1e-9) moving |= 1 << i;
    return moving;
  }
  /** The clamps are as a move asks for: where they change, the path is at rest. */
  private freed(step: MoveStep): boolean {
    const moving = this.unclamps(step, this.from);
    if (moving !== this.free && !this.still) return false;
    this.free = moving;
    return this.host.clampsReady(moving);
  }
  private free = -1;

  /** Moves along the step under way; returns what is left of the time. */
  private along(step: MoveStep, left: number, dt: number): number {
    if (!this.begun) this.begin(step);
    if (step.feedMode === 'thread' && Number.isNaN(this.threadTurns)) {
      const ramps = this.threadRamps(step, left);
      if (!ramps) return 0;
      left = ramps;
    }
    const { acceleration, exit } = this;
    const rest = step.length - this.s;
    // A thread is cut to its end before a pause: its lead hangs on the spindle alone.
    const pausing = this.wanted !== undefined && step.feedMode !== 'thread';
    const cap = pausing ? 0 : this.limitOf(step);
    // The speed at the end of this step from which the rest still suffices: v² = exit² + 2a·(rest − (v₀ + v)/2·t).
    const half = (acceleration * left) / 2;
    const room = Math.max(0, rest - this.speed * left * 0.5);
    const braking = Math.sqrt(half * half + exit * exit + 2 * acceleration * room) - half;
    const wanted = Math.min(cap, braking);
    const change = acceleration * left;
    const before = this.speed;
    let v = wanted > before ? Math.min(wanted, before + change) : Math.max(wanted, before - change);
    // The last hair of a step is not approached for ever.
    if (v < 1e-9 && rest > 0 && cap > 0) v = Math.min(cap, Math.max(acceleration * dt * 0.5, exit));
    const way = 0.5 * (before + v) * left;
    this.speed = v;
    if (way < rest - 1e-12) {
      if (way <= 0 && v <= 0) return 0;
      this.s += way;
      pointAt(step, this.from, this.s / step.length, this.point);
      this.followSurface();
      return 0;
    }
    const used = way > 0 ? (left * rest) / way : left;
    for (let i = 0; i < this.point.length; i++) this.point[i] = step.to[i]!;
    this.speed = exit === 0 ? 0 : Math.min(v, Math.max(exit, 0));
    this.next(step);
    if (this.singleStep) this.pause({ by: 'step' });
    return Math.max(0, left - used);
  }
  /**
   * A thread waits at rest for an index pulse of the spindle, then for a whole number of turns behind it less the turns that its
   * ramp falls behind, v²/2a of the way: so it is in step from the end of the ramp on, whatever the speed of this pass. Returns
   * how much of the time `left` it ramps already.
   */
  private threadRamps(step: MoveStep, left: number): number {
    const { count, turns } = this.host.spindleIndex();
    if (count === this.indexSeen) return 0;
    const now = this.spindleAhead();
    const sign = this.threadSign();
    const behind = this.threadPerS(step) ** 2 / (2 * this.acceleration * step.feed);
    const whole = Math.ceil((now - turns) * sign + behind);
    this.threadDue = Number.isNaN(this.threadDue) ? turns + sign * whole : this.threadDue;
    const perS = Math.abs(this.host.spindleRpm() ?? 0) / 60;
    const waitS = ((this.threadDue - now) * sign - behind) / perS;
    if (!(waitS < left)) return 0;
    this.threadTurns = this.threadDue;
    return left - Math.max(0, waitS);
  }
  private begin(step: MoveStep): void {
    this.begun = true;
    this.s = 0;
    this.threadTurns = NaN;
    this.threadAtSpeed = false;
    this.threadDue = NaN;
    this.indexSeen = this.host.spindleIndex().count;
    this.exit = this.exitSpeed();
    this.acceleration = this.accelerationOf(step, this.from);
    const onArc = step.arc ? Math.sqrt(this.arcAcceleration(step) * step.arc.radius) : Infinity;
    this.most = this.overAxes(step, this.from, (a) => a.maxSpeed, onArc);
  }
  private next(step: ProgramStep): void {
    if (step.kind === 'move') this.from = step.to;
    this.own++;
    this.begun = false;
    this.waitS = 0;
  }
  private finish(): void {
    if (!this.still) return;
    this.ended = true;
    this.surface = undefined;
    this.host.setSpindle(0, 0);
    this.host.setCoolant(false);
  }

  /** Carries out a step that is no move. False while it takes time. */
  private perform(step: Exclude<ProgramStep, MoveStep>, dt: number): boolean {
    switch (step.kind) {
      case 'dwell':
        this.waitS += dt;
        return this.waitS >= step.seconds - 1e-9;
      case 'spindle': {
        // Refused: it waits before this step, and asks again when it goes on.
        if (this.waitS === 0 && !this.startSpindle(step)) {
          this.held = { by: 'spindle' };
          return false;
        }
        // The time of a start counts from when its cooling is there.
        if (this.host.spindleComes()) this.waitS = dt;
        this.waitS += dt;
        return step.direction === 0 || spindleIsUp(this.host.spindleRpm(), this.wantedRpm, this.waitS);
      }
      case 'coolant':
        this.host.setCoolant(step.on);
        return true;
      case 'tool': {
        const now = this.host.changeTool(step.tool);
        if (now === 'under-way') return false;
        if (now === 'failed' || now === 'fit' || now === 'held') {
          this.held = { by: now === 'failed' ? 'changer' : now === 'fit' ? 'tool' : 'held', tool: step.tool };
          return false;
        }
        if (step.offset !== undefined) this.host.setToolOffset(step.offset);
        if (!step.same && now === undefined) this.held = { by: 'tool', tool: step.tool };
        return true;
      }
      case 'halt':
        this.held = { by: 'halt' };
        return true;
      case 'set-work':
        this.host.setWork(step);
        return true;
      case 'touch':
        // Whoever runs it touches, and goes on with a run from there.
        this.touch = step;
        return false;
      case 'end':
        return true;
    }
  }
  private wantedRpm = 0;
  private startSpindle(step: Extract<ProgramStep, { kind: 'spindle' }>): boolean {
    if (step.surface && step.direction !== 0) {
      const axis = Math.max(
        0,
        this.axes.findIndex((a) => a.letter === 'X'),
      );
      const { speed, clampRpm, direction, centre: zero = 0 } = step;
      this.surface = { speed, clampRpm, direction, axis, zero };
      this.surfaceRpm(this.surface);
      return this.host.setSpindle(direction, this.wantedRpm);
    }
    this.surface = undefined;
    this.wantedRpm = Math.min(step.speed, step.clampRpm);
    return this.host.setSpindle(step.direction, this.wantedRpm);
  }
  /** Constant surface speed: rpm = 1000·v/(2π·r), up to its clamp. */
  private followSurface(): void {
    if (!this.surface) return;
    this.surfaceRpm(this.surface);
    this.host.followSpindle(this.wantedRpm);
  }
  private surfaceRpm(s: NonNullable<ProgramRun['surface']>): void {
    const radius = Math.max(LEAST_RADIUS, Math.abs(this.point[s.axis]! - s.zero));
    this.wantedRpm = Math.min(s.clampRpm, (1000 * s.speed) / (2 * Math.PI * radius));
  }
  private threadSign = () => ((this.host.spindleRpm() ?? 0) < 0 ? -1 : 1);

  /** Highest speed along a step, now: its feed with the trim, its axes, its curvature, or the spindle that leads it. */
  private limitOf(step: MoveStep): number {
    const { host, most } = this;
    if (step.rapid) return most * host.trim.rapid;
    if (step.feedMode === 'per-second') return Math.min(most, step.feed * host.trim.feed);
    const rpm = host.spindleRpm() ?? 0;
    const perS = (step.feed * Math.abs(rpm)) / 60;
    if (step.feedMode === 'per-revolution') return Math.min(most, perS * host.trim.feed);
    // A thread follows the spindle's turns; no trim may change its lead. Until its ramp ends it is ahead of them on purpose.
    const due = (this.spindleAhead() - this.threadTurns) * this.threadSign() * step.feed;
    this.threadAtSpeed ||= this.speed >= perS * THREAD_AT_SPEED || this.s <= due;
    return Math.min(most, this.threadAtSpeed ? Math.max(0, perS + (due - this.s) * THREAD_GAIN) : perS);
  }
  private threadPerS = (step: MoveStep): number =>
    Math.min(this.most, (step.feed * Math.abs(this.host.spindleRpm() ?? 0)) / 60);
  /** Turns of the spindle when what is commanded now will be done: corners are rounded in time, which comes as much later. */
  private spindleAhead(): number {
    const lateS = ((this.window.length - 1) / 2) * this.dt;
    return this.host.spindleTurns() + ((this.host.spindleRpm() ?? 0) / 60) * lateS;
  }
  private arcAcceleration(step: MoveStep): number {
    const arc = step.arc!;
    return Math.min(this.axes[arc.a]!.acceleration, this.axes[arc.b]!.acceleration) * Math.SQRT1_2;
  }
  /** The least that the axes of a step allow along its path, for a figure of each axis. */
  private overAxes(step: MoveStep, from: readonly number[], of: (a: ControllerAxis) => number, onArc: number): number {
    const { arc, length, to } = step;
    let least = onArc;
    for (let i = 0; i < to.length; i++) {
      const inArc = arc !== undefined && (i === arc.a || i === arc.b);
      const way = inArc ? Math.abs(arc.radius * arc.sweep) : Math.abs(to[i]! - from[i]!);
      if (way > 1e-9 * length) least = Math.min(least, (of(this.axes[i]!) * length) / Math.max(way, 1e-12));
    }
    return least;
  }
  private accelerationOf(step: MoveStep, from: readonly number[]): number {
    return this.overAxes(step, from, (a) => a.acceleration, step.arc ? this.arcAcceleration(step) : Infinity);
  }

  /** Speed at which the step under way may end: looks at the corners ahead and brakes for the last one. */
  private exitSpeed(): number {
    const { steps } = this;
    const chain: { step: MoveStep; from: readonly number[]; corner: number }[] = [];
    let from: readonly number[] = this.from;
    for (let i = this.own; i < steps.length && chain.length < LOOK_AHEAD; i++) {
      const step = steps[i]!;
      if (step.kind !== 'move' || this.singleStep) break;
      const before = chain.at(-1);
      // Where a clamp is freed or closed, the path comes to rest.
      if (before && this.clampedAxes && this.unclamps(step, from) !== this.unclamps(before.step, before.from)) break;
      if (before) before.corner = this.cornerSpeed(before, { step, from });
      chain.push({ step, from, corner: 0 });
      if (step.feedMode === 'thread') break;
      from = step.to;
    }
    let exit = 0;
    for (let k = chain.length - 1; k > 0; k--) {
      const { step } = chain[k]!;
      const entry = Math.sqrt(exit * exit + 2 * this.accelerationOf(step, chain[k]!.from) * step.length);
      exit = Math.min(chain[k - 1]!.corner, entry);
    }
    return exit;
  }
  /** Speed at a corner: no axis changes its own by more than the corner's time allows; nor faster than either feed. */
  private cornerSpeed(
    a: { step: MoveStep; from: readonly number[] },
    b: { step: MoveStep; from: readonly number[] },
  ): number {
    if (a.step.feedMode !== b.step.feedMode || a.step.feedMode === 'thread') return 0;
    let v = Infinity;
    for (const s of [a.step, b.step]) {
      if (!s.rapid && s.feedMode === 'per-second') v = Math.min(v, s.feed);
      if (s.arc) v = Math.min(v, Math.sqrt(this.arcAcceleration(s) * s.arc.radius));
    }
    const n = a.step.to.length;
    for (let i = 0; i < n; i++) {
      const out = slope(a.step, a.from, i, 1);
      const into = slope(b.step, b.from, i, 0);
      const size = Math.max(Math.abs(out), Math.abs(into));
      const turn = Math.abs(into - out);
      if (turn > 1e-6) v = Math.min(v, (this.axes[i]!.acceleration * CORNER_S * CORNER_SHARE) / turn);
      if (size > 1e-9) v = Math.min(v, this.axes[i]!.maxSpeed / size);
    }
    return v;
  }
}

/** How fast axis `i` moves for each unit along the path, at the start (0) or the end (1) of a step. */
function slope(step: MoveStep, from: readonly number[], i: number, share: 0 | 1): number {
  const { arc, length } = step;
  if (arc && (i === arc.a || i === arc.b)) {
    const angle = arc.from + arc.sweep * share;
    const perLength = (arc.radius * arc.sweep) / length;
    return i === arc.a ? -Math.sin(angle) * perLength : Math.cos(angle) * perLength;
  }
  return (step.to[i]! - from[i]!) / length;
}
