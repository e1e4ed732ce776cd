import { withHead } from '../machine/heads';
import type { Design } from '../machine/design';
import type { Finding } from './finding';
import { severities } from './finding';

/** A head that lies on the bench, and the machine as it is with it. */
export interface OtherHead {
  id: string;
  name: string;
  design: Design;
}
export const otherHeads = (whole: Design): OtherHead[] =>
  Object.entries(whole.heads ?? {}).flatMap(([id, { name }]) =>
    id === whole.mountedHead ? [] : [{ id, name, design: withHead(whole, id) }],
  );

/**
 * Findings over the machine as it stands, and those that come with another of its heads: a machine is in order when it is with
 * each of them. What is found with several is told once.
 */
export function withOtherHeads(
  own: readonly Finding[],
  others: readonly { head: OtherHead; found: readonly Finding[] }[],
): Finding[] {
  const told = new Set(own.map((f) => f.id));
  const more = others.flatMap(({ head, found }) =>
    found.flatMap((f) => {
      if (told.has(f.id)) return [];
      told.add(f.id);
      return [{ ...f, id: `${f.id}@${head.id}`, title: `With “${head.name}”: ${f.title}` }];
    }),
  );
  const rank = (f: Finding) => severities.indexOf(f.severity);
  return [...own, ...more].sort((a, b) => rank(a) - rank(b));
}
