import type { Fault, Result } from '../units/result';
import { fail, ok } from '../units/result';

/** A straight move of a program: how far each axis goes, and how fast along the path (mm/s); rapid without a speed. */
export interface ProgramMove {
  line: number;
  /** Signed distances by axis letter, mm or degrees. */
  distances: Record<string, number>;
  feedPerS: number | 'rapid';
}

const axes = ['X', 'Y', 'Z', 'A', 'B', 'C', 'U', 'V', 'W'];
const PER_INCH = 25.4;

/**
 * Reads the straight moves of an ISO 6983 program: rapid (G0), line (G1), inch and metric (G20, G21 or G70, G71), absolute
 * and incremental (G90, G91), feed a minute (F), dwell (G4, passed over). Enough for a duty cycle. Errors, with line and
 * column: a word that cannot be read, an arc or another motion word, a line without a feed.
 */
export function programMoves(text: string): Result<ProgramMove[], Fault[]> {
  const moves: ProgramMove[] = [];
  const faults: Fault[] = [];
  const at: Record<string, number> = {};
  let motion: 'rapid' | 'line' = 'rapid';
  let unit = 1;
  let absolute = true;
  let feedPerS: number | undefined;
  text.split(/\r?\n/).forEach((raw, i) => {
    const line = i + 1;
    const plain = raw
      .replace(/\([^)]*\)/g, (c) => ' '.repeat(c.length))
      .replace(/;.*$/, '')
      .toUpperCase();
    const wrong = (column: number, what: string, mend: string) =>
      faults.push({ what, where: `line ${line}, column ${column}`, mend });
    const words: { letter: string; value: number; column: number }[] = [];
    let column = 0;
    while (column < plain.length) {
      const rest = plain.slice(column);
      const blank = /^[\s%]+/.exec(rest);
      if (blank) {
        column += blank[0].length;
        continue;
      }
      const word = /^([A-Z])\s*([+-]?(?:\d+\.?\d*|\.\d+))/.exec(rest);
      if (!word) {
        wrong(
          column + 1,
          `"${rest.slice(0, 8).trim()}" is not a word: a letter and a number.`,
          'Mend it, or take this line out.',
        );
        return;
      }
      words.push({ letter: word[1]!, value: Number(word[2]), column: column + 1 });
      column += word[0].length;
    }
    let dwell = false;
    for (const w of words.filter((x) => x.letter === 'G')) {
      if (w.value === 0) motion = 'rapid';
      else if (w.value === 1) motion = 'line';
      else if (w.value === 4) dwell = true;
      else if (w.value === 20 || w.value === 70) unit = PER_INCH;
      else if (w.value === 21 || w.value === 71) unit = 1;
      else if (w.value === 90) absolute = true;
      else if (w.value === 91) absolute = false;
      else if ([2, 3].includes(w.value) || (w.value > 30 && w.value < 40) || w.value > 72)
        wrong(w.column, `G${w.value} is not a straight move.`, 'For a duty cycle use a stretch of rapids and lines.');
    }
    if (dwell) return;
    const f = words.find((x) => x.letter === 'F');
    if (f) feedPerS = (f.value * unit) / 60;
    const distances: Record<string, number> = {};
    for (const w of words.filter((x) => axes.includes(x.letter))) {
      const target = w.value * ('ABC'.includes(w.letter) ? 1 : unit);
      const from = at[w.letter] ?? 0;
      distances[w.letter] = absolute ? target - from : target;
      at[w.letter] = absolute ? target : from + target;
    }
    if (!Object.values(distances).some((d) => d !== 0)) return;
    if (motion === 'line' && !(feedPerS && feedPerS > 0)) {
      wrong(1, 'A line without a feed.', 'Give it one with F, such as F600.');
      return;
    }
    moves.push({ line, distances, feedPerS: motion === 'rapid' ? 'rapid' : feedPerS! });
  });
  return faults.length ? fail(faults) : ok(moves);
}

/** One stretch of an axis: how far and how fast it goes, and how long it stands while others move. */
export interface AxisStretch {
  distance: number;
  speed: number;
  standS: number;
}

/** What a program makes one axis do; `rapidPerS` is that axis's own rapid speed. */
export function stretchesOf(moves: readonly ProgramMove[], letter: string, rapidPerS: number): AxisStretch[] {
  return moves.map((m) => {
    const path = Math.hypot(...Object.values(m.distances));
    const own = Math.abs(m.distances[letter] ?? 0);
    const seconds = m.feedPerS === 'rapid' ? path / rapidPerS : path / m.feedPerS;
    return own === 0
      ? { distance: 0, speed: 0, standS: seconds }
      : { distance: own, speed: m.feedPerS === 'rapid' ? rapidPerS : (m.feedPerS * own) / path, standS: 0 };
  });
}
