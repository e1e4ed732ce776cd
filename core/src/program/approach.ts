import { pathLength } from './pathLength';
import type { MoveStep, Program, ProgramStep } from './program';

/** How a program is taken up in its middle: what is done before the step that it goes on with. */
export interface Approach {
  steps: ProgramStep[];
  /** Where the tool stands when the program goes on. */
  from: number[];
}

/** The same in words, for whoever presses the button. `by`: the axis that takes the tool clear of the work. */
export function tellApproach(line: number, by: 'X' | 'Z' | undefined): string {
  const then = 'spindle and coolant as the program had them.';
  if (by === 'X')
    return `Taken up there, the tool first goes back in X to the end of its envelope, along to where line ${line} begins, then in; ${then} A tool inside a bore cannot go back: bring it out along Z by hand first.`;
  return by === 'Z'
    ? `Taken up there, the tool first goes up to the top of its envelope, across to where line ${line} begins, then down; ${then}`
    : `Taken up there, the tool goes to where line ${line} begins in a straight line: clear that way first. After it, ${then}`;
}

/**
 * The way from where the machine stands to a step of a program: clear of the work to the end of the envelope, across to where
 * the step begins, spindle and coolant as the program had them, then down to it. `head`: index of the axis that takes the tool
 * clear of the work, and the position where it is; undefined on a machine without one, which goes there in a straight line.
 */
export function approachTo(
  program: Program,
  at: number,
  position: readonly number[],
  head: { axis: number; clear: number } | undefined,
  linear: readonly boolean[],
): Approach {
  const line = program.steps[at]?.line ?? 0;
  const before = program.steps.slice(0, at);
  const last = before.findLast((s): s is MoveStep => s.kind === 'move');
  const from = [...(last?.to ?? program.start)];
  const steps: ProgramStep[] = [];
  let now = [...position];
  const go = (to: number[]) => {
    const length = pathLength(now, to, linear);
    if (length > 1e-9)
      steps.push({ kind: 'move', line, rapid: true, to, arc: undefined, length, feed: 0, feedMode: 'per-second' });
    now = to;
  };
  if (head) {
    const lifted = now.map((v, i) => (i === head.axis ? head.clear : v));
    go(lifted);
    go(from.map((v, i) => (i === head.axis ? head.clear : v)));
  }
  const tool = before.findLast((s) => s.kind === 'tool');
  // Its offset comes into force again; which tool is in, a hand has seen.
  if (tool?.offset !== undefined) steps.push({ ...tool, line, same: true });
  const spindle = before.findLast((s) => s.kind === 'spindle');
  const coolant = before.findLast((s) => s.kind === 'coolant');
  if (spindle && spindle.direction !== 0) steps.push({ ...spindle, line });
  if (coolant?.on) steps.push({ ...coolant, line });
  go(from);
  return { steps, from };
}
