import { searchProgram, timedProgram } from '../../program/searchProgram';
import type { SearchMoves } from '../../program/searchProgram';
import { Random } from '../../motion/plant/random';
import type { SimulationInput, Snapshot } from '../../motion/simulation/simulation';
import { Simulation } from '../../motion/simulation/simulation';
import { readProgram } from '../../program/reader';
import { parksAtMark } from '../../machine/pulseSensor';
import { baseValue } from '../../units/quantity';
import type { Made } from '../made';

/** A dial gauge and a rule in a steady hand: half width of what they are read to, mm. */
const GAUGE = 0.005;
/** Beside a scribed line an eye sees this, mm or °. */
const EYE = 0.02;
/** A hand turns a shaft on in such parts of a turn while an eye is on a lamp. */
const PART_OF_TURN = 60;
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
  /**
   * Turns an axis that is referenced from a mark to it by hand, `off` beside it towards its datum corner, as well as an eye
   * does. Any other axis stays where it is.
   */
  park(axis: string, off: number): this {
    const design = this.made.design.axes[axis];
    const mark = design?.reference.markFromStop;
    if (!design || !mark || !parksAtMark(design.reference)) return this;
    const length = this.sim.plant.model.axes.find((a) => a.id === axis)!.length;
    const plus = design.reference.end === 'plus';
    const fromStop = baseValue(mark) - off + (this.random.next() * 2 - 1) * EYE;
    this.sim.act({ type: 'shove', axis, distance: (plus ? length - fromStop : fromStop) - this.gauge(axis) });
    return this.run(SETTLE);
  }
  /** Turns the shaft of an axis on by a third of a turn, so that its magnet is away from where it was. */
  turnOn(axis: string): this {
    const m = this.motor(axis, 0);
    const { length } = this.sim.plant.model.axes[m.axis]!;
    const by = m.indexTravel / 3;
    this.sim.act({ type: 'shove', axis, distance: this.gauge(axis) + by < length ? by : -by });
    return this.run(SETTLE);
  }
  /** Turns the shaft of an axis towards its datum corner until the lamp of its sensor has lit and gone dark again, or for a good turn. */
  pastPulse(axis: string, circuit: string): this {
    const { indexTravel } = this.motor(axis, 0);
    const by = (this.made.design.axes[axis]?.reference.end === 'plus' ? 1 : -1) * (indexTravel / PART_OF_TURN);
    let lit = false;
    for (let i = 0; i < 1.3 * PART_OF_TURN; i++) {
      const now = this.tripped().includes(circuit);
      if (lit && !now) break;
      lit ||= now;
      this.sim.act({ type: 'shove', axis, distance: by });
      this.run(50);
    }
    return this;
  }
  /** Finds the datum of some axes, or of all. True where every one of them has it; `parked`: those at a mark stand there. */
  reference(axes?: string[], parked = false): boolean {
    if (!parked) for (const { id } of this.input.settings.axes) if (!axes || axes.includes(id)) this.park(id, 0);
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
  /**
   * Runs a program of a search: whether the mark was met again, within what a gauge tells, and how long its timed part took.
   * `asTold`: the control is set for it first, as the test says; who forgets it runs at the control's own maximum.
   */
  trial(axis: string, moves: SearchMoves, asTold = true): { held: boolean; seconds: number } {
    const { settings } = this.input;
    const i = settings.axes.findIndex((a) => a.id === axis);
    const own = this.sim.controller.settings.axes[i]!;
    if (asTold) [own.maxSpeed, own.acceleration] = [Math.max(own.maxSpeed, moves.speed), moves.acceleration];
    this.moveTo(axis, moves.from);
    const before = this.gauge(axis);
    const seconds = this.timed(moves);
    if (this.look().state !== 'at-rest') return { held: false, seconds };
    this.start(searchProgram({ ...moves, passes: 0 })).settle();
    if (this.look().state !== 'at-rest') return { held: false, seconds };
    const [a, b] = this.motorsOf(axis);
    const racked = b !== undefined && Math.abs(this.gauge(axis, 0) - this.gauge(axis, 1)) > SKEW_SEEN;
    return { held: a !== undefined && !racked && Math.abs(this.gauge(axis) - before) < MARK_MET, seconds };
  }
  /** Runs the timed part of a trial and times it as a hand with a stopwatch does. */
  private timed(moves: SearchMoves): number {
    this.start(timedProgram(moves));
    const from = this.look().timeS;
    let to = from;
    for (let n = 0; n < MOST_STEPS && (n === 0 || !STANDING.includes(this.look().state)); n += LOOK) {
      this.sim.run(LOOK);
      to = this.sim.snapshot().timeS;
    }
    const [pauses, hand] = [2 * 3 + 1, (this.random.next() * 2 - 1) * 0.2];
    return Math.max(0, to - from - pauses + hand);
  }
}
/** How often a stopwatch is looked at, steps of a millisecond. */
const LOOK = 20;
/** A mark is met again within this, mm or °: a lost step pattern is four full steps at the least. */
const MARK_MET = 0.03;
const SKEW_SEEN = 0.5;
