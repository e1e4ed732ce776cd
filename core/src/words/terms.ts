import { glossary, type Term } from './glossary';

const byId: ReadonlyMap<string, Term> = new Map(glossary.map((t) => [t.id, t]));
export const termOf = (id: string): Term | undefined => byId.get(id);

/** A piece of a text: plain, or the words of a term. */
export interface Piece {
  text: string;
  term?: Term;
}

const escape = (s: string) => s.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
const byWord: ReadonlyMap<string, Term> = new Map(
  glossary.flatMap((t) => [t.name, ...(t.forms ?? [])].map((w) => [w.toLowerCase(), t] as const)),
);
/** Longer names first: "stop chain" before "stop". */
const anyTerm = new RegExp(
  `(?<![\\p{L}\\p{N}-])(?:${[...byWord.keys()]
    .sort((a, b) => b.length - a.length)
    .map(escape)
    .join('|')})(?![\\p{L}\\p{N}-])`,
  'giu',
);

/** A text cut where a term of the glossary occurs; each term is marked once. The pieces joined are the text again. */
export function inTerms(text: string): Piece[] {
  const pieces: Piece[] = [];
  const marked = new Set<Term>();
  let from = 0;
  for (const hit of text.matchAll(anyTerm)) {
    const term = byWord.get(hit[0].toLowerCase())!;
    if (marked.has(term)) continue;
    marked.add(term);
    if (hit.index > from) pieces.push({ text: text.slice(from, hit.index) });
    pieces.push({ text: hit[0], term });
    from = hit.index + hit[0].length;
  }
  if (from < text.length) pieces.push({ text: text.slice(from) });
  return pieces;
}

/** Terms in which every word of a query occurs, those named by it first. */
export function searchTerms(query: string): Term[] {
  const words = query.toLowerCase().split(/\s+/).filter(Boolean);
  const rank = (t: Term): number => {
    const name = t.name.toLowerCase();
    const all = `${name} ${(t.forms ?? []).join(' ')} ${t.also} ${t.meaning}`.toLowerCase();
    if (!words.every((w) => all.includes(w))) return -1;
    return words.every((w) => name.includes(w)) ? 2 : words.every((w) => `${name} ${t.also}`.includes(w)) ? 1 : 0;
  };
  return glossary
    .map((t) => ({ t, r: rank(t) }))
    .filter((x) => x.r >= 0)
    .sort((a, b) => b.r - a.r)
    .map((x) => x.t);
}

/** The term whose words lie under a place of a text, and where they begin and end. */
export function termAt(text: string, place: number): { term: Term; from: number; to: number } | undefined {
  for (const hit of text.matchAll(anyTerm)) {
    const to = hit.index + hit[0].length;
    if (hit.index <= place && place <= to) return { term: byWord.get(hit[0].toLowerCase())!, from: hit.index, to };
  }
  return undefined;
}
