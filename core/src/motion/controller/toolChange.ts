import {
  drawbarSteps,
  indexedSteps,
  indexTarget,
  stationDeg,
  turretSteps,
  type ChangeStep,
  type ControllerToolChanger,
} from '../../settings/toolChange';
import { shortWay } from '../../units/turns';
import type { AxisMotion } from './axis';
import type { Shared } from './shared';
import type { SpindleRest } from './spindleRest';

/** How a tool change stands: under way, waiting for a hand at the tool or for it to stand back, given up, or done. */
export type ToolChangeNow = 'under-way' | 'fit' | 'held' | 'failed' | 'done';

/** A head on an axis stands on its station when it is this near, °. */
const ON_STATION_DEG = 0.01;

/** Changes tools step by step: switches the outputs of a step, and waits for what its sensors say. */
export class ToolChange {
  private readonly changer: ControllerToolChanger | undefined;
  private readonly index: ReadonlyMap<string, number>;
  /** The station that a head on sensors was locked at last; undefined while that is not known. */
  private stood: number | undefined;
  /** The axis that turns the head; undefined where something else does. */
  readonly axis: AxisMotion | undefined;
  private change:
    { tool: number; steps: ChangeStep[]; at: number; forS: number; passes: number; was: boolean } | undefined;
  private now: ToolChangeNow = 'done';
  private tookS = 0;

  constructor(
    private readonly s: Shared,
    private readonly rest: SpindleRest,
    private readonly stopSpindle: () => void,
    /** Whether the clamp of an axis holds it; one without a clamp is held by its drive. */
    private readonly clampHolds: (axis: AxisMotion) => boolean,
  ) {
    this.changer = s.settings.toolChanger;
    this.axis = this.changer?.kind === 'indexed' ? s.byId.get(this.changer.axis) : undefined;
    this.index = new Map(s.settings.inputs.map((i, k) => [i.id, k]));
  }

  /** Its outputs. */
  get outputs(): string[] {
    const { changer: c } = this;
    const own = c?.kind === 'turret' ? [c.forward, c.back] : c?.kind === 'drawbar' ? [c.release] : [];
    return own.filter((o) => o !== undefined);
  }
  get underWay(): boolean {
    return this.change !== undefined;
  }
  /** The step that is under way. */
  get step(): ChangeStep | undefined {
    return this.change?.steps[this.change.at];
  }
  /** The station that the head stands locked at; undefined while that is not known. */
  get station(): number | undefined {
    const { changer: c, axis } = this;
    if (c?.kind !== 'indexed' || !axis) return this.stood;
    if (!axis.referenced || axis.doubtful || axis.moving) return undefined;
    for (let k = 1; k <= c.stations; k++) if (this.standsOn(stationDeg(c, k))) return k;
    return undefined;
  }
  private standsOn(deg: number): boolean {
    const { position } = this.axis!;
    return Math.abs(shortWay(position, deg) - position) < ON_STATION_DEG;
  }
  /** The output that lets a tool go; undefined without a drawbar. */
  private get release(): string | undefined {
    return this.changer?.kind === 'drawbar' ? this.changer.release : undefined;
  }
  /** Whether a drawbar is released, or does not say that it holds. */
  get loose(): boolean {
    const { changer: c } = this;
    if (c?.kind !== 'drawbar') return false;
    return this.s.outputs.state.loads.has(c.release) || (c.clamped !== undefined && !this.made(c.clamped));
  }
  /** Whether an output may be switched on by hand: a tool is let go by a spindle that stands. */
  mayRelease(output: string): boolean {
    return output !== this.release || this.spindleStands();
  }
  private spindleStands(): boolean {
    const { changer: c } = this;
    return c?.kind !== 'drawbar' || this.rest.stands(c.standstillS);
  }
  private made(input: string): boolean {
    return this.s.tripped[this.index.get(input) ?? -1] === 1;
  }

  /** A turret is turned by hand. False where it is refused. */
  begin(tool: number): boolean {
    const { s, changer: c } = this;
    const what = `Station ${tool}`;
    if (!c || c.kind === 'drawbar') {
      s.refuse(what, 'no-changer');
      return false;
    }
    if (tool < 1 || tool > c.stations || !Number.isInteger(tool)) {
      s.refuse(what, 'no-station');
      return false;
    }
    if (this.standsAt(tool)) {
      this.now = 'done';
      return true;
    }
    if (c.kind === 'turret') {
      this.start(tool, turretSteps(c, this.stood, tool));
      this.stood = undefined;
      return true;
    }
    const { axis } = this;
    if (!axis) return false;
    const { letter, envelope } = axis.settings;
    if (!axis.referenced || axis.doubtful) {
      s.refuse(what, axis.referenced ? 'doubtful' : 'no-datum', [letter]);
      return false;
    }
    const steps = indexedSteps(c, this.station, tool);
    const outside = steps.find((x) => x.toDeg !== undefined && (x.toDeg < envelope.min || x.toDeg > envelope.max));
    if (outside) {
      s.say({ code: 'envelope-refused', letter, wanted: outside.toDeg!, ...envelope, linear: false });
      return false;
    }
    this.start(tool, steps);
    return true;
  }
  private standsAt(tool: number): boolean {
    const { changer: c } = this;
    if (!c || c.kind === 'drawbar' || this.station !== tool) return false;
    return this.settled((c.kind === 'turret' ? turretSteps(c, tool, tool) : indexedSteps(c, tool, tool)).at(-1)!);
  }
  private settled = (step: ChangeStep): boolean => step.until.every((u) => this.made(u.input) === u.made);

  private start(tool: number, steps: ChangeStep[]): void {
    this.change = { tool, steps, at: -1, forS: 0, passes: 0, was: true };
    this.now = 'under-way';
    this.tookS = 0;
    this.next();
  }
  /** What a program asks for, again and again until it is done. Undefined where a hand changes tools. */
  advance(tool: number): ToolChangeNow | undefined {
    const { changer: c } = this;
    if (!c) return undefined;
    if (this.change) return this.now;
    if (this.now === 'failed' || this.now === 'held') {
      // Told once; the next time that it is asked, it is tried once more.
      const was = this.now;
      this.now = 'done';
      return was === 'failed' ? 'failed' : 'done';
    }
    if (c.kind !== 'drawbar') {
      if (this.standsAt(tool)) return 'done';
      if (!this.begin(tool)) return 'failed';
      return this.now;
    }
    this.stopSpindle();
    this.start(tool, drawbarSteps(c));
    return this.now;
  }
  /** A hand has done its part: the tool is fitted, or whoever fitted it stands back. */
  proceed(): void {
    if (this.step?.byHand) this.next();
  }
  /** Ends it where it is: its outputs go off. */
  end(): void {
    this.now = 'done';
    if (!this.change) return;
    this.change = undefined;
    this.stood = undefined;
    this.axis?.halt();
    this.outputsFor([]);
    this.s.say({ code: 'change-ended' });
  }
  /** The control has lost its power: where the head stands is not known. */
  forget(): void {
    this.change = undefined;
    this.now = 'done';
    this.stood = undefined;
  }

  private outputsFor(on: readonly string[]): void {
    const { s } = this;
    // What turns one way is off before what turns the other is on.
    for (const o of this.outputs) if (!on.includes(o)) s.outputs.switchLoad(o, false, true);
    for (const o of on) s.outputs.switchLoad(o, true, true);
  }
  private next(): void {
    const change = this.change!;
    change.at++;
    change.forS = 0;
    change.passes = 0;
    const step = change.steps[change.at];
    if (!step) return this.done();
    change.was = step.until.length > 0 && this.made(step.until[0]!.input);
    // A head that starts at a mark has not come to it yet; one that stands tells it at once.
    if (step.key === 'settle' || step.key === 'clamp' || step.key === 'release') change.was = false;
    this.outputsFor(step.on);
    if (step.toDeg !== undefined && this.axis && this.changer?.kind === 'indexed') {
      this.axis.target = indexTarget(this.changer, this.axis.position, step.toDeg, step.key === 'seat');
      this.axis.wantedSpeed = this.axis.settings.maxSpeed;
    }
    this.now = step.byHand ? (step.key === 'fit' ? 'fit' : 'held') : 'under-way';
    this.s.say({ code: 'change-step', step: step.key });
  }
  private done(): void {
    const { tool } = this.change!;
    const turret = this.changer?.kind !== 'drawbar';
    this.change = undefined;
    this.now = turret ? 'done' : 'held';
    if (this.changer?.kind === 'turret') this.stood = tool;
    this.outputsFor([]);
    this.s.say({ code: 'change-done', tool: turret ? tool : undefined, seconds: this.tookS });
    if (this.s.state === 'changing-tool') this.s.state = this.s.rest();
  }
  private failed(step: ChangeStep): void {
    const { s } = this;
    const lacking = step.until.find((u) => this.made(u.input) !== u.made) ?? step.until[0];
    this.change = undefined;
    this.now = 'failed';
    this.stood = undefined;
    this.outputsFor([]);
    s.say({
      code: 'change-failed',
      step: step.key,
      input: lacking
        ? (s.settings.inputs[this.index.get(lacking.input)!]?.title ?? lacking.input)
        : `Clamp of ${this.axis?.settings.letter}`,
    });
    if (s.state === 'changing-tool') {
      this.now = 'done';
      s.state = s.rest();
    }
  }

  /** Called once a step of time. */
  tick(dt: number): void {
    const { change, step } = this;
    if (!change || !step) return;
    if (step.byHand) return;
    this.tookS += dt;
    change.forS += dt;
    if (step.toDeg !== undefined) {
      if (!this.axis?.moving) this.next();
      return;
    }
    if (step.key === 'clamped') {
      if (this.axis && this.clampHolds(this.axis) && this.settled(step)) return this.next();
      if (change.forS > step.limitS!) this.failed(step);
      return;
    }
    if (!step.until.length) {
      const over = step.key === 'stand' ? this.spindleStands() : change.forS >= step.lastsS - 1e-9;
      if (over) this.next();
      return;
    }
    const [first] = step.until;
    const seen = this.made(first!.input) === first!.made;
    if (seen && !change.was) change.passes++;
    change.was = seen;
    if (change.passes >= step.passes && this.settled(step)) return this.next();
    if (step.limitS !== undefined && change.forS > step.limitS) this.failed(step);
  }
}
