import type { Plant } from '../plant/plant';

/** Edge of a plate, and how far beside the tool an ordinary one reaches, mm. */
const PLATE_MM = 60;
/** A tool that goes on this far after the contact breaks, or the plate does. */
const STRUCK_MM = 1.5;

/** A touch plate lying in the machine, as a box in true places of X, Y and Z; the tool is its centre line. */
export class TouchPlate {
  touching = false;
  private struck = false;
  private constructor(
    private readonly motors: number[],
    private readonly low: number[],
    private readonly high: number[],
    private readonly last: number[],
  ) {}

  /** Lays a plate under the tool; the faces of a corner plate stand `inside` of the tool to minus, its radius allowed for. */
  static under(
    plant: Plant,
    below: number,
    corner: { inside: number; toolRadius: number } | undefined,
  ): TouchPlate | undefined {
    const motorOf = (letter: string) =>
      plant.model.motors.findIndex((m) => plant.model.axes[m.axis]!.letter === letter);
    const motors = ['X', 'Y', 'Z'].map(motorOf);
    if (motors.some((m) => m < 0)) return undefined;
    const at = motors.map((m) => plant.motors.carriage[m]!);
    const reach = corner ? corner.inside + corner.toolRadius : PLATE_MM / 2;
    return new TouchPlate(
      motors,
      [at[0]! - reach, at[1]! - reach, -Infinity],
      [at[0]! + PLATE_MM, at[1]! + PLATE_MM, at[2]! - below],
      [...at],
    );
  }

  /** Looks at where the tool went; returns the moment at which contact came or went, undefined where it did not change. */
  step(plant: Plant, timeS: number, dt: number): number | undefined {
    if (!plant.motors.moved) return undefined;
    const { low, high, last } = this;
    const now = this.motors.map((m) => plant.motors.carriage[m]!);
    let inside = true;
    let depth = Infinity;
    for (let i = 0; i < 3; i++) {
      inside &&= now[i]! >= low[i]! && now[i]! <= high[i]!;
      depth = Math.min(depth, now[i]! - low[i]!, high[i]! - now[i]!);
    }
    if (inside && depth > STRUCK_MM && !this.struck) {
      this.struck = true;
      plant.happenings.push({ t: timeS, kind: 'tool struck', axis: plant.model.motors[this.motors[2]!]!.axis });
    }
    let share = 0;
    for (let i = 0; i < 3; i++) {
      const way = now[i]! - last[i]!;
      const edge = last[i]! > high[i]! ? high[i]! : last[i]! < low[i]! ? low[i]! : NaN;
      if (way !== 0 && !Number.isNaN(edge)) share = Math.max(share, (edge - last[i]!) / way);
      last[i] = now[i]!;
    }
    if (inside === this.touching) return undefined;
    this.touching = inside;
    return timeS - dt + Math.min(1, Math.max(0, inside ? share : 1)) * dt;
  }
}
