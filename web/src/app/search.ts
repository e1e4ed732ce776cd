/** Something that the search can find. */
export interface Entry {
  kind: string;
  title: string;
  /** Everyday words by which it is found as well, the most usual first. */
  also: string;
  run: () => void;
}

/** What a word that is found counts: at the beginning of a title, within it, as the first of its everyday words, among them. */
const COUNTS = { begins: 4, within: 3, firstAlso: 2, also: 1 } as const;

/**
 * The entries in which every word that was typed is found, the best first: what stands in a title counts for more than
 * what stands among the everyday words, and of equals the one that was given first comes first.
 */
export function bestOf(entries: readonly Entry[], typed: string, most: number): Entry[] {
  const wanted = typed.toLowerCase().split(/\s+/).filter(Boolean);
  return entries
    .map((e, i) => {
      const title = e.title.toLowerCase();
      const all = `${title} ${e.also} ${e.kind}`.toLowerCase();
      const score = wanted.reduce(
        (sum, w) =>
          sum +
          (title.startsWith(w)
            ? COUNTS.begins
            : title.includes(w)
              ? COUNTS.within
              : e.also.toLowerCase().startsWith(w)
                ? COUNTS.firstAlso
                : all.includes(w)
                  ? COUNTS.also
                  : -Infinity),
        0,
      );
      return { e, score, i };
    })
    .filter((s) => s.score > -Infinity)
    .sort((a, b) => b.score - a.score || a.i - b.i)
    .slice(0, most)
    .map((s) => s.e);
}
