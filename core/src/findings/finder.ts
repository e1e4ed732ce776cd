import { createDeriver, type Deriver } from '../derivation/figures';
import type { Figures } from '../derivation/figureTypes';
import type { Design } from '../machine/design';
import { finished, type Steps } from '../units/steps';
import type { Finding, FindingDraft, Rule } from './finding';
import { assembled } from './findings';
import { otherHeads, withOtherHeads, type OtherHead } from './otherHeads';
import { rules } from './rules';
import type { Swept } from './unnoticed';

/** What a rule has read at the top of the figures, and of their design, as it stood then. */
interface Reads {
  figures: Map<string, unknown>;
  design: Map<string, unknown>;
}

/** The very same object; or a list or table made anew of the very same items, as the figures of the axes are. */
function unchanged(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  const keys = Object.keys(a);
  return (
    Array.isArray(a) === Array.isArray(b) &&
    keys.length === Object.keys(b).length &&
    keys.every((k) => Object.hasOwn(b, k) && (a as Record<string, unknown>)[k] === (b as Record<string, unknown>)[k])
  );
}
const allUnchanged = (reads: ReadonlyMap<string, unknown>, now: object): boolean => {
  for (const [key, was] of reads)
    if (key === ALL ? was !== now : !unchanged(was, (now as Record<string, unknown>)[key])) return false;
  return true;
};

/** Stands for all of an object: who copies or lists it has read what is not there, too. */
const ALL = '*';
/** Stands for an object as it is now, and tells `note` what is read of it. */
const standIn = <T extends object>(now: () => T, note: (key: string, value: unknown) => void): T =>
  new Proxy({} as T, {
    get(_, key) {
      const value = (now() as Record<string | symbol, unknown>)[key];
      note(key as string, value);
      return value;
    },
    has(_, key) {
      note(key as string, (now() as Record<string | symbol, unknown>)[key]);
      return key in now();
    },
    ownKeys() {
      note(ALL, now());
      return Reflect.ownKeys(now());
    },
    getOwnPropertyDescriptor(_, key) {
      const value = (now() as Record<string | symbol, unknown>)[key];
      note(key as string, value);
      return { value, enumerable: true, configurable: true, writable: false };
    },
  });

/** From figures to their findings: in one go, or rule by rule. */
export interface Finder {
  (figures: Figures, swept?: Swept): Finding[];
  steps(figures: Figures, swept?: Swept): Steps<Finding[]>;
}

/**
 * Finds over a machine as it stands. What a rule reads is noted while it reads, so that no rule has to declare it.
 * A sentence of a finding is worked out when it is shown, and reads the machine as it is by then.
 */
function createStanding(list: readonly Rule[], onCheck?: (code: string) => void): Finder['steps'] {
  let current: Figures | undefined;
  /** The figures of now, with a stand-in for their design. */
  let whole: Figures | undefined;
  let reads: Reads | undefined;
  const design = standIn<Design>(
    () => current!.design,
    (key, value) => reads?.design.set(key, value),
  );
  const figures = standIn<Figures>(
    () => whole!,
    (key, value) => key !== 'design' && reads?.figures.set(key, value),
  );

  const kept = new Map<Rule, { reads: Reads; drafts: FindingDraft[] }>();
  const draftsOf = (rule: Rule, now: Figures): FindingDraft[] => {
    const known = kept.get(rule);
    if (known && allUnchanged(known.reads.design, now.design) && allUnchanged(known.reads.figures, now))
      return known.drafts;
    onCheck?.(rule.code);
    current = now;
    whole = { ...now, design };
    reads = { figures: new Map(), design: new Map() };
    try {
      const drafts = rule.check(figures);
      kept.set(rule, { reads, drafts });
      return drafts;
    } finally {
      reads = undefined;
    }
  };
  function* steps(now: Figures, swept?: Swept): Steps<Finding[]> {
    const drafts: FindingDraft[][] = [];
    for (const rule of list) {
      drafts.push(draftsOf(rule, now));
      yield;
    }
    current = now;
    whole = { ...now, design };
    return assembled(list, drafts, now.design, swept);
  }
  return steps;
}

/**
 * Makes a finder: it gives what `findingsOf` gives, and asks a rule again only where something that the rule has read is another
 * than before. One finder goes with one deriver.
 * `onCheck` is told the code of each rule that runs.
 */
export function createFinder(list: readonly Rule[] = rules, onCheck?: (code: string) => void): Finder {
  const asItStands = createStanding(list, onCheck);
  /** Each of the heads that lie on the bench has figures and findings of its own. */
  const benches = new Map<string, { derive: Deriver; find: Finder['steps'] }>();
  function* steps(now: Figures, swept?: Swept): Steps<Finding[]> {
    const own = yield* asItStands(now, swept);
    const others: { head: OtherHead; found: Finding[] }[] = [];
    for (const head of otherHeads(now.whole.design)) {
      let bench = benches.get(head.id);
      if (!bench) benches.set(head.id, (bench = { derive: createDeriver(), find: createStanding(list, onCheck) }));
      others.push({ head, found: yield* bench.find(yield* bench.derive.steps(head.design)) });
    }
    return others.length ? withOtherHeads(own, others) : own;
  }
  return Object.assign((now: Figures, swept?: Swept) => finished(steps(now, swept)), { steps });
}
