/** What is written down at each step, in this order; of each axis and each motor in turn. */
export interface TraceShape {
  axes: readonly string[];
  motors: readonly string[];
  /** How many inputs the control has. */
  inputs: number;
}

/** Steps that a trace keeps: a minute at 1 ms. Older ones are overwritten, so that its memory never grows. */
export const TRACE_STEPS = 60_000;

/** Of each axis: commanded position and speed. Of each motor: true place and torque in use over torque there is. */
const PER_AXIS = 2;
const PER_MOTOR = 2;
/** Before them: time, state, spindle. */
const COMMON = 3;
/** As many inputs as whole bits fit a number of the trace. */
export const INPUTS_PER_WORD = 24;

/** Every channel of a simulation over its last minute, as a ring. */
export class Trace {
  readonly width: number;
  private readonly data: Float32Array;
  /** Numbers that hold the inputs, and where the axes begin. */
  private readonly words: number;
  private readonly axesAt: number;
  private at = 0;
  count = 0;

  constructor(
    readonly shape: TraceShape,
    readonly steps = TRACE_STEPS,
  ) {
    this.words = Math.ceil(shape.inputs / INPUTS_PER_WORD);
    this.axesAt = COMMON + this.words;
    this.width = this.axesAt + shape.axes.length * PER_AXIS + shape.motors.length * PER_MOTOR;
    this.data = new Float32Array(this.width * steps);
  }
  /** Where the next step is written; fill `width` values from there in the order of `channels`. */
  next(): number {
    const start = this.at * this.width;
    this.at = this.at + 1 === this.steps ? 0 : this.at + 1;
    if (this.count < this.steps) this.count++;
    return start;
  }
  get buffer(): Float32Array {
    return this.data;
  }
  /** Names of the channels, in their order. */
  get channels(): string[] {
    return [
      'time s',
      'state',
      'spindle rpm',
      ...Array.from({ length: this.words }, (_, w) => `inputs tripped from ${w * INPUTS_PER_WORD + 1} on (bits)`),
      ...this.shape.axes.flatMap((a) => [`${a} commanded`, `${a} speed`]),
      ...this.shape.motors.flatMap((m) => [`${m} true place`, `${m} torque share`]),
    ];
  }
  /** One kept step, the oldest first. */
  row(i: number): Float32Array {
    const index = (this.at - this.count + i + this.steps * 2) % this.steps;
    return this.data.subarray(index * this.width, (index + 1) * this.width);
  }
  /** The kept steps as a table with a head, every `every`-th of them. */
  toCsv(every = 1, states: readonly string[] = []): string {
    const lines = [[...this.channels, ...this.shape.axes.map((a) => `${a} following error`)].join(',')];
    for (let i = 0; i < this.count; i += every) {
      const r = this.row(i);
      const cells = Array.from(r, (v, k) =>
        k === 0
          ? v.toFixed(3)
          : k === 1
            ? (states[v] ?? String(v))
            : k >= COMMON && k < this.axesAt
              ? v.toString(2)
              : String(Math.round(v * 1e5) / 1e5),
      );
      lines.push([...cells, ...this.errorsOf(r)].join(','));
    }
    return `${lines.join('\n')}\n`;
  }
  /** Commanded less true way of each axis since the first kept step, by its first motor. */
  private errorsOf(r: Float32Array): string[] {
    const first = this.row(0);
    return this.shape.axes.map((letter, a) => {
      const m = this.shape.motors.findIndex((n) => n === letter || n.startsWith(`${letter} `));
      const commanded = this.axesAt + a * PER_AXIS;
      const place = this.axesAt + this.shape.axes.length * PER_AXIS + m * PER_MOTOR;
      const error = r[commanded]! - first[commanded]! - (r[place]! - first[place]!);
      return String(Math.round(error * 1e4) / 1e4);
    });
  }
}
