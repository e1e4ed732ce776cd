import { pathLength } from './pathLength';
import type { Placement, Program, ProgramStep } from './program';

/** What a touch has shown: where every axis stands, where each axis touched last, and the work offsets so far. */
export interface Touched {
  position: readonly number[];
  contacts: ReadonlyMap<number, number>;
  offsets: readonly (readonly number[])[];
}

/** Machine position of the work zero after it is set by a contact there. */
export const zeroBy = (contact: number, zero: number, value: number | 'half'): number =>
  contact - (value === 'half' ? (contact - zero) / 2 : value);

/**
 * A program from one of its steps on, up to its next touch, where a touch has ended elsewhere than it could at most: what
 * is a way goes from where the tool truly is, what is a work position from the zero that was truly set.
 */
export function afterTouch(program: Program, at: number, now: Touched, linear: readonly boolean[]): Program {
  const steps: ProgramStep[] = program.steps.slice(0, at);
  const offsets = now.offsets.map((o) => [...o]);
  let from: readonly number[] = now.position;
  let planned = plannedBefore(program, at);
  let next = at;
  for (; next < program.steps.length; next++) {
    const step = program.steps[next]!;
    if (step.kind === 'set-work') {
      const contact = now.contacts.get(step.axis);
      const set = offsets[step.set];
      if (contact !== undefined && set) set[step.axis] = zeroBy(contact, set[step.axis]!, step.value);
    }
    if (step.kind !== 'move' && step.kind !== 'touch') {
      steps.push(step);
      continue;
    }
    const to = step.placed ? placed(step.placed, step.to, planned, from, offsets) : step.to;
    if (step.kind === 'move') {
      const { arc } = step;
      const shifted = arc && {
        ...arc,
        centreA: arc.centreA + to[arc.a]! - step.to[arc.a]!,
        centreB: arc.centreB + to[arc.b]! - step.to[arc.b]!,
      };
      const length = arc ? step.length : pathLength(from, to, linear);
      steps.push(
        length > 1e-9 ? { ...step, to, arc: shifted, length } : { kind: 'dwell', line: step.line, seconds: 0 },
      );
    } else steps.push({ ...step, to });
    planned = step.to;
    from = to;
    // Where this one ends, only its own touch will tell.
    if (step.kind === 'touch') break;
  }
  return { ...program, steps: [...steps, ...program.steps.slice(next + 1)] };
}

/** Where a program was read to be before one of its steps. */
function plannedBefore(program: Program, at: number): readonly number[] {
  for (let k = at - 1; k >= 0; k--) {
    const step = program.steps[k]!;
    if (step.kind === 'move' || step.kind === 'touch') return step.to;
  }
  return program.start;
}
const placed = (
  { by, set, zero }: Placement,
  to: readonly number[],
  planned: readonly number[],
  from: readonly number[],
  offsets: readonly (readonly number[])[],
): number[] =>
  to.map((v, i) => {
    if (by[i] === 'way') return from[i]! + v - planned[i]!;
    return by[i] === 'work' ? v + (offsets[set]?.[i] ?? 0) - zero[i]! : v;
  });
