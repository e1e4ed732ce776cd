import type { Happening } from './happenings';
import type { PlantAxis, PlantMotor } from './model';
import { PLANT } from './model';

/** How a motor stands to its command. */
const LOCKED = 0;
/** Out of step: the field runs away from the rotor. */
const SLIPPING = 1;
/** Without torque: no supply, not enabled, or its drive has given up. */
const FREE = 2;
/** A closed loop that has not torque enough to keep up. */
const LAGGING = 3;

/** Torque against a brake that is clamped counts as this many N·m for a motor whose curve is not known. */
const UNKNOWN_BRAKE_NM = 1e6;
/** A closed loop follows its command with this lag, s. */
const LOOP_LAG_S = 0.002;
/** How quickly a lagging loop wants to catch up, 1/s. */
const CATCH_UP_PER_S = 25;
/** A free side of a gantry swings on its frame: its steps are divided, so that the swing stays true. */
const SUB_STEPS = 8;
/** The voltage of a supply that gives way never falls below this share, and follows the load this quickly, s. */
const LEAST_SHARE = 0.35;
const SAG_TIME_S = 0.01;
/** Rotor and field give way to each other: a jolt of the command spreads over this long, s. */
const ELASTIC_S = 0.005;
/** A clamp that slips rarely grips alike both ways. */
const GRIPS_BACK = 0.5;
/** Load angle at the shaft, as a share of a cycle for each part of the torque. */
const LOAD_ANGLE = 1 / (2 * Math.PI);
/** Below this acceleration, in travel per s², a standing motor has settled. */
const RESTING = 1;
/** The same motor tells of a new stall only after this long, s. */
const STALL_QUIET_S = 0.25;

/**
 * The motors with their slides: each follows its pulses while its torque is enough, falls out of step when it is not,
 * and locks again in whole electrical cycles. Load angle is quasi-static; forces between the sides of a gantry act with
 * the skew of the step before.
 */
export class Motors {
  /** Of the motor’s side, and of the carriage behind coupling and backlash; from the minus hard stop. */
  readonly place: Float64Array;
  readonly carriage: Float64Array;
  /** Of the carriage one step ago, for what happens in between. */
  readonly before: Float64Array;
  readonly speed: Float64Array;
  /** Torque in use over the torque there is: 1 at the edge of a stall. */
  readonly load: Float64Array;
  readonly mode: Uint8Array;
  readonly alarm: Uint8Array;
  /** Set from outside: whether a motor has its supply and is enabled, and whether its brake is released. */
  readonly fed: Uint8Array;
  readonly released: Uint8Array;
  /** Counts up when an alarm comes or goes. */
  changes = 0;
  /** Voltage of each motor bus as a share of its nominal one, and the lowest of them. */
  private readonly shares: Float64Array;
  busShare = 1;
  /** Whether anything moved in the last step. */
  moved = false;
  /** Somebody has pushed a carriage since: switches are looked at again. */
  private shoved = false;
  // What a step hands on stands in fields: a number that is passed on as an argument is put on the heap for it.
  private nowS = 0;
  /** What each motor bus gives at the moment, W. */
  private readonly powerW: Float64Array;
  private readonly busOf: Uint8Array;

  private readonly sent: Float64Array;
  private readonly origin: Float64Array;
  private readonly commanded: Float64Array;
  private readonly acceleration: Float64Array;
  private readonly coupled: Float64Array;
  private readonly brakeFreeAt: Float64Array;
  private readonly toldAt: Float64Array;
  /** When each motor was last seen to turn its axis against its clamp. */
  private readonly draggedAt: Float64Array;
  private readonly fellFrom: Float64Array;
  private readonly slippedFrom: Float64Array;
  private readonly partner: Int32Array;
  private readonly lengths: Float64Array;
  /** The first motor of each gantry. */
  private readonly firsts: number[];
  private readonly tables: Float64Array[];
  private readonly rpmInverse: Float64Array;
  private readonly pullIn: Float64Array;
  private readonly racked: Uint8Array;
  private readonly sagTold: Uint8Array;

  constructor(
    readonly motors: readonly PlantMotor[],
    readonly axes: readonly PlantAxis[],
    private readonly busW: readonly number[],
    start: readonly number[],
    private readonly happenings: Happening[],
  ) {
    const n = motors.length;
    const floats = () => new Float64Array(n);
    this.place = Float64Array.from(motors, (m) => start[m.axis] ?? 0);
    this.carriage = Float64Array.from(this.place);
    this.before = Float64Array.from(this.place);
    this.origin = Float64Array.from(this.place);
    [this.speed, this.load, this.sent, this.commanded, this.coupled] = [
      floats(),
      floats(),
      floats(),
      floats(),
      floats(),
    ];
    [this.brakeFreeAt, this.fellFrom, this.slippedFrom] = [floats(), floats(), floats()];
    this.acceleration = floats();
    this.toldAt = floats().fill(-Infinity);
    this.draggedAt = floats().fill(-Infinity);
    this.fellFrom.fill(NaN);
    this.mode = new Uint8Array(n).fill(FREE);
    this.alarm = new Uint8Array(n);
    this.fed = new Uint8Array(n);
    this.released = new Uint8Array(n);
    this.racked = new Uint8Array(axes.length);
    // Before anything is switched on, what holds by springs holds.
    this.brakeFreeAt.fill(-Infinity);
    this.partner = Int32Array.from(motors, (m, i) => motors.findIndex((o, k) => k !== i && o.axis === m.axis));
    this.firsts = motors.flatMap((_, i) => (this.partner[i]! > i ? [i] : []));
    this.lengths = Float64Array.from(motors, (m) => axes[m.axis]!.length);
    this.tables = motors.map((m) => Float64Array.from(m.torqueNm.length ? m.torqueNm : [Infinity]));
    this.rpmInverse = Float64Array.from(motors, (m) => 60 / m.travelPerRev / m.rpmStep);
    this.pullIn = Float64Array.from(motors, pullInSpeed);
    this.busOf = Uint8Array.from(motors, (m) => m.bus);
    this.shares = new Float64Array(busW.length).fill(1);
    this.powerW = new Float64Array(busW.length);
    this.sagTold = new Uint8Array(busW.length);
  }

  /** Pull-out torque of a motor at a speed, N·m, at the voltage that the supply gives. */
  torqueAt(m: number, speed: number): number {
    const table = this.tables[m]!;
    let x = (speed < 0 ? -speed : speed) * this.rpmInverse[m]!;
    if (this.busShare !== 1) x /= this.shares[this.busOf[m]!]!;
    const i = x | 0;
    if (i >= table.length - 1) return table.length > 1 ? 0 : table[0]!;
    const low = table[i]!;
    return low + (table[i + 1]! - low) * (x - i);
  }

  /** Sets whether a motor has torque and whether its brake has current, from the nets. */
  power(m: number, fed: boolean, released: boolean, timeS: number): void {
    if (released !== (this.released[m] === 1)) {
      this.released[m] = released ? 1 : 0;
      const { brakeReleaseS, brakeCloseS } = this.motors[m]!;
      this.brakeFreeAt[m] = timeS + (released ? brakeReleaseS : brakeCloseS);
    }
    if (fed === (this.fed[m] === 1)) return;
    this.fed[m] = fed ? 1 : 0;
    if (!fed && this.alarm[m]) {
      this.alarm[m] = 0;
      this.changes++;
    }
    if (fed) this.lockAgain(m);
    else this.letGo(m);
  }
  /** Somebody or something moves a carriage that nothing holds, or forces one that is held. */
  shove(m: number, distance: number): void {
    const length = this.axes[this.motors[m]!.axis]!.length;
    const to = Math.min(length, Math.max(0, this.place[m]! + distance));
    this.origin[m]! += to - this.place[m]!;
    this.place[m] = to;
    this.carriage[m] = to;
    this.shoved = true;
  }
  /** Whether a brake clamps, after its own delay. */
  clamped(m: number, timeS: number): boolean {
    if (this.motors[m]!.brake === undefined) return false;
    return (this.released[m] === 1) === timeS < this.brakeFreeAt[m]!;
  }

  /** Follows the pulses of every motor; `pulses[axis][index]` are those sent since power-on, fractions as their phase. */
  step(pulses: readonly Float64Array[], timeS: number, dt: number): void {
    const { motors, mode: modes, sent, commanded, acceleration, before, carriage } = this;
    const perS = 1 / dt;
    const elastic = dt / ELASTIC_S;
    let moved = this.shoved;
    this.shoved = false;
    this.nowS = timeS;
    for (let b = 0; b < this.powerW.length; b++) this.powerW[b] = 0;
    for (let m = 0; m < motors.length; m++) {
      const motor = motors[m]!;
      const p = pulses[motor.axis]![motor.index]!;
      const dp = p - sent[m]!;
      before[m] = carriage[m]!;
      const mode = modes[m]!;
      if (mode === LOCKED && dp === 0 && commanded[m] === 0 && acceleration[m] === 0) continue;
      if (mode === FREE && this.speed[m] === 0 && this.rests(m, timeS)) {
        sent[m] = p;
        this.origin[m]! -= (Math.round(p) - Math.round(p - dp)) * motor.travelPerPulse;
        continue;
      }
      moved = true;
      this.powerW[motor.bus]! += motor.copperW;
      sent[m] = p;
      const v = dp * motor.travelPerPulse * perS;
      const was = acceleration[m]!;
      const smooth = was + ((v - commanded[m]!) * perS - was) * elastic;
      commanded[m] = v;
      acceleration[m] = dp === 0 && smooth < RESTING && smooth > -RESTING ? 0 : smooth;
      if (mode === LOCKED) this.follow(motor, m);
      else if (mode === LAGGING) this.powerW[motor.bus]! += this.catchUp(m, p, v, timeS, dt);
      else {
        if (mode === FREE) this.origin[m]! -= dp * motor.travelPerPulse;
        this.drift(m, timeS, dt);
        if (mode === SLIPPING) this.mayLock(m, v, timeS);
      }
      if (motor.backlash === 0 && this.coupled[m] === 0) carriage[m] = this.place[m]!;
      else this.takeCarriage(m);
    }
    this.moved = moved;
    if (moved || this.busShare < 1) this.afterMotion(timeS, dt);
  }

  private rackNm(m: number): number {
    const other = this.partner[m]!;
    if (other < 0) return 0;
    const motor = this.motors[m]!;
    return this.axes[motor.axis]!.rackingNPerMm * (this.carriage[m]! - this.carriage[other]!) * motor.leverNmPerN;
  }

  /** In step: the motor is where its pulses put it, less its load angle. Adds its mechanical power. */
  private follow(motor: PlantMotor, m: number): void {
    const v = this.commanded[m]!;
    let need = motor.inertiaNm * this.acceleration[m]!;
    if (v > 0) need += motor.weightPlusNm + motor.frictionNm;
    else if (v < 0) need += motor.weightMinusNm - motor.frictionNm;
    else need += motor.weightPlusNm;
    if (this.partner[m]! >= 0) need += this.rackNm(m);
    const held = motor.brake !== undefined && v !== 0 && this.clamped(m, this.nowS);
    if (held) need += Math.sign(v) * this.brakeNm(m);
    const size = need < 0 ? -need : need;
    const left = this.torqueAt(m, v);
    const share = size / left;
    this.load[m] = share;
    if (!(share <= 1)) {
      this.loseStep(m, v, size, left, this.nowS);
      return;
    }
    if (held && motor.brakeHoldsNm > 0) this.drag(m, size);
    const angle = (need < 0 ? -share : share) * (1 + share * share * 0.1667) * LOAD_ANGLE;
    const lag = motor.cycle > 0 ? angle * motor.cycle : v * LOOP_LAG_S;
    let place = this.origin[m]! + Math.floor(this.sent[m]! + 0.5) * motor.travelPerPulse - lag;
    const length = this.lengths[m]!;
    this.speed[m] = v;
    if (place < 0 || place > length) {
      place = this.againstStop(m, place, length, v, this.nowS);
      if (this.mode[m] !== LOCKED) this.speed[m] = 0;
    }
    // A coupling that slips lets the shaft turn on without the carriage.
    if (size > motor.couplingNm)
      this.coupled[m]! -= (place - this.place[m]!) * (1 - motor.couplingNm / size) * (v > 0 ? 1 : GRIPS_BACK);
    this.place[m] = place;
    this.powerW[motor.bus]! += (size * (v < 0 ? -v : v) * 2 * Math.PI) / motor.travelPerRev;
  }

  /** A motor that is strong enough turns its axis all the same: told once, until it has rested. */
  private drag(m: number, neededNm: number): void {
    if (this.nowS - this.draggedAt[m]! > STALL_QUIET_S)
      this.happenings.push({ t: this.nowS, kind: 'dragged', motor: m, neededNm });
    this.draggedAt[m] = this.nowS;
  }
  private brakeNm(m: number): number {
    const { brakeHoldsNm } = this.motors[m]!;
    if (brakeHoldsNm > 0) return brakeHoldsNm;
    const table = this.tables[m]!;
    return table.length > 1 ? PLANT.brakeHolds * table[0]! : UNKNOWN_BRAKE_NM;
  }

  private loseStep(m: number, v: number, needed: number, left: number, timeS: number): void {
    const motor = this.motors[m]!;
    this.mode[m] = motor.cycle > 0 ? SLIPPING : LAGGING;
    this.slippedFrom[m] = this.origin[m]!;
    if (timeS - this.toldAt[m]! > STALL_QUIET_S)
      this.happenings.push({
        t: timeS,
        kind: 'stall',
        motor: m,
        neededNm: needed,
        leftNm: left,
        rpm: (Math.abs(v) * 60) / motor.travelPerRev,
      });
    this.toldAt[m] = timeS;
  }

  /** Pushed against a hard stop: wind-up within a quarter of a cycle, whole cycles lost beyond it, a bang when it comes fast. */
  private againstStop(m: number, place: number, length: number, v: number, timeS: number): number {
    const motor = this.motors[m]!;
    const stop = place < 0 ? 0 : length;
    const over = Math.abs(place - stop);
    const quarter = motor.cycle / 4;
    const inward = place < 0 ? 1 : -1;
    if (Math.abs(this.place[m]! - stop) > 1e-9 && Math.abs(v) > 1e-9)
      this.happenings.push({ t: timeS, kind: 'bang', motor: m, speed: Math.abs(v), plusEnd: stop > 0 });
    if (motor.cycle === 0) this.mode[m] = LAGGING;
    else if (Math.abs(v) > this.pullIn[m]!) {
      this.mode[m] = SLIPPING;
      this.slippedFrom[m] = this.origin[m]!;
    } else if (over > quarter) this.origin[m]! += inward * motor.cycle * Math.ceil((over - quarter) / motor.cycle);
    return stop;
  }

  /** A closed loop short of torque: it accelerates as it can and gives up when it lags too far. */
  private catchUp(m: number, p: number, v: number, timeS: number, dt: number): number {
    const motor = this.motors[m]!;
    const wantedPlace = this.origin[m]! + Math.round(p) * motor.travelPerPulse;
    const error = wantedPlace - this.place[m]!;
    if (Math.abs(error) > PLANT.alarmTurns * motor.travelPerRev) {
      this.alarm[m] = 1;
      this.changes++;
      this.happenings.push({ t: timeS, kind: 'alarm', motor: m, error });
      this.letGo(m);
      return 0;
    }
    const w = this.speed[m]!;
    const left = this.torqueAt(m, w);
    const wanted = v + error * CATCH_UP_PER_S;
    const against = (w > 0 ? motor.frictionNm : w < 0 ? -motor.frictionNm : 0) + motor.weightPlusNm + this.rackNm(m);
    const room = motor.inertiaNm > 0 ? ((left - Math.abs(against)) / motor.inertiaNm) * dt : Infinity;
    const change = Math.max(-Math.max(room, 0), Math.min(Math.max(room, 0), wanted - w));
    this.speed[m] = w + change;
    this.load[m] = 1;
    this.slide(m, this.speed[m]! * dt, timeS);
    if (
      Math.abs(error) < motor.travelPerRev / 200 &&
      Math.abs(this.speed[m]! - v) < Math.max(0.5, Math.abs(v) * 0.05)
    ) {
      this.mode[m] = LOCKED;
      this.load[m] = Math.abs(against) / left;
    }
    return (left * Math.abs(w) * 2 * Math.PI) / motor.travelPerRev;
  }

  /** Out of step or without torque: friction, weight and frame alone decide. */
  private drift(m: number, timeS: number, dt: number): void {
    const motor = this.motors[m]!;
    if (this.mode[m] === FREE && this.clamped(m, timeS)) {
      this.settle(m, timeS);
      return;
    }
    const parts = this.partner[m]! >= 0 ? SUB_STEPS : 1;
    const h = dt / parts;
    for (let k = 0; k < parts; k++) {
      const w = this.speed[m]!;
      const pull =
        -(w > 0 || (w === 0 && motor.weightPlusNm < 0) ? motor.weightPlusNm : motor.weightMinusNm) - this.rackNm(m);
      let next: number;
      if (motor.inertiaNm <= 0) next = 0;
      else if (w === 0)
        next =
          Math.abs(pull) <= motor.frictionNm ? 0 : ((pull - Math.sign(pull) * motor.frictionNm) / motor.inertiaNm) * h;
      else {
        next = w + ((pull - Math.sign(w) * motor.frictionNm) / motor.inertiaNm) * h;
        if (Math.sign(next) !== Math.sign(w)) next = 0;
      }
      this.speed[m] = next;
      if (next !== 0) {
        if (Number.isNaN(this.fellFrom[m]!)) this.fellFrom[m] = this.place[m]!;
        this.slide(m, next * h, timeS);
        this.carriage[m] = this.place[m]!;
      }
    }
    if (this.speed[m] === 0) this.settle(m, timeS);
  }

  /** Moves a motor's side by a distance, as far as its stops allow. */
  private slide(m: number, distance: number, timeS: number): void {
    const length = this.axes[this.motors[m]!.axis]!.length;
    const from = this.place[m]!;
    const to = from + distance;
    const place = to < 0 ? 0 : to > length ? length : to;
    if (this.mode[m] === FREE) this.origin[m]! += place - from;
    this.place[m] = place;
    if (place !== to) {
      if (place !== from)
        this.happenings.push({ t: timeS, kind: 'bang', motor: m, speed: Math.abs(this.speed[m]!), plusEnd: place > 0 });
      this.speed[m] = 0;
    }
  }

  private settle(m: number, timeS: number): void {
    const from = this.fellFrom[m]!;
    this.speed[m] = 0;
    this.fellFrom[m] = NaN;
    const motor = this.motors[m]!;
    const distance = this.place[m]! - from;
    const heavy = motor.weightPlusNm !== 0 || motor.weightMinusNm !== 0;
    if (this.mode[m] === FREE && heavy && Math.abs(distance) > 0.05)
      this.happenings.push({ t: timeS, kind: 'fell', motor: m, distance: Math.abs(distance) });
  }

  /** Whether a motor without torque stays where it is. */
  private rests(m: number, timeS: number): boolean {
    if (this.clamped(m, timeS)) return true;
    const motor = this.motors[m]!;
    const weight = Math.max(-motor.weightPlusNm, motor.weightMinusNm);
    return motor.inertiaNm <= 0 || (weight <= motor.frictionNm && Math.abs(this.rackNm(m)) <= motor.frictionNm);
  }

  private letGo(m: number): void {
    this.mode[m] = FREE;
    this.load[m] = 0;
    const motor = this.motors[m]!;
    // From here on the origin follows the carriage: pulses move nothing.
    this.origin[m] = this.place[m]! - Math.round(this.sent[m]!) * motor.travelPerPulse;
    this.commanded[m] = 0;
  }
  /** Current comes back: a stepper jumps to the nearest place that its pulses allow, at most two full steps away. */
  private lockAgain(m: number): void {
    const motor = this.motors[m]!;
    if (motor.dead || this.alarm[m]) return;
    this.mode[m] = LOCKED;
    this.speed[m] = 0;
    this.commanded[m] = 0;
    this.acceleration[m] = 0;
    this.origin[m] = this.place[m]! - Math.round(this.sent[m]!) * motor.travelPerPulse;
  }

  /** A rotor is caught again once its field is slow enough, in whole electrical cycles. */
  private mayLock(m: number, v: number, timeS: number): void {
    const motor = this.motors[m]!;
    if (!this.fed[m] || motor.dead || Math.abs(v - this.speed[m]!) > this.pullIn[m]!) return;
    const commandedPlace = this.slippedFrom[m]! + Math.round(this.sent[m]!) * motor.travelPerPulse;
    const cycles = Math.round((this.place[m]! - commandedPlace) / motor.cycle);
    this.origin[m] = this.slippedFrom[m]! + cycles * motor.cycle;
    this.mode[m] = LOCKED;
    this.speed[m] = v;
    this.acceleration[m] = 0;
    this.fellFrom[m] = NaN;
    if (cycles !== 0) this.happenings.push({ t: timeS, kind: 'locked again', motor: m, lost: cycles * motor.cycle });
  }

  /** The carriage follows its motor's side over the coupling and within the backlash. */
  private takeCarriage(m: number): void {
    const { backlash } = this.motors[m]!;
    const side = this.place[m]! + this.coupled[m]!;
    const slack = side - this.carriage[m]!;
    const half = backlash / 2;
    let c = this.carriage[m]!;
    if (slack > half) c = side - half;
    else if (slack < -half) c = side + half;
    const length = this.axes[this.motors[m]!.axis]!.length;
    this.carriage[m] = c < 0 ? 0 : c > length ? length : c;
  }

  private afterMotion(timeS: number, dt: number): void {
    let lowest = 1;
    for (let b = 0; b < this.busW.length; b++) {
      const most = this.busW[b]!;
      if (most === Infinity) continue;
      const power = this.powerW[b]!;
      const target = power > most ? Math.max(LEAST_SHARE, most / power) : 1;
      let share = this.shares[b]!;
      share += (target - share) * Math.min(1, dt / SAG_TIME_S);
      if (share > 0.999) {
        share = 1;
        this.sagTold[b] = 0;
      } else if (share < 0.9 && !this.sagTold[b]) {
        this.sagTold[b] = 1;
        this.happenings.push({ t: timeS, kind: 'supply sagged', share });
      }
      this.shares[b] = share;
      if (share < lowest) lowest = share;
    }
    this.busShare = lowest;
    for (const m of this.firsts) {
      const other = this.partner[m]!;
      const axis = this.motors[m]!.axis;
      const skew = this.carriage[m]! - this.carriage[other]!;
      const { rackedAt } = this.axes[axis]!;
      if (Math.abs(skew) > rackedAt && !this.racked[axis]) {
        this.racked[axis] = 1;
        this.happenings.push({ t: timeS, kind: 'racked', axis, skew });
      } else if (Math.abs(skew) < rackedAt / 2) this.racked[axis] = 0;
    }
  }

  /** How far the coupling of a motor has let the carriage stay behind since the start. */
  slipOf(m: number): number {
    return this.coupled[m]!;
  }
}

/**
 * The speed from which a rotor at rest is caught by its field, in travel per s: half a cycle at the mean of the holding
 * torque has to take up ½·J·ω².
 */
function pullInSpeed(m: PlantMotor): number {
  if (!m.torqueNm.length || m.inertiaNm <= 0 || m.cycle === 0) return Infinity;
  const radPerUnit = (2 * Math.PI) / m.travelPerRev;
  const inertia = m.inertiaNm / radPerUnit;
  return Math.sqrt((4 * 0.5 * m.torqueNm[0]!) / (m.polePairs * inertia)) / radPerUnit;
}
