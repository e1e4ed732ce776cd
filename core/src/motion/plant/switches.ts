import type { Happening } from './happenings';
import type { PlantSwitch } from './model';
import type { Motors } from './motors';
import type { Random } from './random';

/** A change of a contact at a moment inside a step. */
export interface ContactEdge {
  t: number;
  switchIndex: number;
  on: boolean;
}

/** Beyond its repeatability a switch never trips: three times the spread that its sheet gives. */
const TRIPS_WITHIN = 1;
/** From here past the trip point a switch is asked whether it bears it, mm. */
const OVER_PRESSED = 0.1;

/**
 * How deep a turning magnet stands in front of its sensor, counted as travel: above zero while it is seen, from the edge that
 * comes first on the way to the end of the switch; below zero to the nearer edge while it is not.
 */
export function insidePulse(past: number, { travel, width }: { travel: number; width: number }): number {
  const on = past - Math.floor(past / travel) * travel;
  return on <= width ? Math.min(on, width - on) : -Math.min(on - width, travel - on);
}

/** The switches on the axes: where they trip, how they let go later, how they bounce, and what crushes them. */
export class Switches {
  readonly actuated: Uint8Array;
  /** Edges of the last step, in the order of time; each counts once it is applied. */
  readonly edges: ContactEdge[] = [];
  /** Edges of a bounce that are still to come, in the order of time. */
  private readonly coming: ContactEdge[] = [];
  private readonly at: Float64Array;
  private readonly crushed: Uint8Array;
  /** The motors that may trip a switch: two of a gantry, or the same one twice. */
  private readonly first: Int32Array;
  private readonly second: Int32Array;
  /** What a switch of each state looks at: its own trip, or its hysteresis. */
  private readonly release: Float64Array;

  constructor(
    readonly switches: readonly PlantSwitch[],
    private readonly motors: Motors,
    private readonly random: Random,
    private readonly happenings: Happening[],
  ) {
    this.actuated = new Uint8Array(switches.length);
    this.crushed = new Uint8Array(switches.length);
    this.at = Float64Array.from(switches, (s) => s.at);
    this.release = Float64Array.from(switches, (s) => -s.hysteresis);
    this.first = Int32Array.from(switches, (s) => s.motors[0] ?? 0);
    this.second = Int32Array.from(switches, (s) => s.motors[1] ?? s.motors[0] ?? 0);
    for (let k = 0; k < switches.length; k++) this.actuated[k] = this.pastTrip(k, this.motors.carriage) > 0 ? 1 : 0;
  }

  /** How far the nearer carriage stands past the trip point of a switch; negative before it. */
  private pastTrip(k: number, places: Float64Array): number {
    const a = places[this.first[k]!]!;
    const b = places[this.second[k]!]!;
    const at = this.at[k]!;
    const s = this.switches[k]!;
    const past = s.plusEnd ? (a > b ? a : b) - at : at - (a < b ? a : b);
    return s.turn ? insidePulse(past, s.turn) : past;
  }

  /** Looks at where the carriages went in a step that ended at `timeS`. */
  step(timeS: number, dt: number): void {
    if (this.edges.length) this.edges.length = 0;
    if (this.motors.moved) {
      const { carriage } = this.motors;
      for (let k = 0; k < this.at.length; k++) {
        const now = this.pastTrip(k, carriage);
        // Most switches are far away: free and not reached, or pressed and not yet let go.
        if (this.actuated[k] === 1 ? now <= this.release[k]! || now > OVER_PRESSED : now >= 0)
          this.look(k, now, timeS, dt);
      }
    }
    while (this.coming.length && this.coming[0]!.t <= timeS) this.take(this.coming.shift()!);
    if (this.edges.length > 1) this.edges.sort((a, b) => a.t - b.t);
  }

  private look(k: number, now: number, timeS: number, dt: number): void {
    const s = this.switches[k]!;
    const was = this.actuated[k] === 1;
    const level = was ? -s.hysteresis : 0;
    const on = was ? now > level : now >= level;
    if (was && now > s.overTravel && !this.crushed[k]) {
      this.crushed[k] = 1;
      this.happenings.push({ t: timeS, kind: 'switch crushed', switchIndex: k, beyond: now - s.overTravel });
    }
    // A bent actuator stays where it was pressed to.
    if (this.crushed[k]) return;
    if (on === was || this.coming.some((e) => e.switchIndex === k)) return;
    const before = this.pastTrip(k, this.motors.before);
    const share = now === before ? 1 : Math.min(1, Math.max(0, (level - before) / (now - before)));
    const t = timeS - dt + share * dt;
    // Each trip falls a little elsewhere.
    if (!on && s.repeatability > 0) this.at[k] = s.at + this.spread() * s.repeatability;
    this.take({ t, switchIndex: k, on });
    if (s.bounceS > 0) this.bounce(k, t, on, s.bounceS);
  }
  private spread(): number {
    return Math.min(TRIPS_WITHIN, Math.max(-TRIPS_WITHIN, this.random.bell() / 3));
  }
  private take(e: ContactEdge): void {
    this.edges.push(e);
  }
  /** Lets an edge of the last step count; false where the contact was there already. */
  apply(e: ContactEdge): boolean {
    if ((this.actuated[e.switchIndex] === 1) === e.on) return false;
    this.actuated[e.switchIndex] = e.on ? 1 : 0;
    return true;
  }
  /** A contact opens and closes a few times before it rests. */
  private bounce(k: number, t: number, on: boolean, bounceS: number): void {
    const pairs = 1 + this.random.below(3);
    for (let i = 0; i < pairs; i++) {
      const start = t + (bounceS * (i + 0.2 + 0.5 * this.random.next())) / (pairs + 0.7);
      const length = (bounceS / (pairs + 0.7)) * (0.1 + 0.15 * this.random.next());
      this.coming.push({ t: start, switchIndex: k, on: !on }, { t: start + length, switchIndex: k, on });
    }
    this.coming.sort((a, b) => a.t - b.t);
  }
}
