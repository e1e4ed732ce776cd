import type { ControllerInput, ControllerSettings } from '../../settings/controllerSettings';
import { AxisMotion } from './axis';
import type { ControllerEvent } from './events';
import { ReferenceRun } from './reference';

/** The states of the control; their sentences are in `stateSentence`. */
export type ControllerState =
  'no-power' | 'latched' | 'at-rest-unknown' | 'at-rest' | 'by-hand' | 'finding-datum' | 'coming-to-rest';

export const stateSentence: Record<ControllerState, string> = {
  'no-power': 'No power',
  latched: 'Latched',
  'at-rest-unknown': 'At rest, datum unknown',
  'at-rest': 'At rest',
  'by-hand': 'Moving by hand',
  'finding-datum': 'Finding the datum',
  'coming-to-rest': 'Coming to rest',
};

export type ControllerCommand =
  | { type: 'power'; on: boolean }
  | { type: 'jog'; axis: string; direction: 1 | -1; share: number; override: boolean }
  | { type: 'release' }
  | { type: 'move'; axis: string; position: number }
  | { type: 'nudge'; axis: string; distance: number }
  | { type: 'reference'; axes?: string[] }
  | { type: 'acknowledge' };

/** Without a datum there is no envelope: motion by hand keeps to this share of the maximum speed. */
export const UNREFERENCED_SHARE = 0.1;
/** A held key speaks up at least this often; when it falls silent, the axis stops. */
export const JOG_TIMEOUT_S = 0.25;

/** Reading of an input as the nets give it: 1 high, 0 low, −1 uncertain (whatever it was before). */
export type RawReading = 1 | 0 | -1;

/**
 * A motion control on simulated time. It sees exported settings and input readings, and sends pulses: nothing else.
 * Call `step` once for every step of time; read `axes[i].pulses`.
 */
export class Controller {
  state: ControllerState = 'no-power';
  timeS = 0;
  readonly axes: AxisMotion[];
  readonly events: { t: number; event: ControllerEvent }[] = [];
  /** Accepted state of each input, after its filter: tripped or not. */
  readonly tripped: Uint8Array;
  private readonly since: Float64Array;
  private runs: ReferenceRun[] = [];
  private stages: string[][] = [];
  private jogUntil = 0;
  private stopSeen = false;
  private cause: 'stop' | 'limit' | undefined;
  private readonly byId = new Map<string, AxisMotion>();

  constructor(readonly settings: ControllerSettings) {
    this.axes = settings.axes.map((a) => new AxisMotion(a));
    for (const a of this.axes) this.byId.set(a.settings.id, a);
    this.tripped = new Uint8Array(settings.inputs.length);
    this.since = new Float64Array(settings.inputs.length).fill(-1);
  }

  private say(event: ControllerEvent): void {
    this.events.push({ t: this.timeS, event });
  }
  private get inputs(): readonly ControllerInput[] {
    return this.settings.inputs;
  }
  get allReferenced(): boolean {
    return this.axes.every((a) => a.referenced || a.settings.reference.method === 'none');
  }
  private rest(): ControllerState {
    return this.allReferenced ? 'at-rest' : 'at-rest-unknown';
  }

  /** A drive with an absolute encoder tells its position at power-on. */
  takeAbsolute(axisId: string, position: number): void {
    const axis = this.byId.get(axisId);
    if (!axis || axis.settings.reference.method !== 'absolute') return;
    axis.rename(position);
    axis.referenced = true;
    this.say({ code: 'datum-absolute', letter: axis.settings.letter });
    if (this.state === 'at-rest-unknown') this.state = this.rest();
  }

  /** The plant reports that an axis ran into its hard stop: from outside, a bang. Positions are no longer trusted. */
  doubt(axisId: string): void {
    const axis = this.byId.get(axisId);
    if (!axis || axis.doubtful || !axis.referenced) return;
    axis.doubtful = true;
    this.say({ code: 'position-doubtful', letter: axis.settings.letter });
  }

  command(c: ControllerCommand): void {
    if (c.type === 'power') return this.power(c.on);
    if (this.state === 'no-power') return;
    switch (c.type) {
      case 'jog':
        return this.jog(c.axis, c.direction, c.share, c.override);
      case 'release':
        if (this.state === 'by-hand') this.haltAll();
        return;
      case 'move':
        return this.moveTo(c.axis, c.position);
      case 'nudge': {
        const axis = this.byId.get(c.axis);
        if (axis) this.moveTo(c.axis, axis.position + c.distance);
        return;
      }
      case 'reference':
        return this.reference(c.axes);
      case 'acknowledge':
        return this.acknowledge();
    }
  }

  private power(on: boolean): void {
    if (on === (this.state !== 'no-power')) return;
    if (!on) {
      for (const a of this.axes) {
        a.halt();
        a.speed = 0;
        a.referenced = false;
        a.held.fill(false);
      }
      this.runs = [];
      this.stages = [];
      this.tripped.fill(0);
      this.state = 'no-power';
      return;
    }
    // Whatever was pressed while there was no power is found pressed at the first look at the inputs.
    this.tripped.fill(0);
    this.since.fill(-1);
    this.stopSeen = false;
    this.cause = undefined;
    this.state = this.rest();
    this.say({ code: 'powered' });
  }

  private haltAll(): void {
    for (const a of this.axes) a.halt();
    this.state = this.axes.some((a) => a.moving) ? 'coming-to-rest' : this.cause ? 'latched' : this.rest();
  }

  /** The way off a tripped limit of an axis: +1, −1, or 0 where it cannot be told. Undefined: no limit is tripped. */
  private wayOff(axisId: string): number | undefined {
    const index = this.inputs.findIndex(
      (i, k) =>
        this.tripped[k] && (i.function === 'limit' || i.function === 'limit-and-reference') && i.axes.includes(axisId),
    );
    if (index < 0) return undefined;
    const input = this.inputs[index]!;
    return input.end === undefined || input.axes.length > 1 ? 0 : input.end === 'minus' ? 1 : -1;
  }

  private refuseJog(axis: AxisMotion, direction: number, override: boolean): boolean {
    const refuse = (reason: 'stop' | 'limit-side' | 'side-unknown' | 'busy') => {
      const last = this.events.at(-1)?.event;
      if (!(last?.code === 'jog-refused' && last.letter === axis.settings.letter && last.reason === reason))
        this.say({ code: 'jog-refused', letter: axis.settings.letter, reason });
      return true;
    };
    if (this.state === 'finding-datum' || this.state === 'coming-to-rest') return refuse('busy');
    if (this.cause === 'stop') return refuse('stop');
    if (this.cause === 'limit') {
      const way = this.wayOff(axis.settings.id);
      if (way === undefined) return refuse('stop');
      if (override && this.settings.limitSchool === 'held-override') return false;
      if (way === 0) return override ? false : refuse('side-unknown');
      if (way !== direction) return refuse('limit-side');
    }
    return false;
  }

  private jog(axisId: string, direction: 1 | -1, share: number, override: boolean): void {
    const axis = this.byId.get(axisId);
    if (!axis || this.refuseJog(axis, direction, override)) return;
    const most = axis.referenced && !this.cause ? 1 : UNREFERENCED_SHARE;
    axis.target = NaN;
    axis.wantedSpeed = direction * Math.min(Math.max(share, 0), most) * axis.settings.maxSpeed;
    this.jogUntil = this.timeS + JOG_TIMEOUT_S;
    this.state = 'by-hand';
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
    axis.wantedSpeed = maxSpeed * (axis.referenced && !this.cause ? 1 : UNREFERENCED_SHARE);
    this.jogUntil = Infinity;
    this.state = 'by-hand';
  }

  private reference(only?: string[]): void {
    const onOwnSwitch = this.cause === 'limit' && this.state === 'latched' && this.onlyReferenceSwitchesTripped();
    if (this.state !== 'at-rest' && this.state !== 'at-rest-unknown' && !onOwnSwitch) {
      const first = this.axes[0];
      if (first) this.say({ code: 'jog-refused', letter: first.settings.letter, reason: this.cause ? 'stop' : 'busy' });
      return;
    }
    const wanted = (id: string) => {
      const method = this.byId.get(id)?.settings.reference.method;
      return method !== undefined && method !== 'none' && method !== 'absolute' && (!only || only.includes(id));
    };
    // A shared loop that is tripped before the start does not tell which axis stands on its switch.
    const ambiguous = this.inputs.findIndex((i, k) => this.tripped[k] && i.axes.length > 1 && i.axes.some(wanted));
    if (ambiguous >= 0) {
      const input = this.inputs[ambiguous]!;
      const letters = input.axes.map((a) => this.byId.get(a)?.settings.letter ?? a);
      this.say({ code: 'reference-ambiguous', input: input.title, letters });
      return;
    }
    this.cause = undefined;
    this.stages = this.settings.referenceStages.map((s) => s.filter(wanted)).filter((s) => s.length);
    for (const id of this.stages.flat()) this.byId.get(id)!.referenced = false;
    if (this.stages.length) this.nextStage();
  }

  /** Whether every tripped limit is also the reference switch of the one axis that stands on it: a run moves off first. */
  private onlyReferenceSwitchesTripped(): boolean {
    return this.inputs.every(
      (input, k) =>
        !this.tripped[k] ||
        !['stop', 'limit', 'limit-and-reference'].includes(input.function) ||
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
      (id) => new ReferenceRun(this.byId.get(id)!, this.inputs, this.settings.datumSchool === 'at-switch'),
    );
    this.say({ code: 'reference-started', letters: this.runs.map((r) => r.axis.settings.letter) });
  }

  private acknowledge(): void {
    if (!this.cause) return;
    const still = this.inputs.findIndex(
      (i, k) => this.tripped[k] && ['stop', 'limit', 'limit-and-reference'].includes(i.function),
    );
    if (still >= 0) {
      this.say({ code: 'acknowledge-refused', input: this.inputs[still]!.title });
      return;
    }
    this.cause = undefined;
    this.state = this.rest();
    this.say({ code: 'acknowledged' });
  }

  private latch(cause: 'stop' | 'limit'): void {
    const running = this.state === 'finding-datum';
    if (this.cause !== 'stop') this.cause = cause;
    this.runs = [];
    this.stages = [];
    for (const a of this.axes) a.held.fill(false);
    this.haltAll();
    if (running) this.say({ code: 'reference-stopped' });
  }

  private acceptInput(index: number, tripped: boolean): void {
    this.tripped[index] = tripped ? 1 : 0;
    const input = this.inputs[index]!;
    if (input.function === 'stop') {
      if (tripped) {
        this.stopSeen = true;
        this.say({ code: 'stop-pressed' });
        this.latch('stop');
      } else if (this.stopSeen) this.say({ code: 'stop-released' });
    } else if (tripped && (input.function === 'limit' || input.function === 'limit-and-reference')) {
      if (this.runs.some((r) => r.masks(index))) return;
      const axis = this.byId.get(input.axes[0] ?? '');
      const wayOff = input.axes[0] === undefined ? undefined : this.wayOff(input.axes[0]);
      this.say({
        code: 'limit-tripped',
        input: input.title,
        letter: axis?.settings.letter ?? '?',
        end: input.end,
        wayOff,
      });
      if (!this.cause) this.latch('limit');
    }
  }

  /** Takes the raw readings of the inputs and advances by `dt` seconds. */
  step(dt: number, readings: ArrayLike<RawReading>): void {
    this.timeS += dt;
    if (this.state === 'no-power') return;
    for (let i = 0; i < this.inputs.length; i++) {
      const raw = readings[i]!;
      if (raw < 0) continue;
      const tripped = (raw === 1) === (this.inputs[i]!.activeWhen === 'high');
      if (tripped === (this.tripped[i] === 1)) this.since[i] = -1;
      else if (this.since[i]! < 0 && this.inputs[i]!.filterS > 0) this.since[i] = this.timeS;
      else if (this.inputs[i]!.filterS === 0 || this.timeS - this.since[i]! >= this.inputs[i]!.filterS) {
        this.since[i] = -1;
        this.acceptInput(i, tripped);
      }
    }
    if (this.state === 'by-hand' && this.timeS > this.jogUntil) this.haltAll();
    if (this.state === 'finding-datum') this.stepReference();
    let moving = false;
    for (const a of this.axes) {
      const bounded = a.referenced && !this.cause;
      const { envelope, letter, linear } = a.settings;
      const before = a.speed;
      a.step(dt, bounded ? envelope.min : -Infinity, bounded ? envelope.max : Infinity);
      if (
        bounded &&
        before !== 0 &&
        a.speed === 0 &&
        a.wantedSpeed !== 0 &&
        (a.position >= envelope.max || a.position <= envelope.min)
      ) {
        this.say({ code: 'edge-reached', letter, position: a.position, linear });
        a.halt();
      }
      moving ||= a.moving;
    }
    if (!moving && (this.state === 'coming-to-rest' || this.state === 'by-hand'))
      this.state = this.cause ? 'latched' : this.rest();
  }

  private readonly fresh: ControllerEvent[] = [];
  private stepReference(): void {
    let done = true;
    for (const run of this.runs) {
      run.step({ tripped: (i) => this.tripped[i] === 1 }, this.fresh);
      if (run.failed) {
        for (const e of this.fresh.splice(0)) this.say(e);
        this.runs = [];
        this.stages = [];
        this.haltAll();
        return;
      }
      done &&= run.leg === 'done';
    }
    for (const e of this.fresh.splice(0)) this.say(e);
    if (done) this.nextStage();
  }
}
