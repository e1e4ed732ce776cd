import { linePattern, mayBegin } from './linePattern';
import { passDepths } from './threadPasses';

/**
 * A thread in passes, in one line: ISO 6983 has a word for a single pass and none for all of them, so each control has a line of
 * its own. {to}: where each pass ends along Z; {lead}; {from} and {root}: X where the thread begins and at its root, as every
 * other X of the program; {passes}; {spring}: so many more at full depth.
 */
export const simulatedThreadLine = 'THREAD Z{to} LEAD {lead} FROM {from} TO {root} PASSES {passes} SPRING {spring}';

/** A cycle as it stands in a program, in the program's own units. */
export interface ThreadCycle {
  to: number;
  lead: number;
  from: number;
  root: number;
  passes: number;
  spring: number;
}
/** More passes than this are a slip of the pen. */
export const MOST_PASSES = 60;

/** Reads such a line; a control without {spring} makes no pass more. */
export function threadLineReader(line: string): (text: string, from: number, to: number) => ThreadCycle | undefined {
  const read = linePattern(line);
  const may = mayBegin([line]);
  return (text, from, to) => {
    const of = may(text, from, to) ? read(text.slice(from, to)) : undefined;
    return (
      of && {
        to: Number(of.to),
        lead: Number(of.lead),
        from: Number(of.from),
        root: Number(of.root),
        passes: Number(of.passes),
        spring: Number(of.spring ?? 0),
      }
    );
  };
}

/** What is wrong with a cycle, and what to do; undefined where nothing is. */
export function cycleFault({ lead, from, root, passes, spring }: ThreadCycle): [what: string, fix: string] | undefined {
  const counts = (n: number, least: number) => Number.isInteger(n) && n >= least && n <= MOST_PASSES;
  if (!(lead > 0)) return ['A thread without its lead.', 'Give a lead above zero.'];
  if (from === root) return ['This thread has no depth.', 'Give a root that lies deeper than where it begins.'];
  if (!counts(passes, 1))
    return ['The number of passes is not understood.', `Give a whole number from 1 to ${MOST_PASSES}.`];
  if (!counts(spring, 0))
    return ['The number of passes at full depth is not understood.', `Give a whole number from 0 to ${MOST_PASSES}.`];
  return undefined;
}

/** X of each pass, from where the thread begins to its root. */
export const cycleX = ({ from, root, passes, spring }: ThreadCycle): number[] => [
  ...passDepths(1, passes).map((share) => from + share * (root - from)),
  ...Array.from({ length: spring }, () => root),
];
