import type { Plant } from '../plant/plant';
import type { Piece } from '../../program/piece';

/** How far beside the tool an ordinary plate reaches, mm. */
const PLATE_MM = 60;
/** A tool that goes on this far after the contact breaks, or the plate does. */
const STRUCK_MM = 1.5;

/** How deep a tool whose centre line is at `at` is in what lies there, mm; below zero it is that far off. */
type Depth = (at: readonly number[]) => number;

/** What lies in the machine to be touched, in true places of X, Y and Z; the tool is its centre line. */
export class TouchPlate {
  touching = false;
  private struck = false;
  private constructor(
    private readonly motors: number[],
    private readonly depth: Depth,
    private readonly last: number[],
  ) {}

  /** Lays a piece where the tool stands; `position` tells where the control believes the axes of the motors to be. */
  static lay(plant: Plant, piece: Piece, position: (axis: number) => number): TouchPlate | undefined {
    const motorOf = (letter: string) =>
      plant.model.motors.findIndex((m) => plant.model.axes[m.axis]!.letter === letter);
    const motors = ['X', 'Y', 'Z'].map(motorOf);
    if (motors.some((m) => m < 0)) return undefined;
    const at = motors.map((m) => plant.motors.carriage[m]!);
    /** True place of a machine position of X, Y or Z. */
    const place = (i: number, machine: number) => at[i]! + machine - position(plant.model.motors[motors[i]!]!.axis);
    return new TouchPlate(motors, depthIn(piece, at, place), [...at]);
  }

  /** Looks at where the tool went; returns the moment at which contact came or went, undefined where it did not change. */
  step(plant: Plant, timeS: number, dt: number): number | undefined {
    if (!plant.motors.moved) return undefined;
    const { last } = this;
    const now = this.motors.map((m) => plant.motors.carriage[m]!);
    const [before, deep] = [this.depth(last), this.depth(now)];
    for (let i = 0; i < 3; i++) last[i] = now[i]!;
    if (deep > STRUCK_MM && !this.struck) {
      this.struck = true;
      plant.happenings.push({ t: timeS, kind: 'tool struck', axis: plant.model.motors[this.motors[2]!]!.axis });
    }
    const inside = deep >= 0;
    if (inside === this.touching) return undefined;
    this.touching = inside;
    // The way into a piece is straight within a step: the share of it that was free.
    const share = inside && deep > before ? -before / (deep - before) : 1;
    return timeS - dt + Math.min(1, Math.max(0, share)) * dt;
  }
}

function depthIn(piece: Piece, at: readonly number[], place: (i: number, machine: number) => number): Depth {
  const box =
    (low: readonly number[], high: readonly number[]): Depth =>
    (p) =>
      Math.min(...p.map((v, i) => Math.min(v - low[i]!, high[i]! - v)));
  const { below } = piece;
  const top = at[2]! - below;
  switch (piece.kind) {
    case 'plate':
    case 'corner': {
      const reach = piece.kind === 'corner' ? piece.inside + piece.toolRadius : PLATE_MM / 2;
      return box([at[0]! - reach, at[1]! - reach, -Infinity], [at[0]! + PLATE_MM, at[1]! + PLATE_MM, top]);
    }
    case 'bore': {
      const [x, y] = [at[0]! + piece.x, at[1]! + piece.y];
      return (p) => Math.min(Math.hypot(p[0]! - x, p[1]! - y) - piece.radius, top - p[2]!);
    }
    case 'fixed': {
      const [x, y] = [place(0, piece.x), place(1, piece.y)];
      const half = PLATE_MM / 2;
      return box([x - half, y - half, -Infinity], [x + half, y + half, top]);
    }
  }
}
