import type { TouchPlan } from './commands';
import type { ControllerEvent } from './events';
import { ReferenceRun } from './reference';
import { isLimit, latches, type Shared } from './shared';
import { probeInput, TouchRun } from './touch';

/** Finding where things are: reference runs in their stages, a datum taken by eye, a work zero found by touch. */
export class DatumSearch {
  private runs: ReferenceRun[] = [];
  private stages: string[][] = [];
  private touch: TouchRun | undefined;
  private readonly fresh: ControllerEvent[] = [];

  constructor(private readonly s: Shared) {}

  end(): void {
    this.runs = [];
    this.stages = [];
    this.touch = undefined;
  }
  /** An input whose limit does not latch, since a run is on its way to it. */
  masks(input: number): boolean {
    return this.runs.some((r) => r.masks(input));
  }
  /** The index pulse of a motor at a moment of the last step. */
  index(axisIndex: number, motor: number, t: number): void {
    if (motor !== 0 || !this.runs.length) return;
    const axis = this.s.axes[axisIndex]!;
    for (const r of this.runs) if (r.axis === axis) r.sawIndex(axis.earlier(this.s.timeS - t, this.s.dt));
  }

  reference(only?: string[]): void {
    const { s } = this;
    const onOwnSwitch = s.cause === 'limit' && s.state === 'latched' && this.onlyReferenceSwitchesTripped();
    if (!s.standing && !onOwnSwitch) {
      const first = s.axes[0];
      if (first) s.say({ code: 'jog-refused', letter: first.settings.letter, reason: s.cause ? 'stop' : 'busy' });
      return;
    }
    const wanted = (id: string) => {
      const method = s.byId.get(id)?.settings.reference.method;
      return method !== undefined && method !== 'none' && method !== 'absolute' && (!only || only.includes(id));
    };
    // A shared loop that is tripped before the start does not tell which axis stands on its switch.
    const { inputs } = s.settings;
    const ambiguous = inputs.find((i, k) => s.tripped[k] && i.axes.length > 1 && i.axes.some(wanted));
    if (ambiguous) {
      const letters = ambiguous.axes.map((a) => s.byId.get(a)?.settings.letter ?? a);
      s.say({ code: 'reference-ambiguous', input: ambiguous.title, letters });
      return;
    }
    s.cause = undefined;
    s.outputs.set({ brakesReleased: true, lamp: false });
    this.stages = s.settings.referenceStages.flatMap((stage) => this.onePerInput(stage.filter(wanted)));
    for (const id of this.stages.flat()) s.byId.get(id)!.referenced = false;
    if (this.stages.length) this.nextStage();
  }
  /** Axes that share an input go one after the other: it cannot tell which of them has arrived. */
  private onePerInput(stage: string[]): string[][] {
    const stages: string[][] = [];
    const shared = (a: string, b: string) =>
      this.s.settings.inputs.some((i) =>
        isLimit(i) || i.function === 'reference' ? i.axes.includes(a) && i.axes.includes(b) : false,
      );
    for (const id of stage) {
      const free = stages.find((other) => !other.some((o) => shared(id, o)));
      if (free) free.push(id);
      else stages.push([id]);
    }
    return stages;
  }
  /** Whether every tripped limit is also the reference switch of the one axis that stands on it: a run moves off first. */
  private onlyReferenceSwitchesTripped(): boolean {
    const { s } = this;
    return s.settings.inputs.every(
      (input, k) =>
        !s.tripped[k] ||
        !latches(input) ||
        (input.function === 'limit-and-reference' &&
          input.axes.length === 1 &&
          s.byId.get(input.axes[0]!)?.settings.reference.towards === input.end),
    );
  }
  private nextStage(): void {
    const { s } = this;
    const stage = this.stages.shift();
    if (!stage) {
      this.runs = [];
      s.state = s.rest();
      if (s.allReferenced) s.say({ code: 'reference-done' });
      return;
    }
    s.state = 'finding-datum';
    this.runs = stage.map(
      (id) => new ReferenceRun(s.byId.get(id)!, s.settings.inputs, s.settings.datumStrategy === 'at-switch'),
    );
    s.say({ code: 'reference-started', letters: this.runs.map((r) => r.axis.settings.letter) });
  }

  /** A failed switch, a worn mark: the datum is taken by eye, and is worth as much. */
  takeDatum(axisId: string): void {
    const { s } = this;
    const axis = s.byId.get(axisId);
    if (!axis) return;
    if (!s.standing) return s.refuseNow('Taking a datum', [axis.settings.letter]);
    axis.rename(axis.settings.reference.positionAtDatum);
    axis.referenced = true;
    axis.doubtful = false;
    s.say({ code: 'datum-by-hand', letter: axis.settings.letter });
    s.state = s.rest();
  }
  /** A drive with an absolute encoder tells its position at power-on. */
  takeAbsolute(axisId: string, position: number): void {
    const { s } = this;
    const axis = s.byId.get(axisId);
    if (!axis || axis.settings.reference.method !== 'absolute') return;
    axis.rename(position);
    axis.referenced = true;
    axis.doubtful = false;
    s.say({ code: 'datum-absolute', letter: axis.settings.letter });
    if (s.standing) s.state = s.rest();
  }

  setWork(axisId: string, value: number): void {
    const { s } = this;
    const axis = s.byId.get(axisId);
    if (!axis) return;
    const { letter, linear } = axis.settings;
    if (!s.standing) return s.refuseNow('Setting a work position', [letter]);
    s.offsets.set(s.axes.indexOf(axis), axis.position, value);
    s.say({ code: 'work-set', letter, value, set: s.offsets.active, linear });
  }
  setTool(axisId: string, value: number): void {
    const { s } = this;
    const axis = s.byId.get(axisId);
    if (!axis) return;
    const { letter, linear } = axis.settings;
    if (!s.standing) return s.refuseNow('Setting a tool', [letter]);
    if (s.offsets.tool === 0) return s.refuse('Setting a tool', 'no-tool-offset', [letter]);
    s.offsets.setTool(s.axes.indexOf(axis), axis.position, value);
    s.say({ code: 'tool-set', letter, value, offset: s.offsets.tool, linear });
  }
  startTouch(plan: TouchPlan): void {
    const { s } = this;
    const what = 'Touching off';
    const probe = probeInput(s.settings);
    if (probe < 0) return s.refuse(what, 'no-probe');
    if (!s.standing) return s.refuseNow(what);
    if (!s.probeSeen) return s.refuse(what, 'probe-unproven');
    if (s.tripped[probe]) return s.refuse(what, 'probe-tripped');
    this.touch = new TouchRun(plan, s.axes, s.offsets);
    s.state = 'finding-datum';
  }
  /** The probe's input has changed for the first time since power-on: it works. */
  sawProbe(): void {
    if (this.s.probeSeen) return;
    this.s.probeSeen = true;
    this.s.say({ code: 'probe-seen' });
  }

  step(): void {
    if (this.touch) this.stepTouch(this.touch);
    else this.stepRuns();
  }
  private sayFresh(): void {
    for (const e of this.fresh.splice(0)) this.s.say(e);
  }
  private stepTouch(touch: TouchRun): void {
    const { s } = this;
    const probe = probeInput(s.settings);
    touch.step(s.tripped[probe] === 1, s.timeS - s.dt - s.acceptedAt[probe]!, s.dt, this.fresh);
    this.sayFresh();
    if (!touch.failed && !touch.done) return;
    this.touch = undefined;
    if (touch.failed) s.haltAll();
    else s.state = s.rest();
  }
  private stepRuns(): void {
    const { s } = this;
    const sense = {
      tripped: (i: number) => s.tripped[i] === 1,
      // Positions are those of the step before: this step has not moved anything yet.
      agoS: (i: number) => s.timeS - s.dt - s.acceptedAt[i]!,
      dt: s.dt,
    };
    let done = true;
    for (const run of this.runs) {
      run.step(sense, this.fresh);
      if (run.failed) {
        this.sayFresh();
        this.end();
        s.haltAll();
        return;
      }
      done &&= run.leg === 'done';
    }
    this.sayFresh();
    if (done) this.nextStage();
  }
}
