import { TOOL_OFFSETS } from '../../program/toolWord';

/** How many work offsets a control keeps. */
export const WORK_OFFSETS = 6;

/**
 * Work offsets: machine position of the work zero of each axis, several sets of them; and tool offsets: how far the tip of each tool
 * lies from where the zero was taken. They survive a loss of power.
 */
export class WorkOffsets {
  active = 0;
  readonly sets: number[][];
  /** Tool offset in force; 0: none. */
  tool = 0;
  readonly tools: number[][];
  constructor(axes: number) {
    const zeros = (n: number) => Array.from({ length: n }, () => new Array<number>(axes).fill(0));
    this.sets = zeros(WORK_OFFSETS);
    this.tools = zeros(TOOL_OFFSETS);
  }
  get now(): number[] {
    return this.sets[this.active]!;
  }
  /** How far the tip in force lies from where the zero was taken. */
  tip = (axis: number): number => this.tools[this.tool - 1]?.[axis] ?? 0;
  /** The work position of an axis that stands at `position` becomes `value`. */
  set(axis: number, position: number, value: number): void {
    this.now[axis] = position - this.tip(axis) - value;
  }
  /** The tip of the tool in force reads `value` at `position`: its offset follows. Without one there is nothing to set. */
  setTool(axis: number, position: number, value: number): void {
    const tip = this.tools[this.tool - 1];
    if (tip) tip[axis] = position - this.now[axis]! - value;
  }
}
