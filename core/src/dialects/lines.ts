import type { Design } from '../machine/design';
import type { NameSheet, SheetEntry } from '../machine/nameSheet';
import type { Setting } from '../settings/setting';
import { baseUnit, dimensionOf, fromBase, type Dimension, type Unit } from '../units/units';
import { contextsOf, words, type Context } from './contexts';
import { readExpression, type Expression } from './expression';
import { readTemplate, type Template } from './template';

/** A figure in a line, with the setting that it is of. */
export interface Slot {
  readonly name: string;
  readonly setting: Setting;
  readonly flag?: { readonly on: string; readonly off: string };
  /** Of a mask: which bit it makes. */
  readonly bit?: number;
}
/** One setting as the control has it, on this machine. */
export interface SheetLine {
  /** Its name there. */
  readonly name: string;
  /** In plain words, with what it is of. */
  readonly what: string;
  readonly entry: SheetEntry;
  /** In which the control counts it; of a code or a mask none. */
  readonly unit: Unit | undefined;
  /** The settings that it is made of. */
  readonly slots: readonly Slot[];
  /** What it works out to in the control’s unit; absent where something is missing. */
  readonly exact?: number;
  /** The same as the control takes it: rounded to its step. */
  readonly value?: number;
  /** The value as text, as it is typed there. */
  readonly text: string;
  /** How it comes about, with the numbers. */
  readonly numbers: string;
  /** What the rounding to the control’s step costs, where that is worth knowing. */
  readonly rounding?: string;
  /** Fields that are missing for it. */
  readonly missing: readonly string[];
  /** Why it has no value, or none that the control takes, in words. */
  readonly fault?: string;
  /** Works the line out over other values of its slots, in their order; undefined where that gives no figure. */
  readonly over: (values: readonly number[]) => number | undefined;
}

/** A bit that an input or motor has in a mask. */
interface Place {
  readonly context: Context;
  readonly bit: number | undefined;
}

const cache = new Map<string, ReturnType<typeof readExpression>>();
const templates = new Map<string, ReturnType<typeof readTemplate>>();
const kept = <T>(of: Map<string, T>, text: string, read: (text: string) => T): T => {
  let known = of.get(text);
  if (known === undefined) {
    if (of.size > 5000) of.clear();
    of.set(text, (known = read(text)));
  }
  return known;
};
const expressionOf = (text: string) => kept(cache, text, readExpression);
const templateOf = (text: string) => kept(templates, text, readTemplate);

/** A name sheet on this machine: each entry once for what it stands for, in the order of the sheet. `driver`: the sheet is of that part. */
export function linesOfSheet(
  sheet: NameSheet,
  design: Pick<Design, 'axes' | 'axisOrder' | 'circuits' | 'parts' | 'datumStrategy'>,
  settings: readonly Setting[],
  driver?: string,
): SheetLine[] {
  const contexts = contextsOf(design, settings, driver);
  const lines = sheet.entries.flatMap((entry) =>
    contexts[entry.each].flatMap((context) => {
      const inner = entry.bits ? contexts[entry.bits] : [];
      const places: Place[] = entry.bits ? inner.map((c, bit) => ({ context: c, bit })) : [{ context, bit: undefined }];
      return lineOf(sheet, entry, context, places) ?? [];
    }),
  );
  const times = new Map<string, number>();
  for (const { name } of lines) times.set(name, (times.get(name) ?? 0) + 1);
  return lines.map((l) =>
    (times.get(l.name) ?? 0) > 1 && l.fault === undefined
      ? { ...l, fault: `Two settings of this machine are called ${l.name}: the sheet has to tell them apart.` }
      : l,
  );
}

function lineOf(
  sheet: NameSheet,
  entry: SheetEntry,
  context: Context,
  places: readonly Place[],
): SheetLine | undefined {
  const what = entry.each === 'machine' ? entry.what : `${entry.what}, ${context.title}`;
  const wrong = (fault: string): SheetLine => ({
    name: entry.name,
    what,
    entry,
    unit: undefined,
    slots: [],
    text: '',
    numbers: '',
    missing: [],
    fault,
    over: () => undefined,
  });
  const template = templateOf(entry.name);
  if (!template.ok) return wrong(template.error);
  const value = expressionOf(entry.value);
  if (!value.ok) return wrong(value.error);
  const { facts } = context;
  if (entry.only !== undefined) {
    const only = expressionOf(entry.only);
    if (!only.ok) return wrong(only.error);
    const names = only.value.names.filter((n) => !Object.hasOwn(facts, n));
    const strange = names.find((n) => entry.each === 'machine' || !Object.hasOwn(words[entry.each], n));
    if (strange !== undefined) return wrong(`“${entry.only}”: ${strange} is not known here.`);
    if (names.some((n) => !Object.hasOwn(context.asks, n))) return undefined;
    const applies = only.value.value({ ...facts, ...now(names, context) });
    if (!applies.ok) return wrong(applies.error);
    if (applies.value === 0) return undefined;
  }
  const name = named(template.value, context);
  if (!name.ok) return wrong(name.error);

  const turns = facts.linear === 0;
  const unit = turns && entry.rotaryUnit ? entry.rotaryUnit : entry.unit;
  if (turns && entry.unit && !entry.rotaryUnit && linearOnly.has(dimensionOf(entry.unit)))
    return {
      ...wrong(`The sheet says ${entry.unit}, and this axis turns: give the unit of a turning axis too.`),
      name: name.value,
    };

  const slots: Slot[] = [];
  for (const { context: at, bit } of places)
    for (const n of value.value.names) {
      if (Object.hasOwn(at.facts, n) || Object.hasOwn(facts, n)) continue;
      const ask = Object.hasOwn(at.asks, n) ? at.asks[n] : undefined;
      // What this axis or input has no such setting for has no such line: a rotary axis without a reference run.
      if (!ask) {
        if (bit === undefined && isWord(n, entry)) return undefined;
        if (!isWord(n, entry)) return { ...wrong(`“${entry.value}”: ${n} is not known here.`), name: name.value };
        continue;
      }
      slots.push({
        name: n,
        setting: ask.setting,
        ...(ask.flag ? { flag: ask.flag } : {}),
        ...(bit === undefined ? {} : { bit }),
      });
    }
  const over = (values: readonly number[]): number | undefined =>
    worked(value.value, unit, context, places, slots, values);
  const missing = [...new Set(slots.flatMap(({ setting }) => (setting.value.known ? [] : setting.value.missing)))];
  const figures = slots.map(figureOf);
  const exact = missing.length ? undefined : over(figures);
  const line = { name: name.value, what, entry, unit, slots, missing, over };
  const numbers = value.value.withWords(
    Object.fromEntries(slots.filter((s) => !s.bit).map((s) => [s.name, inWords(s)])),
  );
  if (exact === undefined)
    return {
      ...line,
      text: '',
      numbers: '',
      ...(missing.length ? {} : { fault: `“${entry.value}” gives no figure here.` }),
    };
  // A mask is made of whole bits, however many digits it has.
  const rounded = entry.bits ? exact : toStep(exact, entry.step);
  const fault = outside(rounded, entry, unit);
  const rounding = roundingInWords(exact, rounded, slots);
  return {
    ...line,
    exact,
    value: rounded,
    text: printed(rounded, entry, sheet.decimal),
    numbers: entry.bits ? maskInWords(slots, rounded) : numbers,
    ...(fault ? { fault } : {}),
    ...(rounding ? { rounding } : {}),
  };
}

/** Dimensions that only an axis that moves straight has. */
const linearOnly: ReadonlySet<Dimension> = new Set(['length', 'speed', 'acceleration', 'jerk', 'scale']);

const named = (template: Template, { texts, facts }: Context) => template.fill(texts, facts);
const isWord = (name: string, { each, bits }: SheetEntry): boolean => {
  const scope = bits ?? each;
  return scope !== 'machine' && Object.hasOwn(words[scope], name);
};
/** The figures of these names as they stand. */
const now = (names: readonly string[], { asks }: Context): Record<string, number> =>
  Object.fromEntries(
    names.flatMap((n) => {
      const ask = asks[n]!;
      return ask.setting.value.known ? [[n, figureOf({ name: n, ...ask })]] : [];
    }),
  );
/** The figure of a setting in an expression: its base value, or 1 and 0 for a choice. */
export function figureOf({ setting, flag }: Slot): number {
  if (!setting.value.known) return NaN;
  const { value } = setting.value;
  return flag ? Number(value === flag.on) : Number(value);
}

/** A value over the figures of the slots; a mask has one bit for each place, and none where its figure is not there. */
function worked(
  expression: Expression,
  unit: Unit | undefined,
  context: Context,
  places: readonly Place[],
  slots: readonly Slot[],
  values: readonly number[],
): number | undefined {
  let mask = 0;
  for (const { context: at, bit } of places) {
    const figures: Record<string, number> = { ...context.facts, ...at.facts };
    slots.forEach((s, i) => {
      if (s.bit === bit) figures[s.name] = values[i]!;
    });
    if (expression.names.some((n) => !Object.hasOwn(figures, n))) {
      if (bit === undefined) return undefined;
      continue;
    }
    const v = expression.value(figures);
    if (!v.ok) return undefined;
    if (bit === undefined) return unit ? fromBase(v.value, unit) : v.value;
    if (v.value !== 0) mask += 2 ** bit;
  }
  return mask;
}

/** Rounded to the control’s step; without one, to what a figure of nine digits holds. */
export const toStep = (value: number, step: number | undefined): number =>
  step ? Number((Math.round(value / step) * step).toPrecision(12)) : Number(value.toPrecision(9));

/** Rounding that is less than this share is no matter, but for a scale, whose error runs along the whole travel. */
const ROUNDED = { share: 0.01, scale: 2e-5 } as const;
/** Way over which the error of a scale is told, mm or °. */
const TOLD_OVER = 500;
function roundingInWords(exact: number, value: number, slots: readonly Slot[]): string | undefined {
  if (exact === 0 || value === exact) return undefined;
  const off = Math.abs(value / exact - 1);
  const scale = slots.some(({ setting: { kind } }) => kind.type === 'quantity' && /scale/i.test(kind.dimension));
  if (scale && off > ROUNDED.scale)
    return `rounded to its step: ${Number((off * TOLD_OVER).toPrecision(2))} mm or ° off over ${TOLD_OVER}`;
  return !scale && off > ROUNDED.share
    ? `rounded to its step: ${Number((off * 100).toPrecision(2))} % off ${Number(exact.toPrecision(6))}`
    : undefined;
}

function outside(value: number, { least, most, codes }: SheetEntry, unit: Unit | undefined): string | undefined {
  const of = unit ? ` ${unit}` : '';
  if (least !== undefined && value < least)
    return `The control takes no less than ${least}${of}; the machine needs ${value}${of}.`;
  if (most !== undefined && value > most)
    return `The control takes no more than ${most}${of}; the machine needs ${value}${of}.`;
  if (codes && !codes.some((c) => c.code === value))
    return `The control has no option ${value}: its options are ${codes.map((c) => c.text).join(', ')}.`;
  return undefined;
}

/** A value as it is typed there: the text of its option, or the figure with the places of its step. */
export function printed(value: number, { codes, step }: SheetEntry, decimal: NameSheet['decimal']): string {
  const option = codes?.find((c) => c.code === value);
  if (option) return option.text;
  const places = step ? Math.min(12, Math.max(0, -Math.floor(Math.log10(step) + 1e-9))) : undefined;
  const text = places === undefined ? plain(value) : value.toFixed(places);
  return text.replace('.', decimal);
}
/** A figure without an exponent: a control reads none. */
const plain = (value: number): string => {
  const text = String(value);
  return text.includes('e') ? value.toFixed(12).replace(/\.?0+$/, '') : text;
};
/** What a slot stands for, in words: its choice, or its figure with the unit in which an expression counts. */
function inWords({ setting, flag, ...slot }: Slot): string {
  const { kind, value } = setting;
  if (!value.known) return slot.name;
  if (flag || kind.type !== 'quantity') return String(value.value);
  const unit = baseUnit(kind.dimension);
  const text = `${Number(Number(value.value).toPrecision(7))}${unit === '1' ? '' : ` ${unit}`}`;
  return text.startsWith('-') ? `(${text})` : text;
}
/** Which bits a mask is made of. */
const maskInWords = (slots: readonly Slot[], mask: number): string => {
  const last = Math.max(-1, ...slots.map((s) => s.bit ?? -1));
  const bits = Array.from({ length: last + 1 }, (_, bit) => (Math.floor(mask / 2 ** bit) % 2 ? 1 : 0));
  return bits.length ? `bits ${bits.map((b, i) => `${i}: ${b}`).join(', ')}` : '';
};
