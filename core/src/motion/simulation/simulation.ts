import type { Design } from '../../machine/design';
import type { ControllerSettings } from '../../settings/controllerSettings';
import type { Derived } from '../../units/derived';
import { gather, mapKnown } from '../../units/derived';
import type { TerminalRef } from '../../machine/ids';
import { evaluate } from '../../wiring/evaluate';
import type { Network } from '../../wiring/network';
import { networkAround } from '../../wiring/network';
import type { ControllerCommand, ControllerState, RawReading } from '../controller/controller';
import { Controller } from '../controller/controller';
import type { ControllerEvent } from '../controller/events';
import type { PlantModel } from '../plant/plant';
import { Plant, plantModel } from '../plant/plant';

/** One step of simulated time, in s. */
export const STEP_S = 0.001;

/** All that a simulation is made of; plain data, so that it can be sent to a worker. */
export interface SimulationInput {
  settings: ControllerSettings;
  plant: PlantModel;
  network: Network;
  /** The terminal of each input of `settings`, in their order. */
  inputs: TerminalRef[];
  /** Buttons that a hand can press, by part id. */
  buttons: string[];
  /** Where each axis stands at the start, as a share of its travel. */
  startShare: number;
}

/** What can be seen at one moment. */
export interface Snapshot {
  timeS: number;
  state: ControllerState;
  axes: {
    id: string;
    /** As the control believes. */
    position: number;
    speed: number;
    referenced: boolean;
    doubtful: boolean;
    /** Where each side truly is, from the minus hard stop. */
    truePlaces: number[];
  }[];
  inputs: { id: string; reading: RawReading; tripped: boolean }[];
  actuated: string[];
  events: { t: number; event: ControllerEvent }[];
}

/** Puts a design and its exported settings together, or says what is missing for it. */
export const simulationInput = (
  design: Design,
  settings: Derived<ControllerSettings>,
  network: Network,
  inputs: Readonly<Record<string, TerminalRef>>,
  startShare = 0.4,
): Derived<SimulationInput> =>
  mapKnown(gather({ settings, plant: plantModel(design) }), (v) => ({
    ...v,
    network,
    inputs: v.settings.inputs.map((i) => inputs[i.id]!),
    buttons: Object.values(design.circuits).flatMap((c) =>
      c.devices.filter((id) => design.parts[id]?.data.class === 'button'),
    ),
    startShare,
  }));

/**
 * Controller and plant side by side. They meet in two places only: pulses go one way, and the readings of the inputs,
 * worked out from the true nets, come back.
 */
export class Simulation {
  readonly controller: Controller;
  readonly plant: Plant;
  private readonly pressed = new Set<string>();
  private readonly local: Network;
  private readonly pulses: Float64Array[];
  private readonly readings: RawReading[];
  private readonly kept = new Map<string, RawReading[]>();
  private seen = -1;

  constructor(readonly input: SimulationInput) {
    this.controller = new Controller(input.settings);
    this.plant = new Plant(
      input.plant,
      input.plant.axes.map((a) => a.length * input.startShare),
    );
    const seeds = input.inputs.flatMap((t) => input.network.nodeOf.get(`${t.part}#${t.terminal}`) ?? []);
    this.local = networkAround(input.network, seeds);
    this.pulses = this.controller.axes.map((a) => a.pulses);
    this.readings = input.inputs.map(() => 0);
    this.readInputs();
  }

  /** Presses or releases a button by hand. A latching one stays as it is put. */
  press(device: string, down: boolean): void {
    if (down) this.pressed.add(device);
    else this.pressed.delete(device);
    this.seen = -1;
  }

  command(c: ControllerCommand): void {
    this.controller.command(c);
    if (c.type === 'power' && c.on)
      // Absolute encoders know the true place against the mark that was stored when the machine was set up.
      for (const [i, axis] of this.controller.axes.entries()) {
        const mark = this.plant.model.axes[i]!.storedMark;
        const drive = this.plant.model.drives.findIndex((d) => d.axis === i);
        if (mark !== undefined) this.controller.takeAbsolute(axis.settings.id, this.plant.place[drive]! + mark);
      }
  }

  private actuatedDevices(): string[] {
    const devices = this.plant.model.switches.flatMap((s, k) => (this.plant.actuated[k] ? [s.device] : []));
    return [...devices, ...this.pressed];
  }

  /** Evaluates the nets for the switches as they are; a situation that was met before is remembered. */
  private readInputs(): void {
    const devices = this.actuatedDevices();
    const key = devices.join(' ');
    let values = this.kept.get(key);
    if (!values) {
      const e = evaluate(this.local, { actuated: new Set(devices) });
      values = this.input.inputs.map((t): RawReading => {
        const r = e.readingAt(t);
        return r === 'high' ? 1 : r === 'low' ? 0 : -1;
      });
      this.kept.set(key, values);
    }
    for (let i = 0; i < values.length; i++) this.readings[i] = values[i]!;
    this.seen = this.plant.changes;
  }

  /** Advances by whole steps of `STEP_S`. */
  run(steps: number): void {
    const { controller, plant } = this;
    for (let i = 0; i < steps; i++) {
      if (this.seen !== plant.changes) this.readInputs();
      controller.step(STEP_S, this.readings);
      plant.step(this.pulses);
      for (let a = 0; a < plant.banged.length; a++)
        if (plant.banged[a]) {
          plant.banged[a] = 0;
          controller.doubt(controller.axes[a]!.settings.id);
        }
    }
  }

  /** What can be seen now; the events are those since the last look. */
  snapshot(): Snapshot {
    const { controller, plant } = this;
    return {
      timeS: controller.timeS,
      state: controller.state,
      axes: controller.axes.map((a, i) => ({
        id: a.settings.id,
        position: a.position,
        speed: a.speed,
        referenced: a.referenced,
        doubtful: a.doubtful,
        truePlaces: plant.model.drives.flatMap((d, k) => (d.axis === i ? [plant.place[k]!] : [])),
      })),
      inputs: controller.settings.inputs.map((input, i) => ({
        id: input.id,
        reading: this.readings[i]!,
        tripped: controller.tripped[i] === 1,
      })),
      actuated: this.actuatedDevices(),
      events: controller.events.splice(0),
    };
  }
}
