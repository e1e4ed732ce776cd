/**
 * Belief over the causes of a trouble, by Bayes: each answer to a question multiplies the weight of every cause by how likely that answer
 * is under it, and the weights are scaled to sum to 1. Answers count as independent of one another once the cause is known.
 */
export interface Belief {
  /** Ids of the causes, `SOMETHING_ELSE` the last of them. */
  causes: readonly string[];
  /** Their probabilities; they sum to 1. */
  p: readonly number[];
}

/** Two faults at once, or one that nobody has thought of: it is never excluded. */
export const SOMETHING_ELSE = 'something-else';
/** What it begins with, as a share: planning figure. */
const ELSE_SHARE = 0.05;

/** How likely each answer to one question is, by cause: `[cause][answer]`, each row sums to 1. Of something else every answer is as likely. */
export type Likelihoods = readonly (readonly number[])[];

/** The belief before anything is asked; weights need not sum to anything. */
export function beliefBefore(causes: readonly { id: string; weight: number }[]): Belief {
  const sum = causes.reduce((s, c) => s + c.weight, 0);
  const share = sum > 0 ? (1 - ELSE_SHARE) / sum : 0;
  return {
    causes: [...causes.map((c) => c.id), SOMETHING_ELSE],
    p: [...causes.map((c) => c.weight * share), sum > 0 ? ELSE_SHARE : 1],
  };
}

const ofElse = (l: Likelihoods): number => 1 / Math.max(1, l[0]?.length ?? 1);
const likely = (l: Likelihoods, cause: number, answer: number): number => l[cause]?.[answer] ?? ofElse(l);

/** The belief after an answer. An answer that no cause can give leaves something else alone. */
export function afterAnswer(b: Belief, l: Likelihoods, answer: number): Belief {
  const weights = b.p.map((p, c) => p * likely(l, c, answer));
  const sum = weights.reduce((s, w) => s + w, 0);
  return {
    causes: b.causes,
    p: sum > 0 ? weights.map((w) => w / sum) : b.causes.map((c) => (c === SOMETHING_ELSE ? 1 : 0)),
  };
}

/** How likely each answer is, whatever the cause. */
export const answersToCome = (b: Belief, l: Likelihoods): number[] =>
  Array.from({ length: l[0]?.length ?? 0 }, (_, a) => b.p.reduce((s, p, c) => s + p * likely(l, c, a), 0));

/** What is not known yet, bits: −Σ p · log₂ p. */
export const uncertainty = (p: readonly number[]): number => -p.reduce((s, x) => s + (x > 0 ? x * Math.log2(x) : 0), 0);

/**
 * What a question is expected to tell, bits: the uncertainty of its answer less what of that is left once the cause is known,
 * H(A) − Σ p(c) · H(A|c). The same as the mean loss of uncertainty about the cause, and cheaper.
 */
export function expectedBits(b: Belief, l: Likelihoods): number {
  const rows = b.p.map((_, c) => l[c] ?? Array.from({ length: l[0]?.length ?? 0 }, () => ofElse(l)));
  return Math.max(0, uncertainty(answersToCome(b, l)) - b.p.reduce((s, p, c) => s + p * uncertainty(rows[c]!), 0));
}

/** An answer that was given. */
export interface Given {
  question: string;
  likelihoods: Likelihoods;
  answer: number;
}
/** Two answers are at odds where no cause that is named makes both so likely as each could be alone, by this factor. */
const AT_ODDS = 0.08;
/** The pair of answers that goes together worst under every named cause; undefined where all go together. */
export function atOdds(b: Belief, given: readonly Given[]): readonly [string, string] | undefined {
  const named = b.causes.length - 1;
  const best = (...of: Given[]) => {
    let most = 0;
    for (let c = 0; c < named; c++) {
      if (b.p[c] === 0) continue;
      most = Math.max(
        most,
        of.reduce((x, g) => x * likely(g.likelihoods, c, g.answer), 1),
      );
    }
    return most;
  };
  let worst: { pair: readonly [string, string]; ratio: number } | undefined;
  for (const [i, x] of given.entries())
    for (const y of given.slice(i + 1)) {
      const alone = best(x) * best(y);
      const ratio = alone > 0 ? best(x, y) / alone : 1;
      if (ratio < (worst?.ratio ?? AT_ODDS)) worst = { pair: [x.question, y.question], ratio };
    }
  return worst?.pair;
}
