import type { ControllerInput } from '../../settings/controllerSettings';
import type { AxisMotion } from './axis';
import type { ControllerEvent } from './events';

/** The legs of a reference run by switch, in their order. */
type Leg = 'begin' | 'release' | 'fast' | 'back-off' | 'slow' | 'final-back-off' | 'done';

export interface ReferenceSense {
  /** The accepted state of an input: tripped or not. */
  tripped(inputIndex: number): boolean;
}

/** One axis finding its datum: release, fast approach, back-off, slow approach, back-off, datum. */
export class ReferenceRun {
  leg: Leg = 'begin';
  failed = false;
  private from = 0;
  private stopping = false;
  private tripPosition = 0;
  private readonly own: { index: number; drive: number | undefined }[];

  constructor(
    readonly axis: AxisMotion,
    inputs: readonly ControllerInput[],
    private readonly atSwitch: boolean,
  ) {
    const { id, reference } = axis.settings;
    this.own = inputs.flatMap((input, index) =>
      (input.function === 'reference' || input.function === 'limit-and-reference') &&
      input.axes.includes(id) &&
      (input.end === undefined || input.end === reference.towards)
        ? [{ index, drive: input.drive }]
        : [],
    );
  }

  /** Whether a limit input belongs to the leg that is under way and must not stop it. */
  masks(inputIndex: number): boolean {
    return this.leg !== 'done' && this.own.some((o) => o.index === inputIndex);
  }

  private get toHardStop(): boolean {
    return this.axis.settings.reference.method === 'hard-stop';
  }
  private get towards(): number {
    return this.axis.settings.reference.towards === 'plus' ? 1 : -1;
  }

  private start(leg: Leg, speed: number): void {
    this.leg = leg;
    this.from = this.axis.position;
    this.stopping = false;
    this.axis.held.fill(false);
    this.axis.wantedSpeed = speed;
    this.axis.target = NaN;
  }

  private backOff(leg: Leg): void {
    const { backOff, fastSpeed } = this.axis.settings.reference;
    this.start(leg, fastSpeed);
    // Measured from the trip point, not from where the ramp ended: a fast approach may run on further than the back-off.
    this.axis.target = this.tripPosition - this.towards * backOff;
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
    const { letter, linear, reference } = axis.settings;
    const { fastSpeed, slowSpeed, backOff, positionAtDatum, farthest } = reference;
    const tripped = (o: { index: number }) => sense.tripped(o.index);
    const travelled = Math.abs(axis.position - this.from);
    switch (this.leg) {
      case 'begin':
        if (reference.method === 'by-hand') {
          axis.rename(positionAtDatum);
          axis.referenced = true;
          this.leg = 'done';
          events.push({ code: 'datum-by-hand', letter });
        } else if (!(fastSpeed > 0) || !(slowSpeed > 0))
          this.fail({ code: 'reference-missed', letter, distance: 0, linear }, events);
        else if (this.toHardStop) this.start('slow', towards * fastSpeed);
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
      case 'slow': {
        // Each side of a gantry with inputs of its own stands as soon as its own switch trips; slowly, so that it can.
        const perSide = this.leg === 'slow' && this.own.length > 1 && this.own.every((o) => o.drive !== undefined);
        if (perSide) for (const o of this.own) if (tripped(o)) axis.held[o.drive!] = true;
        // Against a hard stop the motor slips at low current until the whole travel has surely been covered.
        const met = this.toHardStop
          ? travelled >= farthest
          : perSide
            ? this.own.every(tripped)
            : this.own.some(tripped);
        if (met && !this.stopping) {
          this.stopping = true;
          this.tripPosition = axis.position;
          axis.halt();
        }
        if (this.stopping) {
          if (axis.moving) return;
          // Sides that were held stand at their trip points: what the ramp added went to no motor.
          if (perSide) axis.position = this.tripPosition;
          if (this.leg === 'slow' && this.atSwitch) {
            const beyond = axis.position - this.tripPosition;
            axis.rename(positionAtDatum + beyond);
            this.tripPosition = positionAtDatum;
          }
          this.backOff(this.leg === 'fast' ? 'back-off' : 'final-back-off');
        } else if (travelled > farthest)
          this.fail({ code: 'reference-missed', letter, distance: travelled, linear }, events);
        return;
      }
      case 'back-off':
      case 'final-back-off':
        if (axis.moving) return;
        if (this.own.some(tripped)) {
          this.fail({ code: 'reference-stuck', letter, distance: backOff, linear }, events);
          return;
        }
        if (this.leg === 'back-off') this.start('slow', towards * slowSpeed);
        else {
          if (!this.atSwitch) axis.rename(positionAtDatum);
          axis.referenced = true;
          axis.doubtful = false;
          this.leg = 'done';
          events.push({ code: 'datum-set', letter, position: axis.position, linear });
        }
        return;
      case 'done':
        return;
    }
  }
}
