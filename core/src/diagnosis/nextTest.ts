import { expectedBits, type Belief, type Likelihoods } from './belief';

/** Something to be done before a test, such as switching off and waiting. */
export interface Condition {
  id: string;
  minutes: number;
}
/** A test that could be made: what each answer tells, what it takes, and what has to be done first. */
export interface TestOffer {
  id: string;
  minutes: number;
  likelihoods: Likelihoods;
  /** Tools without which it cannot be made. */
  tools: readonly string[];
  conditions: readonly Condition[];
}
/** What is at hand: tools that are owned, and conditions that hold now. */
export interface AtHand {
  tools: ReadonlySet<string>;
  holds: ReadonlySet<string>;
}

export interface RankedTest {
  id: string;
  bits: number;
  /** With what has to be done first. */
  minutes: number;
  /** Conditions that do not hold yet, in their order: they come first. */
  first: readonly string[];
  /** Of the causes that count, how many would answer in each way. */
  splits: readonly number[];
}

/** A cause that is less likely than this share of the likeliest one is not counted in a split. */
const COUNTS_FROM = 0.05;
/** By which answer each cause that counts would most likely be told: six causes into three and three. */
export function splitsInto(b: Belief, l: Likelihoods): number[] {
  const splits = Array.from({ length: l[0]?.length ?? 0 }, () => 0);
  const least = COUNTS_FROM * Math.max(...b.p);
  l.forEach((row, c) => {
    if (b.p[c]! < least) return;
    const answer = row.indexOf(Math.max(...row));
    splits[answer]!++;
  });
  return splits;
}

/** Less than this is not worth asking, bits. */
const LEAST_BITS = 0.1;
/**
 * The tests that are worth making, the one that tells most in a minute first. A test whose tools are missing is left out; one that is
 * dangerous before something is done carries that with it, in its minutes and by name, and is never offered without it.
 */
export function rankTests(b: Belief, offers: readonly TestOffer[], { tools, holds }: AtHand): RankedTest[] {
  return offers
    .flatMap((t): RankedTest[] => {
      if (t.tools.some((x) => !tools.has(x))) return [];
      const bits = expectedBits(b, t.likelihoods);
      if (bits < LEAST_BITS) return [];
      const first = t.conditions.filter((c) => !holds.has(c.id));
      return [
        {
          id: t.id,
          bits,
          minutes: t.minutes + first.reduce((s, c) => s + c.minutes, 0),
          first: first.map((c) => c.id),
          splits: splitsInto(b, t.likelihoods),
        },
      ];
    })
    .sort((x, y) => y.bits / y.minutes - x.bits / x.minutes);
}
