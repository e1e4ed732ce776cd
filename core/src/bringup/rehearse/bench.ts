import { searchProgram } from '../judging/searchProgram';
import type { SearchMoves } from '../judging/searchProgram';
import { Random } from '../../motion/plant/random';
import type { SimulationInput, Snapshot } from '../../motion/simulation/simulation';
import { Simulation } from '../../motion/simulation/simulation';
import { readProgram } from '../../program/reader';
import type { Made } from '../test';

/** A dial gauge and a rule in a steady hand: half width of what they are read to, mm. */
const GAUGE = 0.005;
const SETTLE = 300;
const MOST_STEPS = 400_000;
const STANDING = ['at-rest', 'at-rest-unknown', 'latched', 'no-power', 'paused'];

/**
 * A careful person at the simulated machine: switches it on, presses, moves and measures. Each test begins with a machine
 * that has no power, so that its readings hang on nothing but the machine and the seed.
 */
export class Bench {
  readonly sim: Simulation;
  readonly random: Random;
  private last: Snapshot | undefined;
  /** Everything that the control said and that happened since the beginning. */
  readonly events: Snapshot['events'] = [];
  readonly happenings: Snapshot['happenings'] = [];

  constructor(
    /** As the file has it. */
    readonly made: Made,
    readonly input: SimulationInput,
    seed: number,
  ) {
    this.random = new Random(seed);
    this.sim = new Simulation(input);
  }
  /** The same machine from the beginning, switched on and referenced, with settings of its own to be altered. */
  fresh(): Bench {
    const input = { ...this.input, settings: structuredClone(this.input.settings) };
    const bench = new Bench(this.made, input, this.random.below(1e9));
    bench.on();
    bench.reference();
    return bench;
  }
  get truth() {
    return this.input.truth;
  }
  look(): Snapshot {
    this.last = this.sim.snapshot();
    this.events.push(...this.last.events);
    this.happenings.push(...this.last.happenings);
    return this.last;
  }
  run(steps: number): this {
    this.sim.run(steps);
    this.look();
    return this;
  }
  press(device: string, down: boolean): this {
    this.sim.act({ type: 'press', device, down });
    return this.run(SETTLE);
  }
  /** Mains on, start button, and everything acknowledged that lets itself be. */
  on(): this {
    this.sim.act({ type: 'power', on: true });
    this.run(100);
    const reset = this.made.design.roles.resetButton;
    if (reset) this.press(reset, true).press(reset, false);
    if (this.look().state === 'latched') this.sim.act({ type: 'acknowledge' });
    return this.run(SETTLE);
  }
  settle(): this {
    for (let i = 0; i < MOST_STEPS && (i === 0 || !STANDING.includes(this.look().state)); i += 200) this.sim.run(200);
    return this.run(SETTLE);
  }
  /** Finds the datum of some axes, or of all. True where every one of them has it. */
  reference(axes?: string[]): boolean {
    this.sim.act(axes ? { type: 'reference', axes } : { type: 'reference' });
    this.settle();
    return this.look()
      .axes.filter((a) => !axes || axes.includes(a.id))
      .every((a) => a.referenced || this.methodOf(a.id) === 'none');
  }
  private methodOf = (axis: string) => this.input.settings.axes.find((a) => a.id === axis)?.reference.method;
  axis(id: string) {
    return this.look().axes.find((a) => a.id === id)!;
  }
  moveTo(axis: string, position: number): this {
    this.sim.act({ type: 'move', axis, position });
    return this.settle();
  }
  nudge(axis: string, distance: number): this {
    this.sim.act({ type: 'nudge', axis, distance });
    return this.settle();
  }
  motorsOf(axis: string): number[] {
    const { axes, motors } = this.sim.plant.model;
    return motors.flatMap((m, i) => (axes[m.axis]?.id === axis ? [i] : []));
  }
  motor(axis: string, drive: number) {
    return this.sim.plant.model.motors[this.motorsOf(axis)[drive]!]!;
  }
  /** Where a side of an axis truly stands from its minus stop, as a dial gauge tells it. */
  gauge(axis: string, drive = 0): number {
    const true_ = this.sim.plant.motors.carriage[this.motorsOf(axis)[drive]!]!;
    return Math.round((true_ + (this.random.next() * 2 - 1) * GAUGE) * 1000) / 1000;
  }
  /** Inputs that the control takes for tripped. */
  tripped(): string[] {
    return this.look()
      .inputs.filter((i) => i.tripped)
      .map((i) => i.id);
  }
  /** Inputs whose trips the control has told of since the beginning, however short they were. */
  tripsTold(): string[] {
    const { inputs } = this.input.settings;
    return this.events.flatMap(({ event: e }) =>
      e.code === 'stop-pressed'
        ? inputs.filter((i) => i.function === 'stop').map((i) => i.id)
        : e.code === 'door-opened'
          ? inputs.filter((i) => i.function === 'door').map((i) => i.id)
          : e.code === 'limit-tripped' || e.code === 'alarm-raised'
            ? inputs.filter((i) => i.title === e.input).map((i) => i.id)
            : [],
    );
  }
  /** An instrument's scatter around a figure, as a share of it. */
  around(value: number, share = 0.01): number {
    return value * (1 + (this.random.next() * 2 - 1) * share);
  }
  /** Loads a program and starts it. One that its own reader refuses is a mistake of whoever wrote the test. */
  start(text: string): this {
    const { settings } = this.input;
    const now = this.look();
    const { program, faults } = readProgram(
      text,
      {
        letters: settings.axes.map((a) => a.letter),
        linear: settings.axes.map((a) => a.linear),
        diameterX: settings.diameterX,
        words: settings.programWords,
        encoder: false,
        maxRpm: undefined,
      },
      {
        start: now.axes.map((a) => a.position),
        offsets: now.work.sets.map((s) => [...s]),
        active: now.work.active,
      },
    );
    if (faults[0]) throw new Error(faults[0].what);
    this.sim.act({ type: 'load', program });
    this.sim.act({ type: 'run' });
    return this;
  }
  /** Runs a program of the speed search and says whether the mark was met again, within what a gauge tells. */
  trial(axis: string, moves: SearchMoves, acceleration?: number): boolean {
    const { settings } = this.input;
    const i = settings.axes.findIndex((a) => a.id === axis);
    const own = this.sim.controller.settings.axes[i]!;
    own.maxSpeed = Math.max(own.maxSpeed, moves.speed);
    if (acceleration) own.acceleration = acceleration;
    this.moveTo(axis, moves.from);
    const before = this.gauge(axis);
    this.start(searchProgram(moves)).settle();
    if (this.look().state !== 'at-rest') return false;
    const [a, b] = this.motorsOf(axis);
    const racked = b !== undefined && Math.abs(this.gauge(axis, 0) - this.gauge(axis, 1)) > SKEW_SEEN;
    return a !== undefined && !racked && Math.abs(this.gauge(axis) - before) < MARK_MET;
  }
}
/** A mark is met again within this, mm or °: a lost step pattern is four full steps at the least. */
const MARK_MET = 0.03;
const SKEW_SEEN = 0.5;
