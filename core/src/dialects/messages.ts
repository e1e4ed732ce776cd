import type { NameSheet, SheetMessage } from '../machine/nameSheet';

/** Words of a message: letters and figures, without case. A figure counts, since alarms are called by numbers. */
const wordsOf = (text: string): string[] => text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? [];

/**
 * The messages of a sheet that what a control shows may be, the likeliest first: each has at least half of its words in it. A word
 * that is in few messages says more than one that is in many.
 */
export function messagesLike(messages: readonly SheetMessage[], shown: string): SheetMessage[] {
  const said = new Set(wordsOf(shown));
  if (!said.size) return [];
  const known = messages.map((message) => ({ message, words: [...new Set(wordsOf(message.text))] }));
  const times = new Map<string, number>();
  for (const { words } of known) for (const w of words) times.set(w, (times.get(w) ?? 0) + 1);
  const weight = (w: string) => 1 / times.get(w)!;
  return known
    .map(({ message, words }) => {
      const met = words.filter((w) => said.has(w));
      const all = words.reduce((sum, w) => sum + weight(w), 0);
      return {
        message,
        met: met.length,
        share: met.reduce((sum, w) => sum + weight(w), 0) / (all || 1),
        words: words.length,
      };
    })
    .filter(({ met, words }) => met > 0 && met * 2 >= words)
    .sort((a, b) => b.share - a.share || b.met - a.met)
    .map(({ message }) => message);
}

/** Messages from a pasted list, one a line, as a manual has them; those that the sheet has already are left out. */
export function messagesFrom(text: string, known: readonly SheetMessage[]): SheetMessage[] {
  const there = new Set(known.map((m) => wordsOf(m.text).join(' ')));
  const seeded: SheetMessage[] = [];
  for (const raw of text.split(/\r\n|\r|\n/).slice(0, MOST_MESSAGES)) {
    // A tab or a wide gap parts what is shown from what the manual says of it.
    const [shown, ...rest] = raw.trim().split(/\t+|\s{3,}|\s+[–—]\s+/);
    const key = wordsOf(shown ?? '').join(' ');
    if (!shown || !key || there.has(key)) continue;
    there.add(key);
    seeded.push({ text: shown.slice(0, 200), cause: rest.join(' ').slice(0, 1000), wayOut: '' });
  }
  return seeded.slice(0, Math.max(0, MOST_MESSAGES - known.length));
}
const MOST_MESSAGES = 500;

/** The sheet with a message put in, in the place of the one with the same text. */
export const withMessage = (sheet: NameSheet, message: SheetMessage): NameSheet => ({
  ...sheet,
  messages: [...(sheet.messages ?? []).filter((m) => m.text !== message.text), message],
});
