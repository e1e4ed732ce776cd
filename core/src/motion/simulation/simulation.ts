import type { InputFunction } from '../../machine/connections';
import type { Design } from '../../machine/design';
import { changerInputs } from '../../machine/toolChanger';
import { pendantOf } from '../../machine/pendant';
import { stateKey } from '../../machine/trips';
import { EDGES_PER_DETENT } from '../hand/wheel';
import type { TerminalRef } from '../../machine/ids';
import type { Piece } from '../../program/piece';
import type { ControllerSettings } from '../../settings/controllerSettings';
import type { ChangeStepKey } from '../../settings/toolChange';
import type { Derived } from '../../units/derived';
import { figureOr, gather, mapKnown } from '../../units/derived';
import { withinTurn } from '../../units/turns';
import { networkOf } from '../../wiring/network';
import { Controller } from '../controller/controller';
import type { ControllerEvent } from '../controller/events';
import type { RawReading } from '../controller/inputs';
import type { ControllerState, LatchCause } from '../controller/states';
import { stateSentence } from '../controller/states';
import type { Happening } from '../plant/happenings';
import { IndexedHead, TurretHead } from '../plant/changer';
import { Plant } from '../plant/plant';
import type { HiddenFault } from '../truth/hiddenFault';
import type { TrueMachine } from '../truth/trueMachine';
import { trueMachine } from '../truth/trueMachine';
import { LiveNets, drivenTerminals } from './nets';
import { SpindleCounter } from './spindleCounter';
import { ThreadRecorder, type ThreadPass } from './threadRecord';
import { TouchPlate } from './touchPlate';
import { TurnedWheel } from './turnedWheel';
import type { Act, Recording } from './record';
import { ENGINE } from './record';
import { INPUTS_PER_WORD, Trace } from './trace';

/** One step of simulated time, in s. */
export const STEP_S = 0.001;
/** A spike of noise on an input lasts as long as its filter does and a little longer: it is the one that gets through. */
const SPIKE_BEYOND_S = 0.0005;
/** A link that breaks off comes back after this long. */
const LINK_GONE_S = 1;
/** Nets and outputs answer each other at most so often in one moment. */
const MOST_ROUNDS = 8;

/** All that a simulation is made of; plain data, so that it can be sent to a worker. */
export interface SimulationInput {
  settings: ControllerSettings;
  truth: TrueMachine;
  /** The terminal of each input of `settings`, in their order. */
  inputs: TerminalRef[];
  outputs: Readonly<Record<string, TerminalRef>>;
  /** Buttons that a hand can press, by part id. */
  buttons: string[];
  /** The probe, where there is one. */
  probe: string | undefined;
  /** Where each axis stands at the start, as a share of its travel: one for all, or one for each. */
  startShare: number | readonly number[];
  seed: number;
}

/** What can be seen at one moment. */
export interface Snapshot {
  timeS: number;
  state: ControllerState;
  cause: LatchCause | undefined;
  axes: AxisSnapshot[];
  inputs: { id: string; reading: RawReading; tripped: boolean }[];
  actuated: string[];
  events: { t: number; event: ControllerEvent }[];
  happenings: Happening[];
  /** The mains are switched on; the motors have their power. */
  mains: boolean;
  motorPower: boolean;
  brakes: { axis: string; clamped: boolean }[];
  spindle: { rpm: number } | undefined;
  coolant: boolean;
  changer: ChangerSnapshot | undefined;
  /** Loads that the control has switched on, by their outputs. */
  loads: string[];
  /** Work offsets and tool offsets, with those in force; tool 0: none. */
  work: { active: number; sets: number[][]; tool: number; tools: number[][] };
  program: { line: number; resumeAt: number | undefined } | undefined;
  trim: { feed: number; rapid: number; spindle: number };
  limitsOff: boolean;
  probeSeen: boolean;
  plate: boolean;
  /** Passes of a thread that the program has cut. */
  threads: ThreadPass[];
}
/** A head on an axis is on a station when it is this near, as a share of the way to the next one. */
const ON_STATION = 0.02;
/** A changer as it truly stands, and the step of a change that the control is at. */
export type ChangerSnapshot = { step: ChangeStepKey | undefined; believed: number | undefined } & (
  { kind: 'turret' | 'indexed'; at: number; locked: boolean } | { kind: 'drawbar'; share: number }
);
export interface AxisSnapshot {
  id: string;
  /** As the control believes. */
  position: number;
  speed: number;
  referenced: boolean;
  doubtful: boolean;
  /** Where each side truly is, from the minus hard stop. */
  truePlaces: number[];
}

/** The devices on the inputs of a function. */
const devicesOf = ({ circuits }: Pick<Design, 'circuits'>, fn: InputFunction): string[] =>
  Object.values(circuits).flatMap((c) => (c.function === fn ? c.devices : []));

/** What permits the spindle and is put there by a hand: a collet, a guard. A drawbar's own sensor is not. */
function permittedByHand(design: Pick<Design, 'circuits' | 'toolChanger'>): string[] {
  const own = design.toolChanger ? changerInputs(design.toolChanger) : [];
  const moved = own.flatMap((id) => design.circuits[id]?.devices ?? []);
  return devicesOf(design, 'spindle-permit').filter((d) => !moved.includes(d));
}

/** Puts a design, its exported settings and its hidden faults together, or says what is missing for it. */
export const simulationInput = (
  design: Design,
  settings: Derived<ControllerSettings>,
  plan: { inputs: Readonly<Record<string, TerminalRef>>; outputs: Readonly<Record<string, TerminalRef>> },
  options: { faults?: readonly HiddenFault[]; startShare?: number | readonly number[]; seed?: number } = {},
): Derived<SimulationInput> =>
  mapKnown(gather({ settings, truth: trueMachine(design, plan.inputs, options.faults ?? []) }), (v) => {
    const devices = Object.values(design.circuits).flatMap((c) => c.devices);
    const own = [...new Set([...devices, ...(design.roles.resetButton ? [design.roles.resetButton] : [])])];
    const permitting = permittedByHand(design);
    return {
      ...v,
      inputs: v.settings.inputs.map((i) => plan.inputs[i.id]!),
      outputs: plan.outputs,
      buttons: own.filter((id) => design.parts[id]?.data.class === 'button' || permitting.includes(id)),
      probe: devices.find((id) => design.parts[id]?.data.class === 'probe'),
      startShare: options.startShare ?? 0.4,
      seed: options.seed ?? 1,
    };
  });

/**
 * Controller and plant side by side. They meet in the nets only: pulses and outputs go one way, and the readings of the
 * inputs, worked out from the true nets, come back.
 */
export class Simulation {
  readonly controller: Controller;
  readonly plant: Plant;
  readonly nets: LiveNets;
  trace: Trace | undefined;
  steps = 0;
  private mains = false;
  private readonly pressed: Set<string>;
  private readonly pulses: Float64Array[];
  private readonly readings: RawReading[];
  private readonly entries: Recording['entries'] = [];
  private readonly noisy: { index: number; perS: number; lengthS: number; motion: boolean }[];
  private spikes: { index: number; until: number }[] = [];
  private plate: TouchPlate | undefined;
  private readonly wheel: TurnedWheel | undefined;
  private readonly counter: SpindleCounter | undefined;
  /** What the program that runs, or ran last, has cut of threads. */
  readonly threads = new ThreadRecorder();
  /** When the counter has last seen an edge, and what the computer has not yet been told. */
  private countedAt = -Infinity;
  private untold = 0;
  /** The computer is gone until then: what it would have passed on is lost. */
  private goneUntil = -Infinity;
  private seenOutputs = -1;
  private seenAlarms = 0;
  private readonly states = Object.keys(stateSentence) as ControllerState[];

  constructor(readonly input: SimulationInput) {
    const { settings, truth, startShare } = input;
    this.controller = new Controller(settings);
    const start = truth.plant.axes.map(
      (a, i) => a.length * (typeof startShare === 'number' ? startShare : (startShare[i] ?? 0.4)),
    );
    this.plant = new Plant(truth.plant, start, input.seed, truth.skew);
    const { roles, outputs } = truth.design;
    this.spindleByHand =
      roles.spindleDrive === undefined && !Object.values(outputs).some((o) => o.function === 'spindle-run');
    const network = networkOf(truth.design);
    this.nets = new LiveNets(truth.design, network, input.inputs, truth.stuck);
    // A collet is locked and a guard is shut when it is switched on.
    this.pressed = new Set([...truth.pressed, ...permittedByHand(truth.design)]);
    this.flowSwitches = devicesOf(truth.design, 'coolant-flow');
    this.doors = devicesOf(truth.design, 'door');
    this.wheel = wheelIn(truth.design);
    const encoder = truth.plant.spindle?.encoder;
    const lines = settings.spindle?.lines ?? 0;
    this.counter = encoder && lines > 0 ? new SpindleCounter(encoder, lines) : undefined;
    this.pulses = this.controller.axes.map((a) => a.pulses);
    this.readings = input.inputs.map(() => -1);
    this.noisy = settings.inputs.flatMap((s, index) => {
      const n = truth.noise[s.id];
      const lengthS = s.filterS + s.pollS + SPIKE_BEYOND_S;
      return n ? [{ index, perS: n.perS, lengthS, motion: n.while === 'motion' }] : [];
    });
    this.look(0);
  }

  /** Keeps every channel from here on; without it a run is a good deal faster. */
  startTrace(): Trace {
    this.trace ??= new Trace({
      axes: this.input.settings.axes.map((a) => a.letter),
      motors: this.input.truth.plant.motors.map((m) => m.name),
      inputs: this.readings.length,
    });
    return this.trace;
  }

  /** Whether a button is held in by a hand, or stuck so. */
  pressedNow(device: string): boolean {
    return this.pressed.has(device);
  }
  /** The lowest voltage of the motor supply since it was last asked for, as a share. */
  lowestBusShare(): number {
    const low = this.lowestBus;
    this.lowestBus = this.plant.motors.busShare;
    return low;
  }
  private lowestBus = 1;
  /** How the hand switch of a spindle stands that the control does not switch. */
  /** Switches that are closed by what cools the spindle, and whether it flows. */
  private readonly flowSwitches: readonly string[];
  private flows = false;
  private readonly doors: readonly string[];
  private seenFlow = false;
  private handSpindle: 1 | -1 | 0 = 0;
  private readonly spindleByHand: boolean;

  get timeS(): number {
    return this.controller.timeS;
  }
  /** Where an axis truly is: its first motor's carriage. */
  private readonly placeOf = (axis: number): number =>
    this.plant.motors.carriage[this.plant.model.motors.findIndex((m) => m.axis === axis)] ?? 0;
  /** Something is done, at this step. */
  act(act: Act): void {
    this.entries.push({ step: this.steps, act });
    switch (act.type) {
      case 'press':
        // A door that is bolted does not open: whoever pulls at it pulls in vain.
        if (act.down && this.nets.state.doorHeld && this.doors.includes(act.device)) {
          this.plant.happenings.push({ t: this.timeS, kind: 'door bolted' });
          return;
        }
        if (act.down) this.pressed.add(act.device);
        else this.pressed.delete(act.device);
        return this.look(this.timeS);
      case 'power':
        this.mains = act.on;
        return this.look(this.timeS);
      case 'shove': {
        const axis = this.plant.model.axes.findIndex((a) => a.id === act.axis);
        this.plant.model.motors.forEach((m, i) => m.axis === axis && this.plant.motors.shove(i, act.distance));
        return this.look(this.timeS);
      }
      case 'plate':
        return this.lay(
          act.corner ? { kind: 'corner', below: act.below, ...act.corner } : { kind: 'plate', below: act.below },
        );
      case 'lay':
        return this.lay(act.piece);
      case 'turn-wheel':
        return this.wheel?.turn(act.edges, act.seconds, this.timeS);
      case 'drop-wheel':
        return this.wheel?.drop();
      case 'take-plate':
        this.plate = undefined;
        return this.look(this.timeS);
      default:
        if (act.type === 'run') this.threads.clear();
        if (act.type === 'spindle') this.handSpindle = act.direction;
        if (act.type === 'link-lost') this.goneUntil = this.timeS + LINK_GONE_S;
        this.controller.command(act);
    }
  }
  private lay(piece: Piece): void {
    this.plate = TouchPlate.lay(this.plant, piece, (axis) => this.controller.axes[axis]!.position);
    this.look(this.timeS);
  }
  /** The story so far, to be told again. */
  recording(): Recording {
    const { seed, startShare } = this.input;
    return {
      engine: ENGINE,
      seed,
      startShare,
      entries: [...this.entries],
      steps: this.steps,
    };
  }
  /** Tells a recorded story on a fresh simulation, up to its end. */
  replay(recording: Recording): void {
    for (const { step, act } of recording.entries) {
      this.run(step - this.steps);
      this.act(act);
    }
    this.run(recording.steps - this.steps);
  }

  private actuatedDevices(): string[] {
    const { switches, motors } = this.plant;
    const devices: string[] = [];
    switches.switches.forEach((s, k) => switches.actuated[k] && devices.push(s.device));
    motors.motors.forEach((m, k) => motors.alarm[k] && m.driver && devices.push(m.driver));
    if (this.plate?.touching && this.input.probe) devices.push(this.input.probe);
    if (this.flows) devices.push(...this.flowSwitches);
    if (this.plant.changer) devices.push(...this.plant.changer.actuated());
    devices.push(...this.pressed);
    return devices;
  }

  /** Evaluates the nets as they are, and lets everything that hangs on them know. */
  private look(t: number, round = 0): void {
    const { controller, plant, nets } = this;
    const { outputs } = controller;
    const on = controller.state !== 'no-power';
    const driven = drivenTerminals(this.input.truth.design, this.input.outputs, (f, id) => {
      switch (f) {
        case 'brake':
          return outputs.brakesReleased;
        case 'spindle-run':
          return outputs.spindle !== 0;
        case 'spindle-direction':
          return outputs.spindle < 0;
        case 'coolant':
          return outputs.coolant;
        case 'spindle-cooling':
          return outputs.cooling;
        case 'lamp':
          return outputs.lamp;
        case 'switched-load':
          return outputs.loads.has(id);
        case 'drives-enable':
        case 'chain-release':
        case 'fan':
          return on;
        case 'spindle-speed':
          return false;
      }
    });
    this.seenOutputs = controller.outputChanges;
    this.seenFlow = this.flows;
    this.seenAlarms = plant.motors.changes;
    const state = nets.see({ mains: this.mains, actuated: this.actuatedDevices(), driven });
    for (let i = 0; i < this.readings.length; i++) {
      const r = this.spikes.some((s) => s.index === i) ? flipped(state.readings[i]!) : state.readings[i]!;
      if (r === this.readings[i]) continue;
      this.readings[i] = r;
      controller.read(i, r, t);
    }
    this.flows = state.coolingFed;
    const { motors } = plant;
    motors.motors.forEach((m, i) => {
      const fed = m.driver !== undefined && state.torque.has(m.driver) && !this.input.truth.unable.includes(m.driver);
      motors.power(i, fed, m.brake !== undefined && state.energised.has(m.brake) !== m.brakeHeldByPower, t);
    });
    // A control that switches its own supply off with an output would chatter for ever: in this step it has done so enough.
    if (round === MOST_ROUNDS) return;
    if (state.controllerOn !== on) {
      controller.command({ type: 'power', on: state.controllerOn });
      if (state.controllerOn) this.tellAbsolute();
      // Its outputs change with it, and they act on the nets.
      this.look(t, round + 1);
    } else if (
      controller.outputChanges !== this.seenOutputs ||
      (this.flowSwitches.length && this.flows !== this.seenFlow)
    )
      this.look(t, round + 1);
  }
  /** Absolute encoders know the true place against the mark that was stored when the machine was set up. */
  private tellAbsolute(): void {
    const { controller, plant } = this;
    for (const [i, axis] of controller.axes.entries()) {
      const mark = plant.model.axes[i]!.storedMark;
      const place = plant.motors.place[plant.model.motors.findIndex((d) => d.axis === i)]!;
      const { endless } = plant.model.axes[i]!;
      if (mark !== undefined) controller.takeAbsolute(axis.settings.id, (endless ? withinTurn(place) : place) + mark);
    }
  }

  /** Advances by whole steps of `STEP_S`. */
  run(steps: number): void {
    const { controller, plant, counter } = this;
    const drops = this.input.truth.linkDropsPerS * STEP_S;
    for (let i = 0; i < steps; i++) {
      this.steps++;
      if (plant.spindle && counter) {
        counter.step(plant.spindle.turns, STEP_S);
        controller.spindle(counter.turns, counter.rpm, counter.index);
      }
      controller.step(STEP_S);
      const t = controller.timeS;
      plant.step(this.pulses, t, STEP_S, this.spindleWanted());
      if (this.noisy.length || this.spikes.length) this.disturb(t);
      if (drops > 0 && plant.random.next() < drops) {
        this.goneUntil = t + LINK_GONE_S;
        controller.command({ type: 'link-lost' });
      }
      this.settle(t);
      if (plant.spindle && controller.run)
        this.threads.look(controller.run.threading, plant.spindle.turns, this.placeOf);
      if (this.trace) this.write(t);
    }
  }
  /** What the step has changed goes over the nets, edge by edge. */
  private settle(t: number): void {
    const { controller, plant } = this;
    for (const e of plant.switches.edges) if (plant.switches.apply(e)) this.look(e.t);
    if (this.wheel?.turning) this.turn(this.wheel, t);
    const touched = this.plate?.step(plant, t, STEP_S);
    if (touched !== undefined) this.look(touched);
    if (plant.change(this.nets.state.changer, STEP_S)) this.look(t);
    this.noteHeadZero();
    if (controller.outputChanges !== this.seenOutputs || plant.motors.changes !== this.seenAlarms) this.look(t);
    for (const p of plant.indexPulses) {
      const m = plant.model.motors[p.motor]!;
      controller.index(m.axis, m.index, p.t);
    }
    if (plant.motors.busShare < this.lowestBus) this.lowestBus = plant.motors.busShare;
    if (plant.happenings.length > this.told) this.hear();
  }
  /** The edges of the wheel go where it is connected: to two inputs, to a counter, or to the computer. */
  private turn(wheel: TurnedWheel, t: number): void {
    const { settings } = this.controller;
    const edges = wheel.until(t);
    if (settings.wheel?.way === 'inputs') {
      for (const e of edges) {
        const key = stateKey(wheel.model.part, e.track.toUpperCase());
        if (e.on) this.pressed.add(key);
        else this.pressed.delete(key);
        this.look(e.t);
      }
      return;
    }
    const { edgesPerS, reportS, way } = settings.wheel ?? { edgesPerS: 0, reportS: 0, way: 'none' };
    for (const e of edges) {
      if (!e.counts) continue;
      // A counter takes an edge that keeps its distance from the one before; the computer is told now and then.
      if (way === 'computer' || (edgesPerS > 0 && e.t - this.countedAt >= 1 / edgesPerS - 1e-12))
        this.untold += e.counts;
      this.countedAt = e.t;
    }
    if (way === 'computer' && t < this.goneUntil) this.untold = 0;
    if (way === 'computer' && wheel.turning && Math.floor(t / reportS) === Math.floor((t - STEP_S) / reportS)) return;
    this.controller.countWheel(this.untold);
    this.untold = 0;
  }
  private told = 0;
  /** A bang is heard by whoever stands beside; the control is told not to trust that axis. */
  private hear(): void {
    const { happenings, model } = this.plant;
    for (; this.told < happenings.length; this.told++) {
      const h = happenings[this.told]!;
      if (h.kind === 'bang') this.controller.doubt(model.axes[model.motors[h.motor]!.axis]!.id, 'hard-stop');
    }
  }

  private spindleWanted(): number | undefined {
    const { spindle } = this.plant;
    const { state } = this.nets;
    if (!spindle || !state.spindleFed) return undefined;
    // A hand tool on a switch of its own: no stop of the control reaches it.
    if (this.spindleByHand) return state.spindleRun ? this.handSpindle || undefined : undefined;
    const { outputs, settings } = this.controller;
    if (!state.spindleRun || outputs.spindle === 0) return settings.spindle?.speedSet ? 0 : undefined;
    const share = settings.spindle?.speedSet ? outputs.spindleRpm / spindle.model.maxRpm : 1;
    return outputs.spindle * Math.min(1, share);
  }

  /** A spinning spindle throws its spikes on what lies beside it; a loose conductor opens when the machine shakes. */
  private disturb(t: number): void {
    let changed = false;
    if (this.spikes.length) {
      const left = this.spikes.filter((s) => s.until > t);
      changed = left.length !== this.spikes.length;
      this.spikes = left;
    }
    const { spindle, random, motors } = this.plant;
    for (const n of this.noisy)
      if ((n.motion ? motors.moved : spindle && spindle.rpm !== 0) && random.next() < n.perS * STEP_S) {
        this.spikes.push({ index: n.index, until: t + n.lengthS });
        changed = true;
      }
    if (changed) this.look(t);
  }

  private write(t: number): void {
    const trace = this.trace!;
    const { controller, plant } = this;
    const data = trace.buffer;
    let k = trace.next();
    data[k++] = t;
    data[k++] = this.states.indexOf(controller.state);
    data[k++] = plant.spindle ? plant.spindle.rpm : 0;
    const { tripped } = controller;
    for (let first = 0; first < tripped.length; first += INPUTS_PER_WORD) {
      let bits = 0;
      for (let i = first; i < Math.min(first + INPUTS_PER_WORD, tripped.length); i++)
        bits |= tripped[i]! << (i - first);
      data[k++] = bits;
    }
    for (const a of controller.axes) {
      data[k++] = a.position;
      data[k++] = a.speed;
    }
    const { carriage, load } = plant.motors;
    for (let m = 0; m < carriage.length; m++) {
      data[k++] = carriage[m]!;
      data[k++] = load[m]!;
    }
  }

  /** Where station 1 truly is: at the first datum that its axis finds. Steps that are lost show from then on. */
  private headZero: number | undefined;
  private noteHeadZero(): void {
    const { changer } = this.plant;
    const { axis } = this.controller.toolChange;
    if (this.headZero === undefined && axis?.referenced && changer instanceof IndexedHead)
      this.headZero = changer.deg - axis.position;
  }
  /** Turned from station 1, in stations. */
  private headOnAxis(head: IndexedHead): { at: number; locked: boolean } {
    const at = head.stationsFrom(this.headZero ?? 0);
    return { at, locked: head.clamped && Math.abs(at - Math.round(at)) < ON_STATION };
  }
  private changerNow(): ChangerSnapshot | undefined {
    const { changer } = this.plant;
    if (!changer) return undefined;
    const { step, station: believed } = this.controller.toolChange;
    const of = { step: step?.key, believed };
    if (changer instanceof IndexedHead) return { ...of, kind: 'indexed', ...this.headOnAxis(changer) };
    return changer instanceof TurretHead
      ? { ...of, kind: 'turret', at: changer.at, locked: changer.locked }
      : { ...of, kind: 'drawbar', share: changer.share };
  }

  /** What can be seen now; events and happenings are those since the last look. */
  snapshot(): Snapshot {
    const { controller, plant, nets } = this;
    const { motors } = plant;
    const { run, program } = controller;
    const happenings = plant.happenings.splice(0);
    this.told = 0;
    return {
      timeS: controller.timeS,
      state: controller.state,
      cause: controller.cause,
      axes: controller.axes.map((a, i) => ({
        id: a.settings.id,
        position: a.settings.wraps ? withinTurn(a.position) : a.position,
        speed: a.speed,
        referenced: a.referenced,
        doubtful: a.doubtful,
        truePlaces: motors.motors.flatMap((d, k) =>
          d.axis === i ? [plant.model.axes[i]!.endless ? withinTurn(motors.carriage[k]!) : motors.carriage[k]!] : [],
        ),
      })),
      inputs: controller.settings.inputs.map((input, i) => ({
        id: input.id,
        reading: this.readings[i]!,
        tripped: controller.tripped[i] === 1,
      })),
      actuated: this.actuatedDevices(),
      events: controller.events.splice(0),
      happenings,
      mains: this.mains,
      motorPower: nets.state.torque.size > 0,
      brakes: motors.motors.flatMap((m, k) =>
        m.brake ? [{ axis: plant.model.axes[m.axis]!.id, clamped: motors.clamped(k, controller.timeS) }] : [],
      ),
      spindle: plant.spindle && {
        rpm: plant.spindle.rpm,
      },
      coolant: controller.outputs.coolant,
      changer: this.changerNow(),
      loads: [...controller.outputs.loads],
      work: {
        active: controller.offsets.active,
        sets: controller.offsets.sets.map((s) => [...s]),
        tool: controller.offsets.tool,
        tools: controller.offsets.tools.map((t) => [...t]),
      },
      program: program && {
        line: run?.line ?? 0,
        resumeAt: controller.resumeAt,
      },
      trim: { ...controller.trim },
      limitsOff: controller.limitsOff,
      probeSeen: controller.probeSeen,
      plate: this.plate !== undefined,
      threads: [...this.threads.passes],
    };
  }
}

/** The wheel of the pendant, by its sheet; a quarter of its pulse is 90°. */
function wheelIn(design: Design): TurnedWheel | undefined {
  const pendant = pendantOf(design);
  const { pulsesPerTurn, phaseError, bounce } = pendant?.part.data ?? {};
  return pendant && pulsesPerTurn
    ? new TurnedWheel({
        part: pendant.id,
        edgesPerTurn: pulsesPerTurn * EDGES_PER_DETENT,
        phaseShare: Math.min(0.95, figureOr(phaseError, 0) / 90),
        bounceS: figureOr(bounce, 0),
      })
    : undefined;
}

const flipped = (r: RawReading): RawReading => (r === 1 ? 0 : r === 0 ? 1 : -1);
