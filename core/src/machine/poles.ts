import { isHandSwitch } from './designation';
import { poleCount, type Part } from './parts';
import { portsOf } from './ports';

/** What power passes in a part: the port where it comes in, and the one where it goes on. */
export interface Passage {
  readonly into: string;
  readonly out: string;
}
/** The passages of a part: one for most, one for each circuit whose poles part it. */
export const passagesOf = (part: Part): Passage[] =>
  [...portsOf(part).values()].flatMap((p) =>
    p.passesOn !== undefined && p.kind === 'passed-on' ? [{ into: p.passesOn, out: p.id }] : [],
  );

/** Whether the poles of a part may part different circuits: they open together and protect nothing. */
export const mayGroupPoles = (part: Part): boolean =>
  (part.data.class === 'contactor' || isHandSwitch(part)) && poleCount(part) > 1;

/** All ways to divide poles among circuits, in their order: `[1, 2]` and `[2, 1]` of three, and each by itself. Not undivided. */
export function poleGroupings(poles: number): number[][] {
  const made = (left: number): number[][] =>
    left === 0
      ? [[]]
      : Array.from({ length: left }, (_, i) => i + 1).flatMap((n) => made(left - n).map((rest) => [n, ...rest]));
  return made(poles)
    .filter((g) => g.length > 1)
    .sort((a, b) => a.length - b.length);
}

/** Poles by number: `pole 3`, `poles 1–2`. */
const numbered = (from: number, count: number): string =>
  count === 1 ? `pole ${from}` : `poles ${from}–${from + count - 1}`;
/** The groups in words, each by the numbers of its poles. */
export const groupsInWords = (groups: readonly number[]): string[] =>
  groups.map((count, i) => numbered(1 + groups.slice(0, i).reduce((sum, n) => sum + n, 0), count));
/** Which poles of a part a port is; empty where all of them part one circuit. */
export function polesOfPort(part: Part, port: string): string {
  const groups = part.setup.poleGroups;
  const at = passagesOf(part).findIndex((p) => p.into === port || p.out === port);
  return groups && at >= 0 ? (groupsInWords(groups)[at] ?? '') : '';
}
