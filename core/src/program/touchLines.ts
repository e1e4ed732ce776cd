import { linePattern, mayBegin } from './linePattern';

/**
 * What ISO 6983 has no word for: a move that ends at a touch, and a work zero that is set where it was. Each control has
 * lines of its own for them, with places for what changes.
 */
export interface TouchLines {
  /** {letter}, {to} as every other position of the program, {feed} a minute. */
  touch: string;
  /** {letter}, {value}: the work position that the axis has where it touched; {set}: which work offset, from 1. */
  setWork: string;
  /** {letter}: its work position where it touched becomes half of what it was, so that zero lies in the middle. */
  halve?: string | undefined;
}

/** As the simulated control has them, where no name sheet says otherwise. */
export const simulatedTouchLines: TouchLines = {
  touch: 'TOUCH {letter}{to} F{feed}',
  setWork: 'HERE {letter} {value}',
  halve: 'HALVE {letter}',
};

type Of = Readonly<Record<string, string>>;
export type TouchWord =
  | { kind: 'touch'; letter: string; to: number; feed: number }
  | { kind: 'set-work'; letter: string; value: number | 'half'; set: number | undefined };

/**
 * Reads such lines out of a text: by their fixed words, whatever their case and spaces. A comment may follow them. A line
 * that begins with another letter is not looked at further: a long program has none of them.
 */
export function touchLineReader(
  lines: TouchLines,
): (text: string, from?: number, to?: number) => TouchWord | undefined {
  const readers: [(text: string) => Of | undefined, (of: Of) => TouchWord | undefined][] = [
    [
      linePattern(lines.touch),
      (of) => (of.letter ? { kind: 'touch', letter: of.letter, to: Number(of.to), feed: Number(of.feed) } : undefined),
    ],
    [linePattern(lines.setWork), (of) => setWork(of, Number(of.value))],
  ];
  if (lines.halve) readers.push([linePattern(lines.halve), (of) => setWork(of, 'half')]);
  const may = mayBegin([lines.touch, lines.setWork, lines.halve]);
  return (text, from = 0, to = text.length) => {
    if (!may(text, from, to)) return undefined;
    const line = text.slice(from, to);
    for (const [read, word] of readers) {
      const of = read(line);
      const found = of && word(of);
      if (found) return found;
    }
    return undefined;
  };
}
const setWork = (of: Of, value: number | 'half'): TouchWord | undefined =>
  of.letter
    ? { kind: 'set-work', letter: of.letter, value, set: of.set === undefined ? undefined : Number(of.set) - 1 }
    : undefined;
