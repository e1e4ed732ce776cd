import type { NameSheet } from '../machine/nameSheet';
import type { SheetLine } from './lines';

/** A value that the control gave for one of its names. */
export interface Given {
  readonly name: string;
  /** As it stood there. */
  readonly text: string;
  /** Line of the text, from 1. */
  readonly at: number;
  /** What it says as a figure: of an option its code. Absent where it cannot be read. */
  readonly value?: number;
}
/** What a text that a control printed tells. */
export interface Dump {
  /** By name; of a name that comes twice, the last one counts. */
  readonly given: ReadonlyMap<string, Given>;
  /** Names that come with another value further down. */
  readonly twice: readonly string[];
  /** Lines of the sheet’s form with names that it does not hold. */
  readonly unknown: readonly Given[];
  /** How many lines were read over: greetings, half lines, what belongs to nothing. */
  readonly over: number;
}
/** A text longer than this is no dump of a control; more lines neither. */
export const MOST_DUMP = { characters: 4_000_000, lines: 50_000 } as const;

/** The pattern of a line as the sheet writes it: its name and value, and whatever stands around them, spaces loosely. */
export function patternOf(line: string): RegExp {
  const parts = line
    .trim()
    .split(/(\{name\}|\{value\}|\{unit\}|\s+)/)
    .filter(Boolean);
  // A place that comes again says the same once more.
  const place = (of: 'name' | 'value', i: number) =>
    parts.indexOf(`{${of}}`) === i ? `(?<${of}>\\S(?:[^\\n]{0,118}?\\S)?)` : `\\k<${of}>`;
  const source = parts.map((p, i) =>
    p === '{name}'
      ? place('name', i)
      : p === '{value}'
        ? place('value', i)
        : p === '{unit}'
          ? '(?:\\S{1,20})?'
          : /^\s+$/.test(p)
            ? '\\s+'
            : p.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'),
  );
  // A unit that is not there leaves no space behind.
  return new RegExp(`^${source.join('').replace(/\\s\+\(\?:\\S\{1,20\}\)\?$/, '(?:\\s+\\S{1,20})?')}$`, 'u');
}

/** How the lines of a control look: where name and value stand, and its decimal mark. */
export type Form = Pick<NameSheet, 'dump' | 'decimal'>;
/** The settings in a text, line by line; undefined for a line of another form, which is read over. Empty lines are left out. */
export function settingsIn(form: Form, text: string): ({ name: string; text: string; at: number } | undefined)[] {
  const pattern = patternOf(form.dump);
  const all = text.slice(0, MOST_DUMP.characters).split(/\r\n|\r|\n/, MOST_DUMP.lines);
  return all.flatMap((raw, i) => {
    const line = raw.trim();
    if (!line) return [];
    const { name, value } = (line.length <= 300 ? pattern.exec(line)?.groups : undefined) ?? {};
    return [name === undefined || value === undefined ? undefined : { name, text: value, at: i + 1 }];
  });
}

/** Reads what a control printed, by the form of the sheet. What fits no line is counted, never guessed at. */
export function readDump(sheet: NameSheet, lines: readonly SheetLine[], text: string): Dump {
  const byName = new Map(lines.map((l) => [l.name, l]));
  const given = new Map<string, Given>();
  const twice = new Set<string>();
  const unknown: Given[] = [];
  const spaced = lines.some((l) => /\s/.test(l.name));
  let over = 0;
  for (const found of settingsIn(sheet, text)) {
    // A sentence that happens to fit the form is no setting: names have no spaces where none of the sheet has.
    if (!found || (!spaced && /\s/.test(found.name))) {
      over++;
      continue;
    }
    const of = byName.get(found.name);
    const read: Given = { ...found, ...givenValue(found.text, of, sheet.decimal) };
    if (!of) {
      unknown.push(read);
      continue;
    }
    const before = given.get(found.name);
    if (before && before.text !== read.text) twice.add(found.name);
    given.set(found.name, read);
  }
  return { given, twice: [...twice], unknown, over };
}

/** The figure that a text stands for: the code of an option, else a figure with the control’s decimal mark and perhaps its unit. */
export function givenValue(
  text: string,
  line: SheetLine | undefined,
  decimal: NameSheet['decimal'],
): { value?: number } {
  const option = line?.entry.codes?.find((c) => c.text.toLowerCase() === text.toLowerCase());
  if (option) return { value: option.code };
  const value = parseFigure(text, decimal, line?.unit);
  return value === undefined ? {} : { value };
}

/** A figure with the control’s decimal mark, perhaps with its unit behind it; undefined where it is none. */
export function parseFigure(text: string, decimal: NameSheet['decimal'], unit: string | undefined): number | undefined {
  const bare = unit && text.endsWith(unit) ? text.slice(0, -unit.length).trim() : text;
  const figure = decimal === ',' ? bare.replace(',', '.') : bare;
  return /^[-+]?(\d+(\.\d*)?|\.\d+)(e[-+]?\d{1,3})?$/i.test(figure) ? Number(figure) : undefined;
}
