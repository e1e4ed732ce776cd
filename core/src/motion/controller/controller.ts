import type { ControllerInput, ControllerSettings } from '../../settings/controllerSettings';
import { approachTo } from '../../program/approach';
import { reach } from '../../program/check';
import type { Program } from '../../program/program';
import { AxisMotion } from './axis';
import type { ControllerCommand, TouchPlan } from './commands';
import type { ControllerEvent, Refusal } from './events';
import type { Accepted, RawReading } from './inputs';
import { InputBank } from './inputs';
import { WorkOffsets } from './offsets';
import { ProgramRun } from './programRun';
import { ReferenceRun } from './reference';
import type { ControllerState, LatchCause } from './states';
import { TouchRun, probeInput } from './touch';

/** Without a datum there is no envelope: motion by hand keeps to this share of the maximum speed. */
export const UNREFERENCED_SHARE = 0.1;
/** A held key speaks up at least this often; when it falls silent, the axis stops. */
export const JOG_TIMEOUT_S = 0.25;
/** A wheel may lead its axis by the way of this long at full speed; what is more is dropped. */
const WHEEL_LEAD_S = 0.05;
/** Stepping off a switch goes no further than this many back-offs. */
const STEP_OFF_BACKS = 4;

const latching: ReadonlySet<string> = new Set(['stop', 'limit', 'limit-and-reference', 'door', 'alarm']);
const isLimit = (i: ControllerInput) => i.function === 'limit' || i.function === 'limit-and-reference';

/**
 * A motion control on simulated time. It sees exported settings and input readings, and gives pulses and outputs:
 * nothing else. Tell it each change of a net with `read`, call `step` once for every step of time, read `axes[i].pulses`.
 */
export class Controller {
  state: ControllerState = 'no-power';
  cause: LatchCause | undefined;
  timeS = 0;
  readonly axes: AxisMotion[];
  readonly events: { t: number; event: ControllerEvent }[] = [];
  readonly inputs: InputBank;
  readonly offsets: WorkOffsets;
  /** What the control wants of its outputs. */
  readonly outputs = { brakesReleased: false, spindle: 0 as 1 | -1 | 0, spindleRpm: 0, coolant: false, lamp: false };
  /** What was asked of the spindle, before its trim. */
  private spindleRpm = 0;
  readonly trim = { feed: 1, rapid: 1, spindle: 1 };
  limitsOff = false;
  program: Program | undefined;
  run: ProgramRun | undefined;
  /** Where a program that was cut off can be taken up again: index of its step. */
  resumeAt: number | undefined;
  singleStep = false;
  /** Counts up with every change of an output. */
  outputChanges = 0;
  /** Whether the probe's input has been seen to change since power-on. */
  probeSeen = false;
  private readonly acceptedAt: Float64Array;
  private runs: ReferenceRun[] = [];
  private stages: string[][] = [];
  private touch: TouchRun | undefined;
  private stepOff: { axis: AxisMotion; from: number; input: number; farthest: number } | undefined;
  /** Until when each axis that is held by hand goes on. */
  private readonly heldUntil: Float64Array;
  private graceUntilRest = false;
  private stopSeen = false;
  private dt = 0.001;
  private readonly byId = new Map<string, AxisMotion>();
  private readonly fresh: ControllerEvent[] = [];
  private turns = 0;
  private rpm: number | undefined;

  constructor(readonly settings: ControllerSettings) {
    this.axes = settings.axes.map((a) => new AxisMotion(a));
    for (const a of this.axes) this.byId.set(a.settings.id, a);
    this.inputs = new InputBank(settings.inputs);
    this.offsets = new WorkOffsets(this.axes.length);
    this.acceptedAt = new Float64Array(settings.inputs.length);
    this.heldUntil = new Float64Array(this.axes.length).fill(-1);
  }

  private say(event: ControllerEvent): void {
    this.events.push({ t: this.timeS, event });
  }
  private refuse(what: string, reason: Refusal, letters: string[] = []): void {
    this.say({ code: 'refused', what, reason, letters });
  }
  get tripped(): Uint8Array {
    return this.inputs.tripped;
  }
  get allReferenced(): boolean {
    return this.axes.every((a) => a.referenced || a.settings.reference.method === 'none');
  }
  private rest(): ControllerState {
    return this.cause ? 'latched' : this.allReferenced ? 'at-rest' : 'at-rest-unknown';
  }
  private get standing(): boolean {
    return this.state === 'at-rest' || this.state === 'at-rest-unknown';
  }

  /** A drive with an absolute encoder tells its position at power-on. */
  takeAbsolute(axisId: string, position: number): void {
    const axis = this.byId.get(axisId);
    if (!axis || axis.settings.reference.method !== 'absolute') return;
    axis.rename(position);
    axis.referenced = true;
    axis.doubtful = false;
    this.say({ code: 'datum-absolute', letter: axis.settings.letter });
    if (this.standing) this.state = this.rest();
  }
  /** Whoever stands beside has heard an axis strike its stop. Positions are no longer trusted. */
  doubt(axisId: string, because: 'hard-stop' | 'power-cut' | 'alarm'): void {
    const axis = this.byId.get(axisId);
    if (!axis || axis.doubtful || !axis.referenced || axis.settings.reference.method === 'absolute') return;
    axis.doubtful = true;
    this.say({ code: 'position-doubtful', letter: axis.settings.letter, because });
  }
  /** The net of an input has changed at a moment; call in the order of time. */
  read(index: number, reading: RawReading, t: number): void {
    this.inputs.edge(index, reading, t);
  }
  /** What the spindle's encoder counts; speed undefined without one. */
  spindle(turns: number, rpm: number | undefined): void {
    this.turns = turns;
    this.rpm = rpm;
  }
  /** The index pulse of a motor at a moment of the last step. */
  index(axisIndex: number, motor: number, t: number): void {
    if (motor !== 0 || !this.runs.length) return;
    const axis = this.axes[axisIndex]!;
    for (const r of this.runs) if (r.axis === axis) r.sawIndex(axis.earlier(this.timeS - t, this.dt));
  }

  command(c: ControllerCommand): void {
    if (c.type === 'power') return this.power(c.on);
    if (this.state === 'no-power') return;
    switch (c.type) {
      case 'jog':
        return this.jog(c.axis, c.direction, c.share, c.override);
      case 'release':
        return this.release(c.axis);
      case 'move':
        return this.moveTo(c.axis, c.position);
      case 'nudge': {
        const axis = this.byId.get(c.axis);
        if (axis) this.moveTo(c.axis, axis.position + c.distance);
        return;
      }
      case 'wheel':
        return this.wheel(c.axis, c.distance);
      case 'reference':
        return this.reference(c.axes);
      case 'step-off':
        return this.startStepOff(c.axis, c.direction);
      case 'take-datum':
        return this.takeDatum(c.axis);
      case 'acknowledge':
        return this.acknowledge();
      case 'limits':
        return this.switchLimits(c.on);
      case 'work-offset':
        if (!this.standing) return this.refuse('Another work offset', this.cause ? 'stop' : 'busy');
        this.offsets.active = Math.min(this.offsets.sets.length - 1, Math.max(0, Math.trunc(c.index)));
        return this.say({ code: 'offset-chosen', set: this.offsets.active });
      case 'set-work':
        return this.setWork(c.axis, c.value);
      case 'touch':
        return this.startTouch(c.touch);
      case 'load':
        if (this.run) return this.refuse('Another program', 'busy');
        this.program = c.program;
        this.resumeAt = undefined;
        return this.say({ code: 'program-loaded', lines: c.program.lines });
      case 'run':
        return this.startRun(c.from ?? 0);
      case 'pause':
        return this.run?.pause({ by: 'hand' });
      case 'link-lost':
        this.say({ code: 'link-lost' });
        this.release(undefined);
        return this.run?.pause({ by: 'link' });
      case 'continue':
        return this.proceed();
      case 'abandon':
        return this.abandon();
      case 'single-step':
        this.singleStep = c.on;
        if (this.run) this.run.singleStep = c.on;
        return;
      case 'trim':
        this.trim[c.of] = Math.min(c.of === 'rapid' ? 1 : 2, Math.max(0, c.share));
        if (c.of === 'spindle') this.setSpindle(this.outputs.spindle, this.spindleRpm);
        return this.say({ code: 'trimmed', of: c.of, share: this.trim[c.of] });
      case 'spindle':
        if (!this.settings.spindle) return this.refuse('The spindle', 'no-spindle');
        if (c.direction !== 0 && this.cause) return this.refuse('The spindle', 'stop');
        return this.setSpindle(c.direction, c.rpm);
      case 'coolant':
        return this.setCoolant(c.on);
    }
  }

  private power(on: boolean): void {
    if (on === (this.state !== 'no-power')) return;
    if (!on) {
      this.interrupt();
      for (const a of this.axes) {
        a.halt();
        a.speed = 0;
        a.referenced = false;
        a.doubtful = false;
        a.held.fill(false);
      }
      this.endRuns();
      this.inputs.forget();
      this.setOutputs({ brakesReleased: false, spindle: 0, spindleRpm: 0, coolant: false, lamp: false });
      this.state = 'no-power';
      this.say({ code: 'power-lost' });
      return;
    }
    // Whatever was pressed while there was no power is found pressed at the first look at the inputs.
    this.inputs.wake(this.timeS);
    this.stopSeen = false;
    this.probeSeen = false;
    this.limitsOff = false;
    this.cause = undefined;
    this.state = this.rest();
    this.setOutputs({ brakesReleased: true });
    this.say({ code: 'powered' });
  }
  private endRuns(): void {
    this.runs = [];
    this.stages = [];
    this.touch = undefined;
    this.stepOff = undefined;
    this.heldUntil.fill(-1);
  }
  private setOutputs(change: Partial<Controller['outputs']>): void {
    for (const [k, v] of Object.entries(change) as [keyof Controller['outputs'], never][])
      if (this.outputs[k] !== v) {
        this.outputs[k] = v;
        this.outputChanges++;
      }
  }
  private setSpindle(direction: 1 | -1 | 0, rpm: number): void {
    const { spindle } = this.settings;
    if (!spindle) return;
    this.spindleRpm = rpm;
    const turns = direction !== 0 && rpm > 0;
    const wanted = turns ? Math.min(spindle.maxRpm, rpm * this.trim.spindle) : 0;
    const was = this.outputs.spindle;
    this.setOutputs({ spindle: turns ? direction : 0, spindleRpm: wanted });
    if (turns && was !== direction) this.say({ code: 'spindle-on', rpm: wanted, direction });
    else if (!turns && was !== 0) this.say({ code: 'spindle-off' });
  }
  private setCoolant(on: boolean): void {
    if (this.outputs.coolant === on) return;
    this.setOutputs({ coolant: on });
    this.say({ code: 'coolant', on });
  }

  private haltAll(): void {
    for (const a of this.axes) a.halt();
    this.heldUntil.fill(-1);
    this.state = this.axes.some((a) => a.moving) ? 'coming-to-rest' : this.rest();
  }
  /** A program that is cut off can be taken up where it was. */
  private interrupt(): void {
    if (!this.run) return;
    this.resumeAt = this.run.index;
    this.say({ code: 'program-interrupted', line: this.run.line });
    this.run = undefined;
  }

  /** The way off a tripped limit of an axis: +1, −1, or 0 where it cannot be determined. Undefined: no limit is tripped. */
  private wayOff(axisId: string): number | undefined {
    const { inputs } = this.settings;
    const index = inputs.findIndex((i, k) => this.tripped[k] && isLimit(i) && i.axes.includes(axisId));
    if (index < 0) return undefined;
    const input = inputs[index]!;
    return input.end === undefined || input.axes.length > 1 ? 0 : input.end === 'minus' ? 1 : -1;
  }

  private refuseJog(axis: AxisMotion, direction: number, override: boolean): boolean {
    const refuse = (reason: Refusal) => {
      const last = this.events.at(-1)?.event;
      if (!(last?.code === 'jog-refused' && last.letter === axis.settings.letter && last.reason === reason))
        this.say({ code: 'jog-refused', letter: axis.settings.letter, reason });
      return true;
    };
    const { state, cause } = this;
    if (['finding-datum', 'following-program', 'paused', 'coming-to-rest'].includes(state)) return refuse('busy');
    if (cause && cause !== 'limit') return refuse('stop');
    if (cause === 'limit') {
      const way = this.wayOff(axis.settings.id);
      if (override && this.settings.limitSchool === 'held-override') return false;
      if (way === undefined) return refuse('stop');
      if (this.settings.limitSchool === 'acknowledge-again' || this.settings.limitSchool === 'switched-off')
        return refuse('stop');
      if (way === 0) return override ? false : refuse('side-unknown');
      if (way !== direction) return refuse('limit-side');
    }
    return false;
  }
  private mostShare(axis: AxisMotion): number {
    return axis.referenced && !this.cause && !this.graceUntilRest ? 1 : UNREFERENCED_SHARE;
  }

  private jog(axisId: string, direction: 1 | -1, share: number, override: boolean): void {
    const axis = this.byId.get(axisId);
    if (!axis || this.refuseJog(axis, direction, override)) return;
    axis.target = NaN;
    axis.wantedSpeed = direction * Math.min(Math.max(share, 0), this.mostShare(axis)) * axis.settings.maxSpeed;
    this.heldUntil[this.axes.indexOf(axis)] = this.timeS + JOG_TIMEOUT_S;
    this.state = 'by-hand';
  }
  private release(axisId: string | undefined): void {
    if (this.state !== 'by-hand') return;
    if (axisId === undefined) return this.haltAll();
    const axis = this.byId.get(axisId);
    if (axis) {
      axis.halt();
      this.heldUntil[this.axes.indexOf(axis)] = -1;
    }
  }

  private moveTo(axisId: string, position: number): void {
    const axis = this.byId.get(axisId);
    if (!axis) return;
    const direction = Math.sign(position - axis.position) || 1;
    if (this.refuseJog(axis, direction, false)) return;
    const { letter, linear, envelope, maxSpeed } = axis.settings;
    if (axis.referenced && (position < envelope.min - 1e-9 || position > envelope.max + 1e-9)) {
      this.say({ code: 'envelope-refused', letter, wanted: position, ...envelope, linear });
      return;
    }
    axis.target = position;
    axis.wantedSpeed = maxSpeed * this.mostShare(axis);
    this.heldUntil[this.axes.indexOf(axis)] = Infinity;
    this.state = 'by-hand';
  }
  private wheel(axisId: string, distance: number): void {
    const axis = this.byId.get(axisId);
    if (!axis || this.refuseJog(axis, Math.sign(distance), false)) return;
    const { maxSpeed, acceleration, envelope, letter } = axis.settings;
    const speed = maxSpeed * this.mostShare(axis);
    const lead = speed * WHEEL_LEAD_S + (axis.speed * axis.speed) / (2 * acceleration) + Math.abs(distance);
    let target = (Number.isNaN(axis.target) ? axis.position : axis.target) + distance;
    if (axis.referenced) target = Math.min(envelope.max, Math.max(envelope.min, target));
    // Detents stay whole: what is dropped is dropped entirely.
    if (Math.abs(target - axis.position) > lead) {
      const last = this.events.at(-1)?.event;
      if (!(last?.code === 'detents-dropped' && last.letter === letter)) this.say({ code: 'detents-dropped', letter });
      return;
    }
    axis.target = target;
    axis.wantedSpeed = speed;
    this.heldUntil[this.axes.indexOf(axis)] = Infinity;
    this.state = 'by-hand';
  }

  private reference(only?: string[]): void {
    const onOwnSwitch = this.cause === 'limit' && this.state === 'latched' && this.onlyReferenceSwitchesTripped();
    if (!this.standing && !onOwnSwitch) {
      const first = this.axes[0];
      if (first) this.say({ code: 'jog-refused', letter: first.settings.letter, reason: this.cause ? 'stop' : 'busy' });
      return;
    }
    const wanted = (id: string) => {
      const method = this.byId.get(id)?.settings.reference.method;
      return method !== undefined && method !== 'none' && method !== 'absolute' && (!only || only.includes(id));
    };
    // A shared loop that is tripped before the start does not tell which axis stands on its switch.
    const { inputs } = this.settings;
    const ambiguous = inputs.findIndex((i, k) => this.tripped[k] && i.axes.length > 1 && i.axes.some(wanted));
    if (ambiguous >= 0) {
      const input = inputs[ambiguous]!;
      const letters = input.axes.map((a) => this.byId.get(a)?.settings.letter ?? a);
      this.say({ code: 'reference-ambiguous', input: input.title, letters });
      return;
    }
    this.cause = undefined;
    this.setOutputs({ brakesReleased: true, lamp: false });
    this.stages = this.settings.referenceStages.flatMap((s) => this.onePerInput(s.filter(wanted)));
    for (const id of this.stages.flat()) this.byId.get(id)!.referenced = false;
    if (this.stages.length) this.nextStage();
  }
  /** Axes that share an input go one after the other: it cannot tell which of them has arrived. */
  private onePerInput(stage: string[]): string[][] {
    const stages: string[][] = [];
    const shared = (a: string, b: string) =>
      this.settings.inputs.some((i) =>
        isLimit(i) || i.function === 'reference' ? i.axes.includes(a) && i.axes.includes(b) : false,
      );
    for (const id of stage) {
      const free = stages.find((s) => s.every((other) => !shared(id, other)));
      if (free) free.push(id);
      else stages.push([id]);
    }
    return stages;
  }

  /** Whether every tripped limit is also the reference switch of the one axis that stands on it: a run moves off first. */
  private onlyReferenceSwitchesTripped(): boolean {
    return this.settings.inputs.every(
      (input, k) =>
        !this.tripped[k] ||
        !latching.has(input.function) ||
        (input.function === 'limit-and-reference' &&
          input.axes.length === 1 &&
          this.byId.get(input.axes[0]!)?.settings.reference.towards === input.end),
    );
  }

  private nextStage(): void {
    const stage = this.stages.shift();
    if (!stage) {
      this.runs = [];
      this.state = this.rest();
      if (this.allReferenced) this.say({ code: 'reference-done' });
      return;
    }
    this.state = 'finding-datum';
    this.runs = stage.map(
      (id) => new ReferenceRun(this.byId.get(id)!, this.settings.inputs, this.settings.datumSchool === 'at-switch'),
    );
    this.say({ code: 'reference-started', letters: this.runs.map((r) => r.axis.settings.letter) });
  }

  /** A failed switch, a worn mark: the datum is taken by eye, and is worth as much. */
  private takeDatum(axisId: string): void {
    const axis = this.byId.get(axisId);
    if (!axis) return;
    if (!this.standing) return this.refuse('Taking a datum', this.cause ? 'stop' : 'busy', [axis.settings.letter]);
    axis.rename(axis.settings.reference.positionAtDatum);
    axis.referenced = true;
    axis.doubtful = false;
    this.say({ code: 'datum-by-hand', letter: axis.settings.letter });
    this.state = this.rest();
  }
  private startStepOff(axisId: string, direction: 1 | -1): void {
    const axis = this.byId.get(axisId);
    const input = this.settings.inputs.findIndex((i, k) => this.tripped[k] && i.axes.includes(axisId));
    if (!axis || input < 0) return;
    if (this.cause && this.cause !== 'limit') return this.refuse('Stepping off', 'stop', [axis.settings.letter]);
    if (!this.standing && this.state !== 'latched') return this.refuse('Stepping off', 'busy', [axis.settings.letter]);
    const { backOff, slowSpeed } = axis.settings.reference;
    this.stepOff = { axis, from: axis.position, input, farthest: STEP_OFF_BACKS * Math.max(1, backOff) };
    axis.target = NaN;
    axis.wantedSpeed = direction * Math.max(slowSpeed, axis.settings.maxSpeed * UNREFERENCED_SHARE * 0.3);
    this.state = 'by-hand';
    this.heldUntil[this.axes.indexOf(axis)] = Infinity;
  }

  private acknowledge(): void {
    if (!this.cause) return;
    const { inputs, limitSchool } = this.settings;
    const still = inputs.findIndex(
      (i, k) => this.tripped[k] && latching.has(i.function) && !(isLimit(i) && this.limitsOff),
    );
    if (still >= 0) {
      const input = inputs[still]!;
      const limitsOnly = inputs.every((i, k) => !this.tripped[k] || !latching.has(i.function) || isLimit(i));
      if (limitSchool === 'acknowledge-again' && limitsOnly && this.state === 'latched') {
        this.cause = undefined;
        this.graceUntilRest = true;
        this.setOutputs({ brakesReleased: true, lamp: false });
        this.state = this.rest();
        this.say({ code: 'acknowledged-for-one-move', input: input.title });
        return;
      }
      this.say({ code: 'acknowledge-refused', input: input.title });
      return;
    }
    this.cause = undefined;
    this.setOutputs({ brakesReleased: true, lamp: false });
    this.state = this.axes.some((a) => a.moving) ? 'coming-to-rest' : this.rest();
    this.say({ code: 'acknowledged' });
  }
  private switchLimits(on: boolean): void {
    if (this.settings.limitSchool !== 'switched-off') return this.refuse('Switching the limits off', 'limit strategy');
    if (on !== this.limitsOff) return;
    this.limitsOff = !on;
    this.say({ code: on ? 'limits-on' : 'limits-off' });
    if (on) {
      const k = this.settings.inputs.findIndex((i, n) => this.tripped[n] && isLimit(i));
      if (k >= 0) this.tripLimit(k);
    } else if (this.cause === 'limit') {
      this.cause = undefined;
      this.setOutputs({ brakesReleased: true, lamp: false });
      this.state = this.axes.some((a) => a.moving) ? 'coming-to-rest' : this.rest();
    }
  }

  private setWork(axisId: string, value: number): void {
    const axis = this.byId.get(axisId);
    if (!axis) return;
    const { letter, linear } = axis.settings;
    if (!this.standing) return this.refuse('Setting a work position', this.cause ? 'stop' : 'busy', [letter]);
    this.offsets.set(this.axes.indexOf(axis), axis.position, value);
    this.say({ code: 'work-set', letter, value, set: this.offsets.active, linear });
  }
  private startTouch(plan: TouchPlan): void {
    const what = 'Touching off';
    const probe = probeInput(this.settings);
    if (probe < 0) return this.refuse(what, 'no-probe');
    if (!this.standing) return this.refuse(what, this.cause ? 'stop' : 'busy');
    if (!this.probeSeen) return this.refuse(what, 'probe-unproven');
    if (this.tripped[probe]) return this.refuse(what, 'probe-tripped');
    this.touch = new TouchRun(plan, this.axes, this.offsets);
    this.state = 'finding-datum';
  }

  private startRun(at: number): void {
    const what = 'The program';
    const { program } = this;
    if (!program) return this.refuse(what, 'no-program');
    if (!this.standing) return this.refuse(what, this.cause ? 'stop' : 'busy');
    const letters = (of: (a: AxisMotion) => boolean) => this.axes.filter(of).map((a) => a.settings.letter);
    const unknown = letters((a) => !a.referenced && a.settings.reference.method !== 'none');
    if (unknown.length) return this.refuse(what, 'no-datum', unknown);
    const doubtful = letters((a) => a.doubtful);
    if (doubtful.length) return this.refuse(what, 'doubtful', doubtful);
    const { offsets, active } = program.setup;
    const same = offsets.every((set, k) => set.every((v, i) => Math.abs(v - this.offsets.sets[k]![i]!) < 1e-9));
    if (!same || active !== this.offsets.active) return this.refuse(what, 'setup-changed');
    const outside = this.firstOutside(program, at);
    if (outside) return this.say(outside);
    const start = this.axes.map((a) => a.position);
    // Taken up in its middle, the tool goes up, across and down to where it was.
    const linear = this.settings.axes.map((a) => a.linear);
    const approach = at > 0 ? approachTo(program, at, start, this.headClear(), linear).steps : [];
    this.run = new ProgramRun(program, this.settings.axes, start, at, approach, this.hostOfRun(), this.dt);
    this.run.singleStep = this.singleStep;
    this.resumeAt = undefined;
    this.state = 'following-program';
    this.say({ code: 'program-started', line: this.run.line });
  }
  /** The axis that lifts the tool, and the end of its envelope that is clear of the work. */
  private headClear(): { axis: number; clear: number } | undefined {
    const axis = this.settings.axes.findIndex((a) => a.letter === 'Z');
    // On a lathe Z runs along the spindle: there X takes the tool away from the work.
    const away = this.settings.axes.length > 2 ? axis : this.settings.axes.findIndex((a) => a.letter === 'X');
    const a = this.settings.axes[away];
    return a && { axis: away, clear: a.envelope.max };
  }
  /** The first move of a program that would leave the envelope: nothing of it is started then. */
  private firstOutside(program: Program, at: number): ControllerEvent | undefined {
    for (let k = at; k < program.steps.length; k++) {
      const step = program.steps[k]!;
      if (step.kind !== 'move') continue;
      for (let i = 0; i < step.to.length; i++) {
        const { envelope, letter, linear } = this.axes[i]!.settings;
        const { min, max } = envelope;
        const [low, high] = reach(step, i);
        if (low < min - 1e-6 || high > max + 1e-6)
          return { code: 'envelope-refused', letter, wanted: low < min - 1e-6 ? low : high, min, max, linear };
      }
    }
    return undefined;
  }
  private hostOfRun() {
    return {
      spindleRpm: () => this.rpm,
      spindleTurns: () => this.turns,
      setSpindle: (direction: 1 | -1 | 0, rpm: number) => this.setSpindle(direction, rpm),
      setCoolant: (on: boolean) => this.setCoolant(on),
      trim: this.trim,
    };
  }
  private proceed(): void {
    if (!this.run?.held || this.state !== 'paused') return;
    this.run.proceed();
    this.state = 'following-program';
    this.say({ code: 'program-continued' });
  }
  private abandon(): void {
    if (!this.run || this.state !== 'paused') return;
    this.resumeAt = this.run.index;
    this.say({ code: 'program-abandoned', line: this.run.line });
    this.run = undefined;
    this.setSpindle(0, 0);
    this.setCoolant(false);
    this.state = this.rest();
  }

  private latch(cause: LatchCause): void {
    const running = this.state === 'finding-datum';
    if (this.cause !== 'stop') this.cause = cause;
    if (cause !== 'limit') {
      if (this.settings.stopCutsMotors && cause === 'stop')
        for (const a of this.axes) if (a.moving) this.doubt(a.settings.id, 'power-cut');
      this.setSpindle(0, 0);
      this.setCoolant(false);
      this.setOutputs({ brakesReleased: false });
    }
    this.setOutputs({ lamp: true });
    if (this.run) {
      // The path's speed becomes that of each axis, which then ramps down.
      this.interrupt();
      this.setSpindle(0, 0);
    }
    this.endRuns();
    this.graceUntilRest = false;
    for (const a of this.axes) a.held.fill(false);
    this.haltAll();
    if (running) this.say({ code: 'reference-stopped' });
  }
  private tripLimit(index: number): void {
    const input = this.settings.inputs[index]!;
    const own = this.axes.filter((a) => input.axes.includes(a.settings.id));
    const axis = own.find((a) => a.moving) ?? own[0];
    const wayOff = axis && this.wayOff(axis.settings.id);
    this.say({
      code: 'limit-tripped',
      input: input.title,
      letter: axis?.settings.letter ?? '?',
      end: input.end,
      wayOff,
    });
    if (!this.cause) this.latch('limit');
  }

  private acceptInput({ index, tripped, t }: Accepted): void {
    this.acceptedAt[index] = t;
    const input = this.settings.inputs[index]!;
    switch (input.function) {
      case 'stop':
        if (tripped) {
          this.stopSeen = true;
          this.say({ code: 'stop-pressed' });
          this.latch('stop');
        } else if (this.stopSeen) this.say({ code: 'stop-released' });
        return;
      case 'door':
        if (tripped) {
          this.say({ code: 'door-opened' });
          this.latch('door');
        }
        return;
      case 'alarm':
        if (tripped) {
          this.say({ code: 'alarm-raised', input: input.title });
          for (const a of this.axes) if (a.moving) this.doubt(a.settings.id, 'alarm');
          this.latch('alarm');
        }
        return;
      case 'limit':
      case 'limit-and-reference':
        if (!tripped) {
          if (this.cause === 'limit') this.say({ code: 'limit-freed', input: input.title });
          return;
        }
        if (this.limitsOff || this.graceUntilRest || this.runs.some((r) => r.masks(index))) return;
        if (this.stepOff?.input === index) return;
        return this.tripLimit(index);
      case 'probe':
        if (tripped && !this.probeSeen) {
          this.probeSeen = true;
          this.say({ code: 'probe-seen' });
        }
        return;
      case 'pause':
        if (tripped) this.run?.pause({ by: 'input' });
        return;
      case 'start':
        if (tripped) {
          if (this.state === 'paused') this.proceed();
          else if (this.standing && this.program) this.startRun(0);
        }
        return;
      default:
        return;
    }
  }

  /** Advances by `dt` seconds. */
  step(dt: number): void {
    this.timeS += dt;
    this.dt = dt;
    if (this.state === 'no-power') return;
    const accepted = this.inputs.take(this.timeS);
    if (accepted.length) {
      for (const a of [...accepted].sort((x, y) => x.t - y.t)) this.acceptInput(a);
      this.inputs.done();
    }
    if (this.state === 'by-hand') this.stepByHand();
    else if (this.state === 'finding-datum') this.stepFinding();
    if (this.run) return this.stepProgram(dt);
    let moving = false;
    for (const a of this.axes) {
      const bounded = a.referenced && !this.cause;
      const before = a.speed;
      a.step(dt, bounded);
      if (bounded && before !== 0 && a.speed === 0 && a.wantedSpeed !== 0) this.atEdge(a);
      moving ||= a.moving;
    }
    if (!moving && (this.state === 'coming-to-rest' || this.state === 'by-hand')) this.atRest();
  }
  private atEdge(a: AxisMotion): void {
    const { envelope, letter, linear } = a.settings;
    if (a.position < envelope.max && a.position > envelope.min) return;
    this.say({ code: 'edge-reached', letter, position: a.position, linear });
    a.halt();
  }
  private atRest(): void {
    this.heldUntil.fill(-1);
    if (this.graceUntilRest) {
      this.graceUntilRest = false;
      const k = this.settings.inputs.findIndex((i, n) => this.tripped[n] && isLimit(i));
      if (k >= 0) return this.tripLimit(k);
    }
    this.state = this.rest();
  }

  private stepByHand(): void {
    for (let i = 0; i < this.axes.length; i++) {
      const until = this.heldUntil[i]!;
      if (until >= 0 && this.timeS > until) {
        this.axes[i]!.halt();
        this.heldUntil[i] = -1;
      }
    }
    const s = this.stepOff;
    if (!s) return;
    const distance = Math.abs(s.axis.position - s.from);
    const free = !this.tripped[s.input];
    if (!free && distance < s.farthest) return;
    const { letter, linear } = s.axis.settings;
    s.axis.halt();
    this.stepOff = undefined;
    this.say({ code: 'stepped-off', letter, distance, linear, free });
  }

  private stepFinding(): void {
    const { fresh } = this;
    if (this.touch) {
      const probe = probeInput(this.settings);
      this.touch.step(this.tripped[probe] === 1, this.timeS - this.dt - this.acceptedAt[probe]!, this.dt, fresh);
      for (const e of fresh.splice(0)) this.say(e);
      if (this.touch.failed) {
        this.touch = undefined;
        this.haltAll();
      } else if (this.touch.done) {
        this.touch = undefined;
        this.state = this.rest();
      }
      return;
    }
    const sense = {
      tripped: (i: number) => this.tripped[i] === 1,
      // Positions are those of the step before: this step has not moved anything yet.
      agoS: (i: number) => this.timeS - this.dt - this.acceptedAt[i]!,
      dt: this.dt,
    };
    let done = true;
    for (const run of this.runs) {
      run.step(sense, fresh);
      if (run.failed) {
        for (const e of fresh.splice(0)) this.say(e);
        this.endRuns();
        this.haltAll();
        return;
      }
      done &&= run.leg === 'done';
    }
    for (const e of fresh.splice(0)) this.say(e);
    if (done) this.nextStage();
  }

  private stepProgram(dt: number): void {
    const run = this.run!;
    const positions = run.advance(dt);
    for (let i = 0; i < this.axes.length; i++) {
      const a = this.axes[i]!;
      a.place(positions[i]!, dt);
    }
    if (run.held && this.state === 'following-program' && run.still) {
      this.state = 'paused';
      const { by, tool } = run.held;
      this.say({ code: 'program-paused', line: run.line, by, ...(tool === undefined ? {} : { tool }) });
    }
    if (run.ended) {
      this.run = undefined;
      for (const a of this.axes) a.speed = 0;
      this.state = this.rest();
      this.say({ code: 'program-ended' });
    }
  }
}
