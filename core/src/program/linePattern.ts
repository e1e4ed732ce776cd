/** Lines of a control with places for what changes: written by filling them, read by what stands around the places. */

/** A line with its places filled; a place that is not known stays. */
export const fillLine = (line: string, texts: Readonly<Record<string, string>>): string =>
  line.replaceAll(/\{(\w+)\}/g, (whole, name: string) => texts[name] ?? whole);

const FIGURE = String.raw`([-+]?(?:\d+\.?\d*|\.\d+))`;
const places: Readonly<Record<string, string>> = {
  letter: '([XYZABCUVW])',
  set: String.raw`(\d)`,
  ...Object.fromEntries(
    ['to', 'feed', 'value', 'lead', 'from', 'root', 'passes', 'spring'].map((name) => [name, FIGURE]),
  ),
};

/**
 * Reads such a line out of a text: by its fixed words, whatever their case and spaces; a comment may follow. Gives what stood in
 * each place, letters in capitals.
 */
export function linePattern(line: string): (text: string) => Readonly<Record<string, string>> | undefined {
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
      ? Object.fromEntries(names.map((n, i) => [n, n === 'letter' ? found[i + 1]!.toUpperCase() : found[i + 1]!]))
      : undefined;
  };
}

/** Whether a text may hold one of these lines from its first letter on: a long program is looked at no further. */
export function mayBegin(lines: readonly (string | undefined)[]): (text: string, from: number, to: number) => boolean {
  const first = lines.flatMap((l) => l?.trim()[0]?.toUpperCase() ?? []);
  const any = first.includes('{');
  return (text, from, to) => {
    let at = from;
    while (at < to && (text[at] === ' ' || text[at] === '\t')) at++;
    return at < to && (any || first.includes(text[at]!.toUpperCase()));
  };
}
