/** How many work offsets a control keeps. */
export const WORK_OFFSETS = 6;

/** Work offsets: machine position of the work zero of each axis, several sets of them. They survive a loss of power. */
export class WorkOffsets {
  active = 0;
  readonly sets: number[][];
  constructor(axes: number) {
    this.sets = Array.from({ length: WORK_OFFSETS }, () => new Array<number>(axes).fill(0));
  }
  get now(): number[] {
    return this.sets[this.active]!;
  }
  /** The work position of an axis that stands at `position` becomes `value`. */
  set(axis: number, position: number, value: number): void {
    this.now[axis] = position - value;
  }
}
