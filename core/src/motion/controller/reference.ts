import type { ControllerInput } from '../../settings/controllerSettings';
import type { AxisMotion } from './axis';
import type { ControllerEvent } from './events';

/** The legs of a reference run by switch, in their order; the last four are those of a gantry only. */
export type Leg =
  | 'begin'
  | 'release'
  | 'fast'
  | 'back-off'
  | 'slow'
  | 'final-back-off'
  | 'first-side-back'
  | 'second-side'
  | 'first-side-again'
  | 'slave-offset'
  | 'done';

export interface ReferenceSense {
  /** The accepted state of an input: tripped or not. */
  tripped(inputIndex: number): boolean;
  /** How long ago it was accepted, s. */
  agoS(inputIndex: number): number;
  dt: number;
}

/** Turns of the index before the slow approach, so that one pulse at least is passed. */
const INDEX_RUN = 1.15;
/** A leg may last this many times as long as its way at its speed, and this much more, s. */
const LEG_TIME = { times: 2, plusS: 5 };

/**
 * One axis finding its datum: release, fast approach, back-off, slow approach, back-off, datum. The two sides of a gantry
 * do it together, each on its own switch, motor by motor on a shared input, or the master alone with a stored offset.
 */
export class ReferenceRun {
  leg: Leg = 'begin';
  failed = false;
  private from = 0;
  private legS = 0;
  private stopping = false;
  private tripPosition = 0;
  private firstTrip = 0;
  private begun = 0;
  private lastIndex = NaN;
  private readonly masked: ReadonlySet<number>;
  private readonly own: { index: number; drive: number | undefined }[];
  /** Inputs that take the pulse of a sensor on a shaft of this axis, and whether it was there at the last look. */
  private readonly pulses: { index: number; was: boolean }[];

  constructor(
    readonly axis: AxisMotion,
    inputs: readonly ControllerInput[],
    private readonly atSwitch: boolean,
  ) {
    const { id, reference } = axis.settings;
    const all = inputs.flatMap((input, index) =>
      (input.function === 'reference' || input.function === 'limit-and-reference') &&
      input.axes.includes(id) &&
      (input.end === undefined || input.end === reference.towards)
        ? [{ index, drive: input.drive }]
        : [],
    );
    // From a mark no switch is sought: a limit on the way is a limit.
    this.masked = new Set(this.fromMark ? [] : all.map((o) => o.index));
    const pulses = inputs.flatMap((input, index) =>
      input.function === 'index' && input.axes.includes(id) ? [{ index, drive: undefined }] : [],
    );
    this.pulses = this.fromMark ? [] : pulses.map(({ index }) => ({ index, was: true }));
    this.own = this.fromMark ? pulses : reference.sides === 'stored-offset' ? all.filter((o) => o.drive !== 1) : all;
  }

  /** Whether a limit input belongs to the leg that is under way and must not stop it. */
  masks(inputIndex: number): boolean {
    return this.leg !== 'done' && this.masked.has(inputIndex);
  }
  /** The encoder has given its index pulse at this commanded position. */
  sawIndex(position: number): void {
    // What comes after the trip is the next turn's.
    if (!this.stopping) this.lastIndex = position;
  }

  private get settings() {
    return this.axis.settings.reference;
  }
  private get toHardStop(): boolean {
    return this.settings.method === 'hard-stop';
  }
  /** Parked at a mark by eye: the next pulse of a shaft is the datum. */
  private get fromMark(): boolean {
    return this.settings.method === 'mark-and-index';
  }
  private get towards(): number {
    return this.settings.towards === 'plus' ? 1 : -1;
  }

  private start(leg: Leg, speed: number): void {
    this.leg = leg;
    this.from = this.axis.position;
    this.legS = 0;
    this.stopping = false;
    this.axis.held.fill(false);
    this.axis.wantedSpeed = speed;
    this.axis.target = NaN;
  }
  private go(leg: Leg, to: number, speed: number, held: number | undefined): void {
    this.start(leg, speed);
    this.axis.target = to;
    if (held !== undefined) this.axis.held[held] = true;
  }

  private backOff(leg: Leg): void {
    const { backOff, indexDistance, indexPitch } = this.settings;
    // The slow approach has to pass an index pulse for sure.
    const way = leg === 'back-off' && indexDistance > 0 ? Math.max(backOff, INDEX_RUN * indexPitch) : backOff;
    // Measured from the trip point, not from where the ramp ended: a fast approach may run on further than the back-off.
    this.go(leg, this.tripPosition - this.towards * way, this.settings.fastSpeed, undefined);
  }

  private fail(event: ControllerEvent, events: ControllerEvent[]): void {
    this.failed = true;
    this.axis.halt();
    this.axis.held.fill(false);
    events.push(event);
  }

  /** Looks at the inputs and decides what the axis does next. Called once a step, before the axis moves. */
  step(sense: ReferenceSense, events: ControllerEvent[]): void {
    const { axis, towards } = this;
    const { letter, linear } = axis.settings;
    const { method, fastSpeed, slowSpeed, backOff, positionAtDatum, farthest } = this.settings;
    const tripped = (o: { index: number }) => sense.tripped(o.index);
    const travelled = Math.abs(axis.position - this.from);
    this.legS += sense.dt;
    for (const p of this.pulses) {
      const now = sense.tripped(p.index);
      if (now && !p.was) this.sawIndex(axis.earlier(sense.agoS(p.index), sense.dt));
      p.was = now;
    }
    switch (this.leg) {
      case 'begin':
        if (method === 'by-hand') {
          axis.rename(positionAtDatum);
          this.finish(events, { code: 'datum-by-hand', letter });
        } else if (!(fastSpeed > 0) || !(slowSpeed > 0))
          this.fail({ code: 'reference-missed', letter, distance: 0, linear }, events);
        else if (this.toHardStop) this.start('slow', towards * fastSpeed);
        else if (this.fromMark && this.own.some(tripped)) this.fail({ code: 'parked-on-pulse', letter }, events);
        else if (this.fromMark) this.start('slow', towards * slowSpeed);
        else if (this.own.some(tripped)) this.start('release', -towards * slowSpeed);
        else this.start('fast', towards * fastSpeed);
        return;
      case 'release':
        if (!this.own.some(tripped)) {
          if (!this.stopping) events.push({ code: 'reference-released', letter });
          this.stopping = true;
          axis.halt();
          if (!axis.moving) this.start('fast', towards * fastSpeed);
        } else if (travelled > farthest)
          this.fail({ code: 'reference-stuck', letter, distance: travelled, linear }, events);
        return;
      case 'fast':
      case 'slow':
        return this.approach(sense, travelled, events);
      case 'back-off':
      case 'final-back-off':
        if (axis.moving) return;
        // Behind a pulse lies the one of the turn before: whether the axis rests on that says nothing.
        if (!this.fromMark && this.own.some(tripped)) {
          this.fail({ code: 'reference-stuck', letter, distance: backOff, linear }, events);
          return;
        }
        if (this.leg === 'back-off') {
          this.begun = axis.position;
          this.lastIndex = NaN;
          this.start('slow', towards * slowSpeed);
          if (this.settings.sides === 'motor-by-motor' && axis.held.length > 1) axis.held[1] = true;
        } else this.atDatum(events);
        return;
      case 'first-side-back':
        if (axis.moving) return;
        this.start('second-side', towards * slowSpeed);
        axis.held[0] = true;
        return;
      case 'second-side':
        return this.secondSide(sense, travelled, events);
      case 'first-side-again':
        if (axis.moving) return;
        axis.held.fill(false);
        this.tripPosition = axis.position;
        return this.met();
      case 'slave-offset':
        if (axis.moving) return;
        axis.held.fill(false);
        axis.rename(axis.position - this.settings.slaveOffset);
        return this.finish(events, { code: 'datum-set', letter, position: axis.position, linear });
      case 'done':
        return;
    }
  }

  private approach(sense: ReferenceSense, travelled: number, events: ControllerEvent[]): void {
    const { axis } = this;
    const { letter, linear } = axis.settings;
    const { farthest, skewLimit } = this.settings;
    const tripped = (o: { index: number }) => sense.tripped(o.index);
    // Each side of a gantry with inputs of its own stands as soon as its own switch trips; slowly, so that it can.
    const perSide =
      this.settings.sides === 'each-own-switch' &&
      this.leg === 'slow' &&
      this.own.length > 1 &&
      this.own.every((o) => o.drive !== undefined);
    if (perSide) {
      for (const o of this.own)
        if (tripped(o) && !axis.held[o.drive!]) {
          axis.held[o.drive!] = true;
          this.firstTrip ||= axis.position;
        }
      if (this.own.some(tripped) && !this.own.every(tripped) && Math.abs(axis.position - this.firstTrip) > skewLimit) {
        this.fail({ code: 'gantry-skewed', letter, distance: skewLimit }, events);
        return;
      }
    }
    // Against a hard stop the motor slips at low current until the whole travel has surely been covered.
    const met = this.toHardStop ? travelled >= farthest : perSide ? this.own.every(tripped) : this.own.some(tripped);
    if (met && !this.stopping) {
      this.stopping = true;
      const last = this.own.filter(tripped).map((o) => sense.agoS(o.index));
      this.tripPosition = this.toHardStop || perSide ? axis.position : axis.earlier(Math.min(...last), sense.dt);
      axis.halt();
    }
    if (this.stopping) {
      if (axis.moving) return;
      // Sides that were held stand at their trip points: what the ramp added went to no motor.
      if (perSide) axis.position = this.tripPosition;
      if (this.leg === 'fast') return this.backOff('back-off');
      if (this.settings.sides === 'motor-by-motor' && axis.held.length > 1) {
        this.firstTrip = this.tripPosition;
        this.go('first-side-back', this.begun, this.settings.slowSpeed, 1);
        return;
      }
      this.met();
    } else if (travelled > farthest || this.late())
      this.fail(
        { code: this.fromMark ? 'pulse-missed' : 'reference-missed', letter, distance: travelled, linear },
        events,
      );
  }
  private late(): boolean {
    const { farthest, fastSpeed, slowSpeed } = this.settings;
    const speed = this.leg === 'fast' || this.toHardStop ? fastSpeed : slowSpeed;
    return this.legS > LEG_TIME.plusS + (LEG_TIME.times * farthest) / speed;
  }

  /** The second motor of a gantry finds the shared switch while the first stands where it began. */
  private secondSide(sense: ReferenceSense, travelled: number, events: ControllerEvent[]): void {
    const { axis } = this;
    const { letter } = axis.settings;
    const { skewLimit } = this.settings;
    if (!this.stopping && this.own.some((o) => sense.tripped(o.index))) {
      this.stopping = true;
      axis.held[1] = true;
      axis.halt();
    } else if (!this.stopping && travelled > skewLimit + this.settings.backOff)
      return this.fail({ code: 'gantry-skewed', letter, distance: skewLimit }, events);
    if (!this.stopping || axis.moving) return;
    // The second side stands at its mark; the first goes forward to its own.
    axis.rename(this.begun);
    this.go('first-side-again', this.firstTrip, this.settings.slowSpeed, 1);
  }

  /** The slow approach has met its mark: the datum is at the trip point, or comes after the last back-off. */
  private met(): void {
    const { axis } = this;
    const { positionAtDatum, indexDistance } = this.settings;
    // The index pulse is the finer mark: the trip point is where it should be after it.
    if (indexDistance > 0 && !Number.isNaN(this.lastIndex))
      this.tripPosition = this.lastIndex + this.towards * indexDistance;
    if (this.atSwitch) {
      const beyond = axis.position - this.tripPosition;
      axis.rename(positionAtDatum + beyond);
      this.tripPosition = positionAtDatum;
    }
    this.backOff('final-back-off');
  }
  private atDatum(events: ControllerEvent[]): void {
    const { axis } = this;
    const { letter, linear } = axis.settings;
    const { sides, slaveOffset, positionAtDatum } = this.settings;
    if (!this.atSwitch) axis.rename(positionAtDatum);
    if (sides === 'stored-offset' && axis.held.length > 1 && slaveOffset !== 0) {
      this.go('slave-offset', axis.position + slaveOffset, this.settings.slowSpeed, 0);
      return;
    }
    this.finish(events, { code: 'datum-set', letter, position: axis.position, linear });
  }
  private finish(events: ControllerEvent[], event: ControllerEvent): void {
    this.axis.referenced = true;
    this.axis.doubtful = false;
    this.leg = 'done';
    events.push(event);
  }
}
