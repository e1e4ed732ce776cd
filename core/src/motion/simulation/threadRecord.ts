import type { MoveStep } from '../../program/program';

/** A place along the thread, mm, and the revolutions of the spindle when the tool was there. */
interface Sample {
  place: number;
  turns: number;
}

/** One pass of a thread as it was truly cut: from true revolutions and true places, whatever the control believes. */
export interface ThreadPass {
  /** Line of the program. */
  line: number;
  /** Where the axis stood that carries the tool across, mm. */
  depthAt: number;
  /** Lead as it was programmed, and as it came out, mm a revolution. */
  lead: number;
  cutLead: number;
  /** Stretch on which the tool kept to its groove, in the order of cutting, mm; and where the pass began and ended. */
  inStep: [from: number, to: number];
  begins: number;
  ends: number;
  /** Revolutions at place 0 and for each mm from there, signed, as the middle of the pass tells: where the groove lies. */
  phase: number;
  turnsPerMm: number;
  /** By how many degrees of the spindle the tool strayed from its groove: place, degrees, place, degrees … along the pass. */
  strays: Float32Array;
}

/** Within so many degrees of its groove a tool is in step. */
const IN_STEP_DEG = 2;
/** The middle of a pass tells where its groove lies: this share at each end counts for nothing there. */
const ENDS = 0.3;
/** Points of a pass that are kept for a drawing. */
const MOST_POINTS = 160;
/** A pass of fewer samples tells nothing. */
const LEAST_SAMPLES = 12;
/** More passes than this are not looked at one by one. */
const MOST_PASSES = 60;

/** Watches a program thread, and keeps what each pass has cut. */
export class ThreadRecorder {
  readonly passes: ThreadPass[] = [];
  private step: MoveStep | undefined;
  private from: readonly number[] = [];
  private samples: Sample[] = [];
  private depthAt = 0;

  clear(): void {
    this.passes.length = 0;
    this.step = undefined;
    this.samples = [];
  }

  /** `threading`: what is cut now; `turns`: true revolutions; `placeOf`: true place of an axis. */
  look(
    threading: { step: MoveStep; from: readonly number[] } | undefined,
    turns: number,
    placeOf: (axis: number) => number,
  ): void {
    if (this.step && this.step !== threading?.step) this.finish();
    if (!threading) return;
    if (!this.step) {
      this.step = threading.step;
      this.from = threading.from;
    }
    const along = alongOf(this.step, this.from);
    this.samples.push({ place: placeOf(along), turns });
    const across = this.from.length > 1 ? acrossOf(along, this.from.length) : undefined;
    this.depthAt = across === undefined ? 0 : placeOf(across);
  }

  private finish(): void {
    const step = this.step!;
    const pass = passOf(step, this.from, this.samples, this.depthAt);
    if (pass && this.passes.length < MOST_PASSES) this.passes.push(pass);
    this.step = undefined;
    this.samples = [];
  }
}

/** The axis that goes farthest carries the lead. */
function alongOf(step: MoveStep, from: readonly number[]): number {
  let best = 0;
  for (let i = 1; i < from.length; i++)
    if (Math.abs(step.to[i]! - from[i]!) > Math.abs(step.to[best]! - from[best]!)) best = i;
  return best;
}
const acrossOf = (along: number, axes: number): number => (along === 0 && axes > 1 ? 1 : 0);

/** Straight line by least squares, turns over place: `turns = at + each · place`. */
function lineThrough(samples: readonly Sample[]): { at: number; each: number } {
  const n = samples.length;
  const [mp, mt] = [samples.reduce((s, v) => s + v.place, 0) / n, samples.reduce((s, v) => s + v.turns, 0) / n];
  let [pp, pt] = [0, 0];
  for (const { place, turns } of samples) {
    pp += (place - mp) ** 2;
    pt += (place - mp) * (turns - mt);
  }
  const each = pt / pp;
  return { at: mt - each * mp, each };
}

/** What the samples of a pass tell; undefined where they are too few, or the tool went nowhere. */
function passOf(
  step: MoveStep,
  from: readonly number[],
  samples: readonly Sample[],
  depthAt: number,
): ThreadPass | undefined {
  const along = alongOf(step, from);
  const [first, last] = [samples[0], samples.at(-1)];
  if (!first || !last || samples.length < LEAST_SAMPLES) return undefined;
  const way = last.place - first.place;
  const middle = samples.filter(({ place }) => {
    const share = (place - first.place) / way;
    return share > ENDS && share < 1 - ENDS;
  });
  if (!(Math.abs(way) > 0) || middle.length < 3) return undefined;
  const { at, each } = lineThrough(middle);
  if (!(Math.abs(each) > 0)) return undefined;
  const strays = samples.map((s) => ({ place: s.place, degrees: (s.turns - at - each * s.place) * 360 }));
  const inStep = stretchInStep(strays);
  const wanted = Math.abs(step.to[along]! - from[along]!);
  const stride = Math.ceil(strays.length / MOST_POINTS);
  return {
    line: step.line,
    depthAt,
    // Along a cone the feed is that of its flank: the lead is the share of it along the axis.
    lead: (step.feed * wanted) / step.length,
    cutLead: Math.abs(1 / each),
    inStep,
    begins: first.place,
    ends: last.place,
    phase: at - Math.floor(at),
    turnsPerMm: each,
    strays: Float32Array.from(strays.filter((_, i) => i % stride === 0).flatMap((s) => [s.place, s.degrees])),
  };
}

/** The stretch around the middle on which nothing strays. */
function stretchInStep(strays: readonly { place: number; degrees: number }[]): [number, number] {
  const half = Math.floor(strays.length / 2);
  let [a, b] = [half, half];
  while (a > 0 && Math.abs(strays[a - 1]!.degrees) <= IN_STEP_DEG) a--;
  while (b < strays.length - 1 && Math.abs(strays[b + 1]!.degrees) <= IN_STEP_DEG) b++;
  return [strays[a]!.place, strays[b]!.place];
}

/** Passes that lie in one groove, and where. */
export interface Groove {
  /** Indices of its passes. */
  passes: number[];
  /** Where it begins on the circumference at the place where all are compared, °. */
  degrees: number;
}
export interface Grooves {
  /** The place along the axis at which they are compared, mm. */
  at: number;
  grooves: Groove[];
  /** Farthest that passes of one groove lie apart, as a shift along the axis, mm. */
  spreadMm: number;
}

/** A flank of 60° takes an earlier pass with it if the later one lies this much deeper for each mm that it lies beside it. */
const FLANK = Math.tan(Math.PI / 6);
/** And so much more nobody sees in a thread, mm. */
const UNSEEN_MM = 0.02;

/**
 * Which passes lie in one groove: compared at one place, along the axis. A deeper pass may lie beside an earlier one by as much
 * as its flank reaches, as when the tool is fed in along the flank.
 */
export function groovesOf(passes: readonly ThreadPass[]): Grooves | undefined {
  const [first] = passes;
  if (!first) return undefined;
  const at = (first.begins + first.ends) / 2;
  const shares = passes.map((p) => {
    const turns = p.phase + p.turnsPerMm * at;
    return turns - Math.floor(turns);
  });
  const apart = (i: number, j: number) => {
    const d = Math.abs(shares[i]! - shares[j]!);
    return Math.min(d, 1 - d) * passes[j]!.cutLead;
  };
  const grooves: Groove[] = [];
  let spreadMm = 0;
  passes.forEach((p, i) => {
    const groove = grooves.find((g) => {
      const before = g.passes[0]!;
      const deeper = Math.abs(p.depthAt - passes[before]!.depthAt);
      return apart(before, i) <= deeper * FLANK + UNSEEN_MM;
    });
    if (groove) {
      spreadMm = Math.max(spreadMm, apart(groove.passes[0]!, i));
      groove.passes.push(i);
    } else grooves.push({ passes: [i], degrees: shares[i]! * 360 });
  });
  return { at, grooves, spreadMm };
}
