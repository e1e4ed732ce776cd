import type { ControllerInput, ControllerSettings } from '../../settings/controllerSettings';
import { AxisMotion } from './axis';
import type { ControllerEvent, Refusal } from './events';
import { InputBank } from './inputs';
import { WorkOffsets } from './offsets';
import { Outputs } from './outputs';
import type { ControllerState, LatchCause } from './states';

/** Without a datum there is no envelope: motion by hand keeps to this share of the maximum speed. */
export const UNREFERENCED_SHARE = 0.1;

const latchingFunctions: ReadonlySet<string> = new Set(['stop', 'limit', 'limit-and-reference', 'door', 'alarm']);
export const isLimit = (i: ControllerInput): boolean => i.function === 'limit' || i.function === 'limit-and-reference';
/** Whether an input latches the control while it is tripped. */
export const latches = (i: ControllerInput): boolean => latchingFunctions.has(i.function);

/** What all parts of the control share: its state and time, its axes, inputs and outputs, and what it has said. */
export class Shared {
  state: ControllerState = 'no-power';
  cause: LatchCause | undefined;
  timeS = 0;
  dt = 0.001;
  /** Whether the probe’s input has been seen to change since power-on. */
  probeSeen = false;
  readonly axes: AxisMotion[];
  readonly byId = new Map<string, AxisMotion>();
  readonly inputs: InputBank;
  /** When each input was last seen to change. */
  readonly acceptedAt: Float64Array;
  readonly offsets: WorkOffsets;
  readonly outputs: Outputs;
  readonly events: { t: number; event: ControllerEvent }[] = [];

  constructor(readonly settings: ControllerSettings) {
    this.axes = settings.axes.map((a) => new AxisMotion(a));
    for (const a of this.axes) this.byId.set(a.settings.id, a);
    this.inputs = new InputBank(settings.inputs);
    this.acceptedAt = new Float64Array(settings.inputs.length);
    this.offsets = new WorkOffsets(this.axes.length);
    this.outputs = new Outputs(settings.spindle, (e) => this.say(e));
  }

  say(event: ControllerEvent): void {
    this.events.push({ t: this.timeS, event });
  }
  /** Says it once, however often it happens in a row. */
  sayOnce(event: ControllerEvent): void {
    const last = this.events.at(-1)?.event as Record<string, unknown> | undefined;
    if (!last || Object.entries(event).some(([k, v]) => last[k] !== v)) this.say(event);
  }
  refuse(what: string, reason: Refusal, letters: string[] = []): void {
    this.say({ code: 'refused', what, reason, letters });
  }
  /** Refuses what is only done at rest. */
  refuseNow(what: string, letters: string[] = []): void {
    this.refuse(what, this.cause ? 'stop' : 'busy', letters);
  }

  get tripped(): Uint8Array {
    return this.inputs.tripped;
  }
  get allReferenced(): boolean {
    return this.axes.every((a) => a.referenced || a.settings.reference.method === 'none');
  }
  get standing(): boolean {
    return this.state === 'at-rest' || this.state === 'at-rest-unknown';
  }
  /** The state that this control is in when nothing moves. */
  rest(): ControllerState {
    return this.cause ? 'latched' : this.allReferenced ? 'at-rest' : 'at-rest-unknown';
  }
  settle(): void {
    this.state = this.axes.some((a) => a.moving) ? 'coming-to-rest' : this.rest();
  }
  haltAll(): void {
    for (const a of this.axes) a.halt();
    this.settle();
  }

  /** Whoever stands beside has heard an axis strike its stop. Positions are no longer trusted. */
  doubt(axisId: string, because: 'hard-stop' | 'power-cut' | 'alarm'): void {
    const axis = this.byId.get(axisId);
    if (!axis || axis.doubtful || !axis.referenced || axis.settings.reference.method === 'absolute') return;
    axis.doubtful = true;
    this.say({ code: 'position-doubtful', letter: axis.settings.letter, because });
  }
}
