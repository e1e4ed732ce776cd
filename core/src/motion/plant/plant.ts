import { DrawbarTravel, IndexedHead, TurretHead } from './changer';
import type { Happening } from './happenings';
import type { PlantModel } from './model';
import { Motors } from './motors';
import { Random } from './random';
import { Spindle } from './spindle';
import { Switches } from './switches';

/** An index pulse of a motor's encoder, at a moment inside a step. */
export interface IndexPulse {
  t: number;
  motor: number;
}

/** The mechanics of the true machine: carriages that follow pulses, run into stops, act on switches, fall and coast. */
export class Plant {
  readonly motors: Motors;
  readonly switches: Switches;
  readonly spindle: Spindle | undefined;
  readonly changer: TurretHead | IndexedHead | DrawbarTravel | undefined;
  /** What happened and was not looked at yet. */
  readonly happenings: Happening[] = [];
  readonly indexPulses: IndexPulse[] = [];
  readonly random: Random;
  timeS = 0;
  private readonly indexed: number[];
  private readonly turn: Int32Array;

  /** `start`: place of each axis from its minus hard stop; `skew`: how far the second motor's side stands ahead. */
  constructor(
    readonly model: PlantModel,
    start: readonly number[],
    seed: number,
    skew: readonly number[] = [],
  ) {
    this.random = new Random(seed);
    this.motors = new Motors(model.motors, model.axes, model.busW, start, this.happenings);
    model.motors.forEach((m, i) => {
      if (m.index > 0 && skew[m.axis]) this.motors.shove(i, skew[m.axis]!);
    });
    this.switches = new Switches(model.switches, this.motors, this.random, this.happenings);
    this.spindle = model.spindle && new Spindle(model.spindle);
    const { changer: c } = model;
    // Where the head was left, nobody knows.
    if (c)
      this.changer =
        c.kind === 'turret'
          ? new TurretHead(c, c.stations >> 1)
          : c.kind === 'indexed'
            ? new IndexedHead(c, this.motors)
            : new DrawbarTravel(c);
    this.indexed = model.motors.flatMap((m, i) => (Number.isNaN(m.indexAt) ? [] : [i]));
    this.turn = Int32Array.from(model.motors, (_, i) => this.turnOf(i));
  }
  /** What the nets make of the changer acts on it. True where its sensors see something else than before. */
  change(drive: { turns: 1 | 0 | -1; released: boolean }, dt: number): boolean {
    const { changer, spindle, happenings } = this;
    if (!changer) return false;
    if (changer instanceof TurretHead) return changer.step(drive.turns, dt);
    if (changer instanceof IndexedHead) return changer.step(this.timeS);
    const seen = changer.step(drive.released, dt);
    if (!changer.held && spindle && spindle.rpm !== 0 && !this.toolThrown) {
      this.toolThrown = true;
      happenings.push({ t: this.timeS, kind: 'tool thrown', rpm: Math.abs(spindle.rpm) });
    }
    return seen;
  }
  private toolThrown = false;
  private turnOf(i: number): number {
    const m = this.model.motors[i]!;
    return Number.isNaN(m.indexAt) ? 0 : Math.floor((this.motors.place[i]! - m.indexAt) / m.indexTravel);
  }

  /** One step of time that ends at `timeS`; `spindle` is the wanted share of its speed, undefined while it is let go. */
  step(pulses: readonly Float64Array[], timeS: number, dt: number, spindle: number | undefined): void {
    this.timeS = timeS;
    this.motors.step(pulses, timeS, dt);
    this.switches.step(timeS, dt);
    this.spindle?.step(spindle, dt);
    if (this.indexPulses.length) this.indexPulses.length = 0;
    if (this.motors.moved && this.indexed.length)
      for (const i of this.indexed) {
        const turn = this.turnOf(i);
        if (turn === this.turn[i]) continue;
        const m = this.model.motors[i]!;
        const edge = m.indexAt + Math.max(turn, this.turn[i]!) * m.indexTravel;
        const speed = this.motors.speed[i]!;
        const behind = speed === 0 ? 0 : (this.motors.place[i]! - edge) / speed;
        this.turn[i] = turn;
        this.indexPulses.push({ t: timeS - Math.min(dt, Math.max(0, behind)), motor: i });
      }
  }
}
