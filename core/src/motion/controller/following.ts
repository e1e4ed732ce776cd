import { approachTo } from '../../program/approach';
import { shortWay, TURN_DEG } from '../../units/turns';
import { reach } from '../../program/check';
import { afterTouch, zeroBy } from '../../program/afterTouch';
import { isMotion, touches, type Program, type SetWorkStep } from '../../program/program';
import type { AxisMotion } from './axis';
import { AxisClamps } from './axisClamps';
import type { ControllerEvent } from './events';
import { ProgramRun, spindleIsUp } from './programRun';
import { ProgramTouch } from './programTouch';
import type { Shared } from './shared';
import { SpindleCare } from './spindleCare';
import { SpindleRest } from './spindleRest';
import { ToolChange } from './toolChange';
import { WorkHolding } from './workHolding';

/** A thread that waits longer than this for its index is spoken of, s. */
const INDEX_WAIT_S = 5;

/** Following a program: loaded, started, held, continued, cut off, taken up again. */
export class Following {
  program: Program | undefined;
  run: ProgramRun | undefined;
  /** Where a program that was cut off can be taken up again: index of its step. */
  resumeAt: number | undefined;
  /** Trims of the feed and of the rapids; that of the spindle is its output's. */
  readonly trim = { feed: 1, rapid: 1 };
  private one = false;
  private turns = 0;
  private rpm: number | undefined;
  /** Index pulses of the spindle: how many, and the turns at the last one. */
  private readonly index = { count: 0, turns: 0 };
  private indexWaitS = 0;
  /** The touch under way, and where each axis has touched in this run. */
  private touching: ProgramTouch | undefined;
  private readonly contacts = new Map<number, number>();

  readonly care: SpindleCare;
  readonly changer: ToolChange;
  readonly holding: WorkHolding;
  readonly clamps: AxisClamps;
  readonly rest: SpindleRest;
  /** How long a spindle that was stopped in the middle has been coming up again, s; undefined while nothing waits for it. */
  private upForS: number | undefined;

  constructor(private readonly s: Shared) {
    this.rest = new SpindleRest(s, () => this.rpm);
    this.clamps = new AxisClamps(s);
    this.changer = new ToolChange(
      s,
      this.rest,
      () => this.care.ask(0, 0),
      (axis) => this.clamps.holds(axis),
    );
    this.holding = new WorkHolding(s, this.rest, this.clamps);
    this.care = new SpindleCare(s, this.changer, this.holding, () => this.run?.pause({ by: 'spindle' }));
  }

  get singleStep(): boolean {
    return this.one;
  }
  set singleStep(on: boolean) {
    this.one = on;
    if (this.run) this.run.singleStep = on;
  }
  /** What the spindle's encoder counts. */
  hear(turns: number, rpm: number, index: number | undefined): void {
    this.turns = turns;
    this.rpm = rpm;
    if (index === undefined) return;
    this.index.count++;
    this.index.turns = index;
  }

  load(program: Program): void {
    if (this.run) return this.s.refuse('Another program', 'busy');
    this.program = program;
    this.resumeAt = undefined;
    this.s.say({ code: 'program-loaded', lines: program.lines });
  }
  start(at: number): void {
    const { s, program } = this;
    const what = 'The program';
    if (!program) return s.refuse(what, 'no-program');
    if (!s.standing) return s.refuseNow(what);
    if (at > 0 && touches(program)) return s.refuse(what, 'from-its-beginning');
    const letters = (of: (a: AxisMotion) => boolean) => s.axes.filter(of).map((a) => a.settings.letter);
    const unknown = letters((a) => !a.referenced && a.settings.reference.method !== 'none');
    if (unknown.length) return s.refuse(what, 'no-datum', unknown);
    const doubtful = letters((a) => a.doubtful);
    if (doubtful.length) return s.refuse(what, 'doubtful', doubtful);
    if (!this.asRead(program)) return s.refuse(what, 'setup-changed');
    const outside = this.firstOutside(program, at);
    if (outside) return s.say(outside);
    this.takeTurns(program, at);
    const from = this.stands(program);
    // Taken up in its middle, the tool goes up, across and down to where it was.
    const linear = s.settings.axes.map((a) => a.linear);
    const approach = at > 0 ? approachTo(program, at, from, this.headClear(), linear).steps : [];
    this.run = new ProgramRun(program, s.settings.axes, from, at, approach, this.host(), s.dt);
    this.run.singleStep = this.one;
    this.resumeAt = undefined;
    this.contacts.clear();
    s.state = 'following-program';
    s.say({ code: 'program-started', line: this.run.line });
  }
  /** Where the axes stand. What a changer turns is none of the path: there it stays as the program was read. */
  private stands({ start }: Program): number[] {
    return this.s.axes.map((a, i) => (a === this.changer.axis ? start[i]! : a.position));
  }
  /** Whether the offsets are those that a program was read with. */
  private asRead({ setup, steps }: Program): boolean {
    const { offsets } = this.s;
    const same = (a: readonly (readonly number[])[], b: readonly (readonly number[])[]) =>
      a.every((set, k) => set.every((v, i) => Math.abs(v - b[k]![i]!) < 1e-9));
    // A program that names its tool before it moves does not care which one was in force.
    const first = steps.find((p) => isMotion(p) || (p.kind === 'tool' && p.offset !== undefined));
    return (
      same(setup.offsets, offsets.sets) &&
      same(setup.tools ?? [], offsets.tools) &&
      setup.active === offsets.active &&
      ((setup.toolOffset ?? 0) === offsets.tool || first?.kind === 'tool')
    );
  }
  /** A program was read from one place: an axis that begins again after each turn counts from the turn of its first move. */
  private takeTurns(program: Program, at: number): void {
    const { steps, start } = program;
    this.s.axes.forEach((axis, i) => {
      if (!axis.settings.wraps || axis === this.changer.axis) return;
      const before = steps.slice(0, at).findLast(isMotion)?.to[i] ?? start[i]!;
      const same = shortWay(before, axis.position);
      // It stands elsewhere than where the program was read to begin: the first position that it is sent to decides.
      const first = steps.slice(at).find((step) => isMotion(step) && Math.abs(step.to[i]! - before) > 1e-9);
      const to = first && isMotion(first) ? first.to[i]! : before;
      const elsewhere = Math.abs(same - before) > 1e-6 && Math.abs(to - before) <= TURN_DEG / 2;
      axis.rename(elsewhere ? shortWay(to, axis.position) : same);
    });
  }
  /** The axis that lifts the tool, and the end of its envelope that is clear of the work. */
  private headClear(): { axis: number; clear: number } | undefined {
    const { axes, clearBy } = this.s.settings;
    const axis = axes.findIndex((a) => a.letter === clearBy);
    const a = axes[axis];
    return a && { axis, clear: a.envelope.max };
  }
  /** The first move of a program that would leave the envelope: nothing of it is started then. */
  private firstOutside(program: Program, at: number): ControllerEvent | undefined {
    for (let k = at; k < program.steps.length; k++) {
      const step = program.steps[k]!;
      if (!isMotion(step)) continue;
      for (let i = 0; i < step.to.length; i++) {
        const { envelope, letter, linear } = this.s.axes[i]!.settings;
        const { min, max } = envelope;
        const [low, high] = reach(step, i);
        if (low < min - 1e-6 || high > max + 1e-6)
          return { code: 'envelope-refused', letter, wanted: low < min - 1e-6 ? low : high, min, max, linear };
      }
    }
    return undefined;
  }
  private host() {
    const { outputs } = this.s;
    return {
      spindleRpm: () => this.rpm,
      spindleTurns: () => this.turns,
      spindleIndex: () => this.index,
      setSpindle: (direction: 1 | -1 | 0, rpm: number) => this.care.ask(direction, rpm),
      followSpindle: (rpm: number) => outputs.spindle(outputs.state.spindle, rpm),
      spindleComes: () => this.care.comes,
      setCoolant: (on: boolean) => outputs.coolant(on),
      setWork: (step: SetWorkStep) => this.setWork(step),
      setToolOffset: (offset: number) => {
        if (this.s.offsets.tool === offset) return;
        this.s.offsets.tool = offset;
        this.s.say({ code: 'tool-offset-chosen', offset });
      },
      changeTool: (tool: number) => this.changer.advance(tool),
      clampsReady: (moving: number) => this.clamps.ready(moving),
      trim: this.trim,
    };
  }

  proceed(): void {
    if (!this.run?.held || this.s.state !== 'paused') return;
    // What has stopped the spindle has to allow it again first.
    const restarts = this.care.halted;
    if (restarts && !this.care.again()) return;
    if (restarts) this.upForS = 0;
    // Who only paused it has fitted no tool yet.
    if (this.run.held.by === 'tool' || this.run.held.by === 'held') this.changer.proceed();
    this.run.proceed();
    this.touching?.begin();
    this.s.state = 'following-program';
    this.s.say({ code: 'program-continued' });
  }
  /** A program that is cut off can be taken up where it was. */
  interrupt(): boolean {
    if (!this.run) return false;
    this.leave('program-interrupted');
    return true;
  }
  abandon(): void {
    const { s } = this;
    if (!this.run || s.state !== 'paused') return;
    this.changer.end();
    this.leave('program-abandoned');
    this.care.ask(0, 0);
    s.outputs.coolant(false);
    s.outputs.loadsOff();
    s.state = s.rest();
  }

  /** Leaves a program in its middle. One that finds its places by touch cannot be taken up there. */
  private leave(code: 'program-interrupted' | 'program-abandoned'): void {
    const { line, index, program } = this.run!;
    const anew = touches(program);
    this.resumeAt = anew ? undefined : index;
    this.s.say({ code: anew ? 'program-cut-short' : code, line });
    this.run = undefined;
    this.clamps.leave();
    this.touching = undefined;
    this.upForS = undefined;
  }

  private setWork({ axis, set, value }: SetWorkStep): void {
    const { s } = this;
    const { position, settings } = s.axes[axis]!;
    const zeros = s.offsets.sets[set]!;
    zeros[axis] = zeroBy(this.contacts.get(axis)! - s.offsets.tip(axis), zeros[axis]!, value);
    const { letter, linear } = settings;
    s.say({ code: 'work-set', letter, value: position - s.offsets.tip(axis) - zeros[axis], set, linear });
  }
  /** A touch that is due is made by the axes themselves; then the rest is run from where they truly are. */
  private stepTouch(run: ProgramRun, dt: number): void {
    const { s } = this;
    if (!this.touching) {
      this.touching = new ProgramTouch(s, run.touch!);
      const { refused, letter } = this.touching;
      if (refused) {
        s.refuse('The touch', refused, [letter]);
        return this.cutShort();
      }
      this.touching.begin();
    }
    const { touching } = this;
    if (run.wish) touching.hold();
    const now = touching.advance(dt);
    if (now === 'under-way') return;
    const { position: stands, settings } = s.axes[touching.step.axis]!;
    const { letter, linear } = settings;
    if (now === 'at-rest') {
      run.held = run.wish ?? { by: 'hand' };
      s.state = 'paused';
      return s.say({ code: 'program-paused', line: run.line, by: run.held.by });
    }
    if (now === 'missed') {
      s.say({
        code: 'touch-missed',
        letter,
        distance: Math.abs(stands - touching.start),
      });
      return this.cutShort();
    }
    this.contacts.set(touching.step.axis, touching.contact!);
    s.say({ code: 'touched', letter, position: touching.contact!, linear });
    const position = this.stands(this.program!);
    const at = run.index + 1;
    const rest = afterTouch(
      this.program!,
      at,
      { position, contacts: this.contacts, offsets: s.offsets.sets },
      s.settings.axes.map((a) => a.linear),
    );
    this.touching = undefined;
    const outside = this.firstOutside(rest, at);
    if (outside) {
      s.say(outside);
      return this.cutShort();
    }
    this.run = new ProgramRun(rest, s.settings.axes, position, at, [], this.host(), s.dt);
    this.run.singleStep = this.one;
    if (run.wish) this.run.pause(run.wish);
    else if (this.one) this.run.pause({ by: 'step' });
  }
  /** A thread waits for its index without a word: whoever stands before it is told why nothing moves. */
  private watchIndex(run: ProgramRun, dt: number): void {
    this.indexWaitS = run.awaitsIndex && !run.held ? this.indexWaitS + dt : 0;
    if (this.indexWaitS >= INDEX_WAIT_S && this.indexWaitS - dt < INDEX_WAIT_S)
      this.s.say({ code: 'awaits-index', line: run.line, rpm: Math.abs(this.rpm ?? 0) });
  }
  /** It ends in the middle: nothing moves on, and what it had switched on goes off. */
  private cutShort(): void {
    const { s } = this;
    this.leave('program-abandoned');
    this.care.ask(0, 0);
    s.outputs.coolant(false);
    s.outputs.loadsOff();
    s.haltAll();
  }

  step(dt: number): void {
    const { s } = this;
    const run = this.run!;
    if (run.touch && s.state === 'paused') return;
    if (run.touch) return this.stepTouch(run, dt);
    // The cutter is not driven into the work before it turns.
    if (this.upForS !== undefined) {
      this.upForS = this.care.comes ? 0 : this.upForS + dt;
      if (this.care.comes || !spindleIsUp(this.rpm, s.outputs.state.spindleRpm, this.upForS)) return;
      this.upForS = undefined;
    }
    const positions = run.advance(dt);
    this.watchIndex(run, dt);
    for (let i = 0; i < s.axes.length; i++) {
      const axis = s.axes[i]!;
      if (axis === this.changer.axis) axis.step(dt, true);
      else axis.place(positions[i]!, dt);
    }
    if (run.held && s.state === 'following-program' && run.still) {
      s.state = 'paused';
      const { by, tool } = run.held;
      s.say({ code: 'program-paused', line: run.line, by, ...(tool === undefined ? {} : { tool }) });
    }
    if (run.ended) {
      this.run = undefined;
      this.clamps.leave();
      for (const a of s.axes) a.speed = 0;
      s.state = s.rest();
      // What would burn where the path ends: a hot wire, a laser.
      s.outputs.loadsOff();
      s.say({ code: 'program-ended' });
    }
  }
}
