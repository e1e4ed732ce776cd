import { TURN_DEG, withinTurn } from '../../units/turns';
import type { PlantDrawbar, PlantIndexed, PlantTurret } from './model';
import type { Motors } from './motors';

/** A pawl drops behind its station once the head is so far beyond it, as a share of the way to the next. */
export const PAWL_DROPS = 0.06;
/** A sensor sees its magnet from before the station to well beyond it, as a share of that way. */
const SEEN_FROM = -0.03;
const SEEN_TO = 0.35;
/** A head this near to its lock is in it. */
const IN_LOCK = 0.004;

/** A head that turns on over a pawl, and back against it. Stations are counted from 0 here. */
export class TurretHead {
  /** Turned from station 0, in stations: from 0 up to their number and a little. */
  at: number;
  /** The station behind which the pawl has dropped last: it goes back no further. */
  private pawl: number;

  /** Where the lock is: a spring draws the head to the nearest station. */
  private get lock(): number {
    return this.model.spring ? Math.round(this.at) : this.pawl;
  }

  constructor(
    private readonly model: PlantTurret,
    start: number,
  ) {
    this.at = this.pawl = start;
  }

  /** `turns`: 1 on, −1 back, 0 with the motor off. True where a sensor sees something else than before. */
  step(turns: 1 | 0 | -1, dt: number): boolean {
    const { stations, stationS, spring } = this.model;
    if (turns === 0 && (!spring || this.at === this.lock)) return false;
    const before = this.sees();
    const way = dt / stationS;
    if (turns > 0) {
      this.at += way;
      const dropped = Math.floor(this.at - PAWL_DROPS + 1e-9);
      if (dropped > this.pawl) this.pawl = dropped;
      if (this.at >= stations && this.pawl >= stations) {
        this.at -= stations;
        this.pawl -= stations;
      }
    } else if (turns < 0) this.at = Math.max(this.pawl, this.at - way);
    else this.at += Math.max(-way, Math.min(way, this.lock - this.at));
    return this.sees() !== before;
  }
  get locked(): boolean {
    return Math.abs(this.at - this.lock) < IN_LOCK;
  }
  /** The station whose magnet is seen; undefined between them. */
  private get seen(): number | undefined {
    const k = Math.floor(this.at - SEEN_FROM);
    return this.at - k <= SEEN_TO ? k % this.model.stations : undefined;
  }
  private sees = (): string => `${this.seen ?? '-'}${this.locked ? 'l' : ''}`;

  /** The sensors that see something. */
  actuated(): string[] {
    const { marks, counts, locked } = this.model;
    const { seen } = this;
    const of =
      seen === undefined ? [] : counts ? [...marks[0]!, ...(seen === 0 ? marks[1]! : [])] : (marks[seen] ?? []);
    return this.locked ? [...of, ...locked] : of;
  }
}

/** A head that an axis turns. Its sensor sees the clamp closed. */
export class IndexedHead {
  clamped = false;

  constructor(
    private readonly model: PlantIndexed,
    private readonly motors: Motors,
  ) {}

  /** True where its sensor sees something else than before. */
  step(timeS: number): boolean {
    const now = this.motors.clamped(this.model.motor, timeS);
    if (now === this.clamped) return false;
    this.clamped = now;
    return this.model.locked.length > 0;
  }
  /** Where it truly is, °. */
  get deg(): number {
    return this.motors.carriage[this.model.motor]!;
  }
  /** Turned from there, in stations. */
  stationsFrom(zeroDeg: number): number {
    return (withinTurn(this.deg - zeroDeg) * this.model.stations) / TURN_DEG;
  }
  actuated(): readonly string[] {
    return this.clamped ? this.model.locked : NOTHING;
  }
}

const NOTHING: readonly string[] = [];
/** A drawbar between held (0) and released (1). */
export class DrawbarTravel {
  share = 0;

  constructor(private readonly model: PlantDrawbar) {}

  /** True where a sensor sees something else than before. */
  step(released: boolean, dt: number): boolean {
    const { releaseS, clampS } = this.model;
    if (this.share === (released ? 1 : 0)) return false;
    const before = this.actuated();
    this.share = released ? Math.min(1, this.share + dt / releaseS) : Math.max(0, this.share - dt / clampS);
    return this.actuated() !== before;
  }
  get held(): boolean {
    return this.share <= 0.02;
  }
  actuated(): readonly string[] {
    return this.share >= 0.98 ? this.model.open : this.held ? this.model.clamped : NOTHING;
  }
}
