import type { ControllerSettings } from '../../settings/controllerSettings';
import type { Program } from '../../program/program';
import type { AxisMotion } from './axis';
import type { ControllerCommand } from './commands';
import { DatumSearch } from './datumSearch';
import type { ControllerEvent } from './events';
import { Following } from './following';
import { Hand } from './hand';
import { HandInputs } from './handInputs';
import type { Accepted, InputBank, RawReading } from './inputs';
import { Latch } from './latch';
import type { WorkOffsets } from './offsets';
import type { OutputState } from './outputs';
import type { ProgramRun } from './programRun';
import { Shared } from './shared';
import type { ControllerState, LatchCause } from './states';
import type { ToolChange } from './toolChange';

/**
 * A motion control on simulated time. It sees exported settings and input readings, and gives pulses and outputs:
 * nothing else. Tell it each change of a net with `read`, call `step` once for every step of time, read `axes[i].pulses`.
 */
export class Controller {
  private readonly shared: Shared;
  private readonly latch: Latch;
  private readonly hand: Hand;
  private readonly handInputs: HandInputs;
  private readonly search: DatumSearch;
  private readonly following: Following;
  /** The stop has been seen pressed since power-on: only then is its release worth a word. */
  private stopSeen = false;

  constructor(readonly settings: ControllerSettings) {
    this.shared = new Shared(settings);
    this.latch = new Latch(this.shared, () => this.cutOff());
    this.hand = new Hand(this.shared, this.latch);
    this.handInputs = new HandInputs(this.shared, this.hand);
    this.search = new DatumSearch(this.shared);
    this.following = new Following(this.shared);
  }

  get state(): ControllerState {
    return this.shared.state;
  }
  get cause(): LatchCause | undefined {
    return this.shared.cause;
  }
  get timeS(): number {
    return this.shared.timeS;
  }
  get axes(): readonly AxisMotion[] {
    return this.shared.axes;
  }
  get inputs(): InputBank {
    return this.shared.inputs;
  }
  get tripped(): Uint8Array {
    return this.shared.tripped;
  }
  get allReferenced(): boolean {
    return this.shared.allReferenced;
  }
  get offsets(): WorkOffsets {
    return this.shared.offsets;
  }
  get events(): { t: number; event: ControllerEvent }[] {
    return this.shared.events;
  }
  get outputs(): Readonly<OutputState> {
    return this.shared.outputs.state;
  }
  /** Counts up with every change of an output. */
  get outputChanges(): number {
    return this.shared.outputs.changes;
  }
  get trim(): { feed: number; rapid: number; spindle: number } {
    return { ...this.following.trim, spindle: this.shared.outputs.trim };
  }
  get limitsOff(): boolean {
    return this.latch.limitsOff;
  }
  get program(): Program | undefined {
    return this.following.program;
  }
  get run(): ProgramRun | undefined {
    return this.following.run;
  }
  get toolChange(): Pick<ToolChange, 'step' | 'station' | 'axis'> {
    return this.following.changer;
  }
  /** Where a program that was cut off can be taken up again: index of its step. */
  get resumeAt(): number | undefined {
    return this.following.resumeAt;
  }
  get singleStep(): boolean {
    return this.following.singleStep;
  }
  get probeSeen(): boolean {
    return this.shared.probeSeen;
  }

  /** A drive with an absolute encoder tells its position at power-on. */
  takeAbsolute(axisId: string, position: number): void {
    this.search.takeAbsolute(axisId, position);
  }
  /** Whoever stands beside has heard an axis strike its stop. Positions are no longer trusted. */
  doubt(axisId: string, because: 'hard-stop' | 'power-cut' | 'alarm'): void {
    this.shared.doubt(axisId, because);
  }
  /** The net of an input has changed at a moment; call in the order of time. */
  read(index: number, reading: RawReading, t: number): void {
    this.shared.inputs.edge(index, reading, t);
  }
  /** What the spindle's encoder counts; `index`: the turns so counted where its index came since the last step. */
  spindle(turns: number, rpm: number, index: number | undefined): void {
    this.following.hear(turns, rpm, index);
  }
  /** The index pulse of a motor at a moment of the last step. */
  index(axisIndex: number, motor: number, t: number): void {
    this.search.index(axisIndex, motor, t);
  }

  /** Edges of a wheel that an encoder input, or the computer, has counted. */
  countWheel(edges: number): void {
    this.handInputs.count(edges);
  }

  command(c: ControllerCommand): void {
    if (c.type === 'power') return c.on ? this.powerOn() : this.powerOff();
    const { shared, hand, search, following, latch } = this;
    if (shared.state === 'no-power') return;
    switch (c.type) {
      case 'jog':
        return hand.jog(c.axis, c.direction, c.share, c.override);
      case 'release':
        return hand.release(c.axis);
      case 'move':
        return hand.moveTo(c.axis, c.position);
      case 'nudge':
        return hand.nudge(c.axis, c.distance);
      case 'wheel':
        return hand.wheel(c.axis, c.distance);
      case 'wheel-moves':
        return this.handInputs.choose(c.axis, c.stepMm);
      case 'step-off':
        return hand.startStepOff(c.axis, c.direction);
      case 'reference':
        return search.reference(c.axes);
      case 'take-datum':
        return search.takeDatum(c.axis);
      case 'set-work':
        return search.setWork(c.axis, c.value);
      case 'touch':
        return search.startTouch(c.touch);
      case 'work-offset':
        return this.chooseOffset(c.index);
      case 'set-tool':
        return search.setTool(c.axis, c.value);
      case 'tool-offset':
        return this.chooseToolOffset(c.index);
      case 'acknowledge':
        return latch.acknowledge();
      case 'limits':
        return latch.switchLimits(c.on);
      case 'load':
        return following.load(c.program);
      case 'run':
        return following.start(c.from ?? 0);
      case 'pause':
        return following.run?.pause({ by: 'hand' });
      case 'link-lost':
        shared.say({ code: 'link-lost' });
        this.handInputs.letGo();
        // Nobody may be watching: a hot wire that stands still burns on.
        // A changer ends its change by itself, and a tool is not drawn in while a hand holds it.
        shared.outputs.loadsOff(following.changer.outputs);
        return following.run?.pause({ by: 'link' });
      case 'continue':
        return following.proceed();
      case 'abandon':
        return following.abandon();
      case 'single-step':
        following.singleStep = c.on;
        return;
      case 'trim':
        return this.setTrim(c.of, c.share);
      case 'spindle':
        if (!this.settings.spindle) return shared.refuse('The spindle', 'no-spindle');
        if (c.direction !== 0 && shared.cause) return shared.refuse('The spindle', 'stop');
        this.following.care.ask(c.direction, c.rpm);
        return;
      case 'change-tool':
        return this.changeTool(c.tool);
      case 'coolant':
        return shared.outputs.coolant(c.on);
      case 'switch-load':
        if (c.on && shared.cause) return shared.refuse('The load', 'stop');
        if (following.changer.underWay) return shared.refuse('The load', 'busy');
        return this.switchLoad(c.output, c.on);
    }
  }
  private switchLoad(output: string, on: boolean): void {
    const { shared } = this;
    const { changer, holding, clamps } = this.following;
    if (clamps.owns(output)) return shared.refuse('This', 'clamp-follows');
    const refused = on && !changer.mayRelease(output) ? 'spindle-turns' : holding.refusal(output, on);
    if (refused) return shared.refuse('This', refused);
    shared.outputs.switchLoad(output, on);
  }
  private chooseOffset(index: number): void {
    const { shared } = this;
    const { offsets } = shared;
    if (!shared.standing) return shared.refuseNow('Another work offset');
    offsets.active = Math.min(offsets.sets.length - 1, Math.max(0, Math.trunc(index)));
    shared.say({ code: 'offset-chosen', set: offsets.active });
  }
  private changeTool(tool: number): void {
    const { shared } = this;
    const { changer } = this.following;
    if (!shared.standing) return shared.refuseNow(`Station ${tool}`);
    if (changer.begin(tool) && changer.underWay) shared.state = 'changing-tool';
  }
  private chooseToolOffset(index: number): void {
    const { shared } = this;
    const { offsets } = shared;
    if (!shared.standing) return shared.refuseNow('Another tool offset');
    offsets.tool = Math.min(offsets.tools.length, Math.max(0, Math.trunc(index)));
    shared.say({ code: 'tool-offset-chosen', offset: offsets.tool });
  }
  private setTrim(of: 'feed' | 'rapid' | 'spindle', wanted: number): void {
    const share = Math.min(of === 'rapid' ? 1 : 2, Math.max(0, wanted));
    if (of === 'spindle') this.shared.outputs.trimSpindle(share);
    else this.following.trim[of] = share;
    this.shared.say({ code: 'trimmed', of, share });
  }

  private powerOff(): void {
    const { shared } = this;
    if (shared.state === 'no-power') return;
    this.following.interrupt();
    for (const a of shared.axes) {
      a.halt();
      a.speed = 0;
      a.referenced = false;
      a.doubtful = false;
      a.held.fill(false);
    }
    this.endSearch();
    shared.inputs.forget();
    this.following.care.forget();
    this.following.changer.forget();
    this.following.clamps.forget();
    shared.outputs.allOff();
    shared.state = 'no-power';
    shared.say({ code: 'power-lost' });
  }
  private powerOn(): void {
    const { shared } = this;
    if (shared.state !== 'no-power') return;
    // Whatever was pressed while there was no power is found pressed at the first look at the inputs.
    shared.inputs.wake(shared.timeS);
    this.stopSeen = false;
    shared.probeSeen = false;
    this.latch.forget();
    shared.cause = undefined;
    shared.state = shared.rest();
    shared.outputs.set({ brakesReleased: true });
    shared.say({ code: 'powered' });
  }
  private endSearch(): void {
    this.search.end();
    this.hand.end();
  }
  /** Ends whatever is under way: the path's speed becomes that of each axis, which then ramps down. */
  private cutOff(): void {
    this.following.changer.end();
    if (this.following.interrupt()) this.following.care.ask(0, 0);
    this.endSearch();
  }

  private accept({ index, tripped, t }: Accepted): void {
    const { shared, latch, following } = this;
    shared.acceptedAt[index] = t;
    const input = this.settings.inputs[index]!;
    switch (input.function) {
      case 'stop':
        if (tripped) {
          this.stopSeen = true;
          shared.say({ code: 'stop-pressed' });
          latch.close('stop');
        } else if (this.stopSeen) shared.say({ code: 'stop-released' });
        return;
      case 'door':
        if (tripped) {
          shared.say({ code: 'door-opened' });
          latch.close('door');
        }
        return;
      case 'alarm':
        if (tripped) {
          shared.say({ code: 'alarm-raised', input: input.title });
          for (const a of shared.axes) if (a.moving) shared.doubt(a.settings.id, 'alarm');
          latch.close('alarm');
        }
        return;
      case 'limit':
      case 'limit-and-reference':
        if (!tripped) {
          if (shared.cause === 'limit') shared.say({ code: 'limit-freed', input: input.title });
          return;
        }
        if (latch.limitsOff || latch.oneMove || this.search.masks(index) || this.hand.masks(index)) return;
        return latch.tripLimit(index);
      case 'probe':
        if (tripped) this.search.sawProbe();
        return;
      case 'spindle-permit':
      case 'coolant-flow':
        if (!tripped) this.following.care.lost(input.function, input.title);
        return;
      case 'pause':
        if (tripped) following.run?.pause({ by: 'input' });
        return;
      case 'start':
        if (!tripped) return;
        if (shared.state === 'paused') following.proceed();
        else if (shared.standing && following.program) following.start(0);
        return;
      default:
        if (input.hand) this.handInputs.accept(index, tripped, t);
        return;
    }
  }

  /** Advances by `dt` seconds. */
  step(dt: number): void {
    const { shared } = this;
    shared.timeS += dt;
    shared.dt = dt;
    if (shared.state === 'no-power') return;
    const accepted = shared.inputs.take(shared.timeS);
    if (accepted.length) {
      for (const a of [...accepted].sort((x, y) => x.t - y.t)) this.accept(a);
      shared.inputs.done();
    }
    this.handInputs.step();
    this.following.care.step();
    this.following.rest.tick(dt);
    this.following.changer.tick(dt);
    this.following.clamps.tick(dt);
    if (shared.state === 'by-hand') this.hand.step();
    else if (shared.state === 'finding-datum') this.search.step();
    if (this.following.run) return this.following.step(dt);
    let moving = false;
    for (const a of shared.axes) {
      const bounded = a.referenced && !shared.cause;
      const before = a.speed;
      a.step(dt, bounded);
      if (bounded && before !== 0 && a.speed === 0 && a.wantedSpeed !== 0) this.atEdge(a);
      moving ||= a.moving;
    }
    if (!moving && (shared.state === 'coming-to-rest' || shared.state === 'by-hand')) this.atRest();
  }
  private atEdge(a: AxisMotion): void {
    const { envelope, letter, linear } = a.settings;
    if (a.position < envelope.max && a.position > envelope.min) return;
    this.shared.say({ code: 'edge-reached', letter, position: a.position, linear });
    a.halt();
  }
  private atRest(): void {
    this.hand.end();
    if (!this.latch.atRest()) this.shared.state = this.shared.rest();
  }
}
