import type { Fault } from '../units/result';
import type { Display } from '../units/print';
import { showPosition } from '../units/axisReading';
import { arcBounds } from './arc';
import type { MoveStep, Program, ProgramMachine, TouchStep } from './program';
import { MOST_FAULTS, isMotion, pointAt } from './program';

/** The envelope of each axis in machine position, as the program's axes are ordered. */
export type Envelopes = readonly { min: number; max: number }[];

/** Room for rounding at the edge of the envelope, mm or °. */
const EDGE = 1e-6;

/** Moves of a program that leave the envelope, each told once with its line, the axis, what it wants and what is allowed. */
export function outsideEnvelope(
  program: Program,
  machine: ProgramMachine,
  envelopes: Envelopes,
  display: Display,
): Fault[] {
  const faults: Fault[] = [];
  let last = -1;
  for (const step of program.steps) {
    if (!isMotion(step) || step.line === last) continue;
    for (let i = 0; i < step.to.length; i++) {
      const { min, max } = envelopes[i]!;
      const [low, high] = reach(step, i);
      if (low >= min - EDGE && high <= max + EDGE) continue;
      const value = low < min - EDGE ? low : high;
      const axis = { letter: machine.letters[i]!, linear: machine.linear[i]! };
      const show = (v: number) => showPosition(v, axis, machine.diameterX, display, 6);
      faults.push({
        what: `${machine.letters[i]} would go to ${show(value)} in machine position; the envelope allows ${show(min)} to ${show(max)}.`,
        where: `line ${step.line}`,
        fix: 'Move the work or its zero, or change the program.',
      });
      last = step.line;
      break;
    }
    if (faults.length >= MOST_FAULTS) break;
  }
  return faults;
}

/** Smallest and largest position of axis `i` on a move: an arc bulges beyond its ends. */
export function reach(step: MoveStep | TouchStep, i: number): [number, number] {
  const { arc, to } = step;
  if (!arc || (i !== arc.a && i !== arc.b)) return [to[i]!, to[i]!];
  const b = arcBounds(arc);
  return i === arc.a ? [b.minA, b.maxA] : [b.minB, b.maxB];
}

/** The way of the tool as points in machine position, for drawing. `axes` values for each point. */
export interface Toolpath {
  axes: number;
  points: Float32Array;
  /** 1 for a point that a rapid leads to. */
  rapid: Uint8Array;
  /** Line of the program that leads to each point. */
  lines: Uint32Array;
}
/** Angle between two points of a drawn arc, rad. */
const ARC_STEP = Math.PI / 24;
/** More points than this say nothing more on a screen: a longer program is drawn with some left out. */
export const MOST_POINTS = 60_000;

/** Draws a program as a polyline. */
export function toolpathOf(program: Program): Toolpath {
  const axes = program.start.length;
  const moves = program.steps.filter(isMotion);
  const stride = Math.max(1, Math.ceil(moves.length / MOST_POINTS));
  const points: number[] = [...program.start];
  const rapid: number[] = [1];
  const lines: number[] = [0];
  const p = new Float64Array(axes);
  let from: readonly number[] = program.start;
  moves.forEach((m, k) => {
    const parts =
      m.kind === 'move' && m.arc && stride === 1 ? Math.max(2, Math.ceil(Math.abs(m.arc.sweep) / ARC_STEP)) : 1;
    if (k % stride === 0 || k === moves.length - 1)
      for (let i = 1; i <= parts; i++) {
        if (m.kind === 'move') pointAt(m, from, i / parts, p);
        else p.set(m.to);
        points.push(...p);
        rapid.push(m.kind === 'move' && m.rapid ? 1 : 0);
        lines.push(m.line);
      }
    from = m.to;
  });
  return {
    axes,
    points: Float32Array.from(points),
    rapid: Uint8Array.from(rapid),
    lines: Uint32Array.from(lines),
  };
}

/** How far a toolpath reaches in the plan of two of its axes. Where it begins counts only if it comes back there. */
export function planExtent(
  path: Toolpath,
  x: number,
  y: number,
): { minX: number; maxX: number; minY: number; maxY: number } {
  const { points, axes } = path;
  const extent = { minX: Infinity, maxX: -Infinity, minY: Infinity, maxY: -Infinity };
  let moved = false;
  for (let i = axes; i < points.length; i += axes) {
    const [px, py] = [points[i + x]!, points[i + y]!];
    moved ||= px !== points[x] || py !== points[y];
    if (!moved) continue;
    extent.minX = Math.min(extent.minX, px);
    extent.maxX = Math.max(extent.maxX, px);
    extent.minY = Math.min(extent.minY, py);
    extent.maxY = Math.max(extent.maxY, py);
  }
  return moved ? extent : { minX: points[x]!, maxX: points[x]!, minY: points[y]!, maxY: points[y]! };
}
