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

export type TouchWord =
  | { kind: 'touch'; letter: string; to: number; feed: number }
  | { kind: 'set-work'; letter: string; value: number | 'half'; set: number | undefined };

/** A line with its places filled; a place that is not known stays. */
export const fillLine = (line: string, texts: Readonly<Record<string, string>>): string =>
  line.replaceAll(/\{(\w+)\}/g, (whole, name: string) => texts[name] ?? whole);

const FIGURE = String.raw`([-+]?(?:\d+\.?\d*|\.\d+))`;
const places: Readonly<Record<string, string>> = {
  letter: '([XYZABCUVW])',
  to: FIGURE,
  feed: FIGURE,
  value: FIGURE,
  set: String.raw`(\d)`,
};

/**
 * Reads such lines out of a text: by their fixed words, whatever their case and spaces. A comment may follow them. A line
 * that begins with another letter is not looked at further: a long program has none of them.
 */
export function touchLineReader(
  lines: TouchLines,
): (text: string, from?: number, to?: number) => TouchWord | undefined {
  const readers = [
    patternOf(lines.touch, (of): TouchWord | undefined =>
      of.letter ? { kind: 'touch', letter: of.letter, to: Number(of.to), feed: Number(of.feed) } : undefined,
    ),
    patternOf(lines.setWork, (of): TouchWord | undefined => setWork(of, Number(of.value))),
    ...(lines.halve ? [patternOf(lines.halve, (of): TouchWord | undefined => setWork(of, 'half'))] : []),
  ];
  const first = [lines.touch, lines.setWork, lines.halve].flatMap((l) => l?.trim()[0]?.toUpperCase() ?? []);
  const any = first.includes('{');
  return (text, from = 0, to = text.length) => {
    let at = from;
    while (at < to && (text[at] === ' ' || text[at] === '\t')) at++;
    if (at >= to || (!any && !first.includes(text[at]!.toUpperCase()))) return undefined;
    const line = text.slice(from, to);
    for (const read of readers) {
      const word = read(line);
      if (word) return word;
    }
    return undefined;
  };
}
const setWork = (of: Readonly<Record<string, string>>, value: number | 'half'): TouchWord | undefined =>
  of.letter
    ? { kind: 'set-work', letter: of.letter, value, set: of.set === undefined ? undefined : Number(of.set) - 1 }
    : undefined;

function patternOf(
  line: string,
  word: (of: Readonly<Record<string, string>>) => TouchWord | undefined,
): (text: string) => TouchWord | undefined {
  const names: string[] = [];
  let pattern = '';
  for (const piece of line.trim().split(/(\{\w+\})/)) {
    const name = /^\{(\w+)\}$/.exec(piece)?.[1];
    if (name && places[name]) {
      names.push(name);
      pattern += places[name];
    } else pattern += piece.replaceAll(/[.*+?^${}()|[\]\\]/g, String.raw`\$&`).replaceAll(/\s+/g, String.raw`\s+`);
  }
  const whole = new RegExp(String.raw`^\s*${pattern}\s*(?:[(;].*)?$`, 'i');
  return (text) => {
    const found = whole.exec(text);
    return found
      ? word(Object.fromEntries(names.map((n, i) => [n, n === 'letter' ? found[i + 1]!.toUpperCase() : found[i + 1]!])))
      : undefined;
  };
}
