import { generalised } from './generalise';
import type { NameSheet, Scope, SheetEntry } from '../machine/nameSheet';
import { fromBase, unitsOf, type Unit } from '../units/units';
import { figureOf } from './lines';
import { words, type Context, type Contexts } from './contexts';
import { parseFigure, settingsIn, type Form } from './readDump';

/** Forms of a line that controls print, the plainest last. */
const forms = [
  '{name} = {value}',
  '{name}={value}',
  '{name}: {value}',
  '{name} is {value} {unit}',
  '{name};{value}',
  '{name} {value} {unit}',
] as const;
/** The form that reads most lines of a text as a name and a figure; the first one where none does. */
export function guessForm(text: string): Form {
  const tried = forms.flatMap((dump) =>
    (['.', ','] as const).map((decimal) => {
      const read = settingsIn({ dump, decimal }, text.slice(0, 200_000)).filter(
        (s) => s && !/[=:;]/.test(s.name) && parseFigure(s.text, decimal, undefined) !== undefined,
      );
      return { dump, decimal, fits: read.length };
    }),
  );
  const best = tried.reduce((a, b) => (b.fits > a.fits ? b : a));
  return { dump: best.dump, decimal: best.decimal };
}

/** A setting of the machine that a name of the control may stand for. */
export interface Candidate {
  /** Tells it from the others: scope, place and word. */
  readonly key: string;
  readonly each: Exclude<Scope, 'machine'>;
  readonly place: number;
  readonly word: string;
  /** How the control counts it: the expression, and the unit. */
  readonly value: string;
  readonly unit: Unit | undefined;
  /** In plain words: `maximum speed, axis X`. */
  readonly what: string;
}
/** A name that the control printed, with what it may stand for, the likeliest first. */
export interface Pair {
  readonly name: string;
  readonly text: string;
  readonly candidates: readonly Candidate[];
  /** The first candidate fits by value and by name, and no other one does as well. */
  readonly sure: boolean;
}

const scopesOfMachine = ['axis', 'motor', 'input', 'spindle'] as const;
const candidate = (
  each: Candidate['each'],
  place: number,
  word: string,
  context: Context,
  value = word,
  unit?: Unit,
): Candidate => ({
  key: `${each}/${place}/${word}`,
  each,
  place,
  word,
  value,
  unit,
  what: `${words[each][word]!.says.replace(/, (mm|A|s|V|Hz|rpm)\b\S*$/, '')}, ${context.title}`,
});

/** Everything that a name can be paired with on this machine, in the order of its axes, motors and inputs. */
export const allCandidates = (contexts: Contexts): Candidate[] =>
  scopesOfMachine.flatMap((each) =>
    contexts[each].flatMap((context, place) =>
      Object.entries(context.asks).map(([word, ask]) => {
        const kind = ask.setting.kind;
        // Scales and choices are counted without a unit, all else in the unit of the machine.
        const unit =
          kind.type === 'quantity' && !/scale/i.test(kind.dimension) ? unitsOf(kind.dimension)[0] : undefined;
        return candidate(each, place, word, context, word, unit);
      }),
    ),
  );

/** Pairs what a control printed with the settings of the machine: by value in any unit, and by the words of the name. */
export function proposePairs(form: Form, text: string, contexts: Contexts): Pair[] {
  const seen = new Map<string, string>();
  for (const s of settingsIn(form, text)) if (s) seen.set(s.name, s.text);
  return [...seen].map(([name, printed]): Pair => {
    const value =
      parseFigure(printed, form.decimal, undefined) ?? parseFigure(printed.split(/\s/)[0]!, form.decimal, undefined);
    const found =
      value === undefined
        ? []
        : scopesOfMachine.flatMap((each) =>
            contexts[each].flatMap((context, place) =>
              Object.keys(context.asks).flatMap((word) => {
                const counted = countedAs(context, word, value);
                if (!counted) return [];
                const c = candidate(each, place, word, context, counted.value, counted.unit);
                const score = likeness(name, context, word) + (value === 0 || value === 1 ? 0 : 2) + counted.plain;
                return score >= 2 ? [{ c, score }] : [];
              }),
            ),
          );
    found.sort((a, b) => b.score - a.score);
    const [first, second] = found;
    return {
      name,
      text: printed,
      candidates: found.map((f) => f.c),
      sure: first !== undefined && first.score >= 4 && first.score > (second?.score ?? 0),
    };
  });
}

const near = (a: number, b: number): boolean =>
  Number.isFinite(b) && Math.abs(a - b) <= 5e-4 * Math.max(Math.abs(a), Math.abs(b));
/** How a figure of the control counts a setting: in which unit, or as its reciprocal; undefined where it does not. */
function countedAs(
  context: Context,
  word: string,
  value: number,
): { value: string; unit?: Unit; plain: number } | undefined {
  const ask = context.asks[word]!;
  if (!ask.setting.value.known) return undefined;
  const base = figureOf({ name: word, ...ask });
  const { kind } = ask.setting;
  if (kind.type !== 'quantity') return ask.flag && value === base ? { value: word, plain: 0 } : undefined;
  if (kind.dimension === 'scale' || kind.dimension === 'angularScale') {
    if (near(value, base)) return { value: word, plain: 0.5 };
    if (near(value, 1 / base)) return { value: `1 / ${word}`, plain: 0.2 };
    if (near(value, 1000 / base)) return { value: `1000 / ${word}`, plain: 0.2 };
    return undefined;
  }
  // The unit of the machine first, then those that people use.
  const unit = unitsOf(kind.dimension).find((u) => near(value, fromBase(base, u)));
  return unit ? { value: word, unit, plain: unit === unitsOf(kind.dimension)[0] ? 0.5 : 0.2 } : undefined;
}

/** How far a name speaks of a setting: the letter of its axis, and words that it is called by. */
function likeness(name: string, context: Context, word: string): number {
  const parts = name
    .split(/[^A-Za-z]+|(?<=[a-z])(?=[A-Z])|(?<=[A-Z])(?=[A-Z][a-z])/)
    .filter(Boolean)
    .map((p) => p.toLowerCase());
  const letter = context.texts.letter?.toLowerCase();
  const { setting } = context.asks[word]!;
  const called = `${setting.title} ${setting.also}`
    .toLowerCase()
    .split(/[^a-z]+/)
    .filter((w) => w.length > 2);
  const spoken = parts.filter((p) => p.length > 2 && called.some((w) => w.startsWith(p) || p.startsWith(w))).length;
  return (letter !== undefined && parts.includes(letter) ? 2 : 0) + (spoken ? 1 + Math.min(3, spoken) : 0);
}

interface Paired {
  name: string;
  candidate: Candidate;
}
/** The entry that a pair makes: for this one axis, motor or input, under the very name that the control printed. */
const entryOf = ({ name, candidate: c }: Paired): SheetEntry => ({
  ...entryForAll(name, c),
  only: `${c.each} == ${c.place}`,
});
const entryForAll = (name: string, c: Candidate): SheetEntry => ({
  each: c.each,
  name,
  what: words[c.each][c.word]!.says.replace(/, (mm|A|s|V|Hz|rpm)\b\S*$/, ''),
  value: c.value,
  ...(c.unit ? { unit: c.unit } : {}),
});

/**
 * Entries of pairs: one for all axes, motors or inputs where every one that has the setting is paired, counts it alike and is
 * called after its place, so that the sheet serves another machine; else one each, under the very names.
 */
function entriesOf(pairs: readonly Paired[], contexts: Contexts): SheetEntry[] {
  const kindOf = ({ candidate: c }: Paired) => JSON.stringify([c.each, c.word, c.value, c.unit]);
  const groups = new Map<string, Paired[]>();
  for (const p of pairs) groups.set(kindOf(p), [...(groups.get(kindOf(p)) ?? []), p]);
  return [...groups.values()].flatMap((group): SheetEntry[] => {
    const { each, word } = group[0]!.candidate;
    if (each === 'spindle') return group.map((p) => entryForAll(p.name, p.candidate));
    const having = contexts[each].filter((c) => Object.hasOwn(c.asks, word));
    const places = new Set(group.map((p) => p.candidate.place));
    const whole = places.size === group.length && group.length === having.length;
    const name = whole
      ? generalised(
          group.map((p) => ({ name: p.name, context: contexts[each][p.candidate.place]! })),
          each,
        )
      : undefined;
    return name === undefined ? group.map(entryOf) : [entryForAll(name, group[0]!.candidate)];
  });
}

/** A sheet made of pairs: it reads lines of this form and sets them in the same. */
export const sheetFrom = (name: string, form: Form, pairs: readonly Paired[], contexts: Contexts): NameSheet => ({
  format: 'nodaxis-name-sheet',
  version: 1,
  id: 'own',
  name,
  about: '',
  decimal: form.decimal,
  dump: form.dump,
  set: form.dump.replace(/\s*\{unit\}/, ''),
  before: [],
  after: [],
  entries: entriesOf(pairs, contexts),
});
