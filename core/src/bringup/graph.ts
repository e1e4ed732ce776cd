import { shownFactor } from '../machine/design';
import type { Display } from '../units/print';
import type { BringUpTest, Item, Subject, Readings } from './testKind';
import type { Made } from './made';
import { phases } from './testKind';

/** One test on one subject of this machine. */
export interface Instance {
  /** `kind/subject`: names it in the journal. */
  key: string;
  test: BringUpTest;
  subject: Subject;
  title: string;
  /** Keys that must have passed before, and those of them on whose results this one is built. */
  after: readonly string[];
  reliesOn: readonly string[];
}

/** `kind` means every subject of it. What this machine has not is not waited for. */
function resolve(wanted: readonly string[], byKind: ReadonlyMap<string, readonly string[]>): string[] {
  return [
    ...new Set(
      wanted.flatMap((w) => {
        const [kind, subject] = w.split('/') as [string, string?];
        const keys = byKind.get(kind) ?? [];
        return subject === undefined ? keys : keys.filter((k) => k === w);
      }),
    ),
  ];
}

/** Every test that this machine needs, in the order in which to do them. */
export function instancesOf(m: Made, tests: readonly BringUpTest[]): Instance[] {
  const drafts = tests
    .map((test, i) => ({ test, i }))
    .sort((a, b) => phases.indexOf(a.test.phase) - phases.indexOf(b.test.phase) || a.i - b.i)
    .flatMap(({ test }) => test.subjects(m).map((subject) => ({ test, subject, key: `${test.kind}/${subject.id}` })));
  const byKind = new Map<string, string[]>();
  for (const { test, key } of drafts) byKind.set(test.kind, [...(byKind.get(test.kind) ?? []), key]);
  return drafts.map(({ test, subject, key }) => ({
    key,
    test,
    subject,
    title: subject.name ? `${test.title}: ${subject.name}` : test.title,
    after: resolve(test.after(m, subject), byKind),
    reliesOn: resolve(test.reliesOn?.(m, subject) ?? [], byKind),
  }));
}

/** What is to be done, with what this machine adds to it. `again`: the only ones that are to be looked at again. */
export function stepsOf(
  { test, subject }: Instance,
  m: Made,
  display: Display,
  so: Readings = {},
  again?: readonly Item[],
): string[] {
  const axis = subject.axis ? m.design.axes[subject.axis] : undefined;
  const diameter =
    axis && shownFactor(m.design, axis) === 2 && ['datum and envelope', 'measuring'].includes(test.phase);
  return [
    ...(again ? [`Only these have changed, the others still hold: ${again.map((i) => i.name).join('; ')}.`] : []),
    ...test.steps(m, subject, display, so),
    ...(diameter
      ? [`All of it is said of the slide. The control shows ${axis.letter} as a diameter: there it is twice as much.`]
      : []),
  ];
}
