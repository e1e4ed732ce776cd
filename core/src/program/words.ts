/** A word of a program: an address letter and its value. Columns count from 1. */
export interface Word {
  letter: string;
  value: number;
  column: number;
}

const [SPACE, TAB, PERCENT, OPEN, CLOSE, SEMICOLON, PLUS, MINUS, POINT, SLASH] = [
  32, 9, 37, 40, 41, 59, 43, 45, 46, 47,
];
const isDigit = (c: number) => c >= 48 && c <= 57;
const letters = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/** What could not be read in a line, and where. */
export interface BadWord {
  column: number;
  text: string;
  reason: 'not a word' | 'open comment';
}

/**
 * Reads the words of one line (`from` to `to` in the text) into `words`, which it reuses. Comments stand in round brackets
 * or behind a semicolon; spaces, a percent sign and a leading slash mean nothing here. The first thing that is no word is
 * returned, and nothing is guessed about it.
 */
export function readWords(text: string, from: number, to: number, words: Word[]): BadWord | undefined {
  words.length = 0;
  let i = from;
  while (i < to) {
    const c = text.charCodeAt(i);
    if (c === SPACE || c === TAB || c === PERCENT || c === 13 || (c === SLASH && i === from)) {
      i++;
      continue;
    }
    if (c === SEMICOLON) return undefined;
    if (c === OPEN) {
      const start = i;
      while (i < to && text.charCodeAt(i) !== CLOSE) i++;
      if (i >= to)
        return { column: start - from + 1, text: text.slice(start, Math.min(to, start + 12)), reason: 'open comment' };
      i++;
      continue;
    }
    const upper = c >= 97 && c <= 122 ? c - 32 : c;
    const start = i;
    let ok = upper >= 65 && upper <= 90;
    if (ok) {
      i++;
      while (i < to && (text.charCodeAt(i) === SPACE || text.charCodeAt(i) === TAB)) i++;
      const sign = text.charCodeAt(i) === MINUS ? -1 : 1;
      if (text.charCodeAt(i) === MINUS || text.charCodeAt(i) === PLUS) i++;
      let value = 0;
      let digits = 0;
      while (i < to && isDigit(text.charCodeAt(i))) {
        value = value * 10 + (text.charCodeAt(i++) - 48);
        digits++;
      }
      if (i < to && text.charCodeAt(i) === POINT) {
        i++;
        let scale = 1;
        while (i < to && isDigit(text.charCodeAt(i))) {
          value = value * 10 + (text.charCodeAt(i++) - 48);
          scale *= 10;
          digits++;
        }
        value /= scale;
      }
      ok = digits > 0;
      if (ok) words.push({ letter: letters[upper - 65]!, value: sign * value, column: start - from + 1 });
    }
    if (!ok)
      return {
        column: start - from + 1,
        text: text.slice(start, Math.min(to, start + 8)).trim(),
        reason: 'not a word',
      };
  }
  return undefined;
}
