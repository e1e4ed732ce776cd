import { pathLength } from './pathLength';
import type { MoveStep } from './program';
import { cycleX, type ThreadCycle } from './threadLine';

/**
 * A thread in passes as the moves that it stands for: in, along in step with the spindle, out, back. All of them are of one line.
 * `place`: machine position of a figure of the program along X or Z; `unit`: mm of its unit of length.
 */
export function threadSteps(
  cycle: ThreadCycle,
  start: readonly number[],
  machine: { x: number; z: number; linear: readonly boolean[] },
  place: (axis: number, figure: number) => number,
  unit: number,
  line: number,
): MoveStep[] {
  const steps: MoveStep[] = [];
  let from = [...start];
  const go = (axis: number, at: number, lead = 0) => {
    const to = from.map((v, i) => (i === axis ? at : v));
    const length = pathLength(from, to, machine.linear);
    const feedMode = lead > 0 ? 'thread' : 'per-second';
    if (length > 1e-9)
      steps.push({ kind: 'move', line, rapid: lead === 0, to, arc: undefined, length, feed: lead, feedMode });
    from = to;
  };
  const { x, z } = machine;
  for (const at of cycleX(cycle)) {
    go(x, place(x, at));
    go(z, place(z, cycle.to), cycle.lead * unit);
    go(x, start[x]!);
    go(z, start[z]!);
  }
  return steps;
}
