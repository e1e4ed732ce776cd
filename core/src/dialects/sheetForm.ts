import { NameSheet, type SheetEntry, type Scope } from '../machine/nameSheet';
import { schemaFaults } from '../machine/reading/schemaFaults';
import { fail, ok, type Fault, type Result } from '../units/result';
import { facts, words } from './contexts';

/** An entry as a person types it: texts all the way, so that nothing half typed is lost. */
export interface EntryForm {
  each: Scope;
  name: string;
  what: string;
  /** Menus from the first one on, with › or > between them. */
  menu: string;
  only: string;
  value: string;
  bits: '' | 'axis' | 'motor' | 'input';
  unit: string;
  rotaryUnit: string;
  step: string;
  least: string;
  most: string;
  /** One option a line: `0 = no`. */
  options: string;
  restart: boolean;
  /** Seconds before the next line. */
  pause: string;
}
/** A name sheet as a person types it. What the form does not show, its messages, goes along as it is. */
export interface SheetForm {
  id: string;
  name: string;
  about: string;
  decimal: NameSheet['decimal'];
  dump: string;
  set: string;
  before: string;
  after: string;
  restart: string;
  pauseLine: string;
  entries: EntryForm[];
  messages: NameSheet['messages'];
  /** How it is heard over a serial line; without a rate it is not. */
  listen: ListenForm;
  /** Its lines for touches in programs; all empty where it has none. */
  touchLines: { touch: string; setWork: string; halve: string };
  /** Its line for a thread in passes; empty where it has none. */
  threadLine: string;
}
export interface ListenForm {
  rate: string;
  askSettings: string;
  askState: string;
  state: string;
  input: string;
  inputName: string;
  lit: string;
  litMeans: '' | 'tripped' | 'high';
}
const notHeard: ListenForm = {
  rate: '',
  askSettings: '',
  askState: '',
  state: '',
  input: '',
  inputName: '',
  lit: '',
  litMeans: '',
};

const noTouch: SheetForm['touchLines'] = { touch: '', setWork: '', halve: '' };

export const blankEntry = (): EntryForm => ({
  each: 'axis',
  name: '',
  what: '',
  menu: '',
  only: '',
  value: '',
  bits: '',
  unit: '',
  rotaryUnit: '',
  step: '',
  least: '',
  most: '',
  options: '',
  restart: false,
  pause: '',
});
export const blankSheet = (id: string): SheetForm => ({
  id,
  name: '',
  about: '',
  decimal: '.',
  dump: '{name}={value}',
  set: '{name}={value}',
  before: '',
  after: '',
  restart: '',
  pauseLine: '',
  entries: [],
  messages: undefined,
  listen: notHeard,
  touchLines: noTouch,
  threadLine: '',
});

const figureText = (v: number | undefined): string => (v === undefined ? '' : String(v));
const formOfEntry = (e: SheetEntry): EntryForm => ({
  each: e.each,
  name: e.name,
  what: e.what,
  menu: (e.menu ?? []).join(' › '),
  only: e.only ?? '',
  value: e.value,
  bits: e.bits ?? '',
  unit: e.unit ?? '',
  rotaryUnit: e.rotaryUnit ?? '',
  step: figureText(e.step),
  least: figureText(e.least),
  most: figureText(e.most),
  options: (e.codes ?? []).map((c) => `${c.code} = ${c.text}`).join('\n'),
  restart: e.restart ?? false,
  pause: figureText(e.pause),
});
export const formOfSheet = (s: NameSheet): SheetForm => ({
  id: s.id,
  name: s.name,
  about: s.about,
  decimal: s.decimal,
  dump: s.dump,
  set: s.set,
  before: s.before.join('\n'),
  after: s.after.join('\n'),
  restart: s.restart ?? '',
  pauseLine: s.pauseLine ?? '',
  entries: s.entries.map(formOfEntry),
  messages: s.messages,
  listen: { ...notHeard, ...s.listen, rate: figureText(s.listen?.rate) },
  touchLines: { ...noTouch, ...s.touchLines },
  threadLine: s.threadLine ?? '',
});

const linesOf = (text: string): string[] =>
  text
    .split('\n')
    .map((l) => l.trim())
    .filter(Boolean);
/** A figure as it is typed; what is none stays a text, which the schema then refuses by its place. */
const figureOf = (text: string): number | string | undefined => {
  const t = text.trim().replace(',', '.').replace('−', '-');
  if (!t) return undefined;
  return Number.isFinite(Number(t)) ? Number(t) : text;
};
const optional = <K extends string, V>(key: K, value: V | undefined | ''): { [P in K]?: V } =>
  value === undefined || value === '' ? {} : ({ [key]: value } as { [P in K]?: V });

function entryOf(f: EntryForm): unknown {
  const options = linesOf(f.options).map((l) => {
    const at = l.indexOf('=');
    return at < 0 ? l : { code: figureOf(l.slice(0, at)), text: l.slice(at + 1).trim() };
  });
  const menu = f.menu.split(/[›>]/).flatMap((m) => m.trim() || []);
  return {
    each: f.each,
    name: f.name.trim(),
    what: f.what.trim(),
    ...(menu.length ? { menu } : {}),
    ...optional('only', f.only.trim()),
    value: f.value.trim(),
    ...optional('bits', f.bits),
    ...optional('unit', f.unit),
    ...optional('rotaryUnit', f.rotaryUnit),
    ...optional('step', figureOf(f.step)),
    ...optional('least', figureOf(f.least)),
    ...optional('most', figureOf(f.most)),
    ...(options.length ? { codes: options } : {}),
    ...(f.restart ? { restart: true } : {}),
    ...optional('pause', figureOf(f.pause)),
  };
}

/** Anything typed of it makes it heard, so that a rate that is missing is asked for. */
function listenOf(form: ListenForm): unknown {
  const { rate, ...texts } = form;
  const typed = Object.entries(texts).flatMap(([key, text]) => (text.trim() ? [[key, text.trim()]] : []));
  if (!rate.trim() && !typed.length) return undefined;
  return { rate: figureOf(rate) ?? '', ...Object.fromEntries(typed) };
}

function touchOf({ touch, setWork, halve }: SheetForm['touchLines']): unknown {
  if (![touch, setWork, halve].some((t) => t.trim())) return undefined;
  return { touch: touch.trim(), setWork: setWork.trim(), ...optional('halve', halve.trim()) };
}

/** A fault of a form, with the entry that it is in; −1 for the sheet as a whole. */
export interface FormFault extends Fault {
  entry: number;
}
const titles: Readonly<Record<string, string>> = {
  name: 'Its name there',
  what: 'What it is',
  value: 'Value',
  step: 'Smallest step',
  least: 'Least',
  most: 'Most',
  codes: 'Options',
  menu: 'Menus',
  only: 'Left out where 0',
  pause: 'Seconds before the next line',
};
const ofSheet: Readonly<Record<string, string>> = {
  name: 'Name of the sheet',
  dump: 'A line that it prints',
  set: 'A line that sets one',
  listen: 'Over a serial line',
  pauseLine: 'The line that makes it wait',
  touchLines: 'Touches in programs',
  threadLine: 'A thread in passes',
};

/** The sheet that a form says, or everything that it does not take, each with its entry and field. */
export function sheetOf(form: SheetForm): Result<NameSheet, FormFault[]> {
  const parsed = NameSheet.safeParse({
    format: 'nodaxis-name-sheet',
    version: 1,
    id: form.id,
    name: form.name.trim(),
    about: form.about,
    decimal: form.decimal,
    dump: form.dump.trim(),
    set: form.set.trim(),
    before: linesOf(form.before),
    after: linesOf(form.after),
    ...optional('restart', form.restart.trim()),
    ...optional('pauseLine', form.pauseLine.trim()),
    entries: form.entries.map(entryOf),
    ...optional('listen', listenOf(form.listen)),
    ...optional('touchLines', touchOf(form.touchLines)),
    ...optional('threadLine', form.threadLine.trim()),
    ...optional('messages', form.messages),
  });
  if (parsed.success) return ok(parsed.data);
  return fail(
    schemaFaults(parsed.error, [])
      .slice(0, 50)
      .map((f) => {
        const [table, at, field] = f.where.split('.');
        const inEntry = table === 'entries' && at !== undefined;
        const key = (inEntry ? field : table) ?? '';
        return {
          ...f,
          entry: inEntry ? Number(at) : -1,
          where: `${inEntry ? `${form.entries[Number(at)]!.name || `entry ${Number(at) + 1}`}, ` : ''}${(inEntry ? titles[key] : ofSheet[key]) ?? key}`,
          fix: key === 'codes' ? 'One option a line, such as 0 = no.' : 'Correct it here.',
        };
      }),
  );
}

/** The words that an expression of an entry may use, with what they say. */
export function wordsFor(each: Scope, bits: EntryForm['bits']): { name: string; says: string }[] {
  const scopes = [...new Set<Scope>([each, ...(bits ? [bits] : [])])];
  const all = scopes.flatMap((s) => [
    ...Object.entries(s === 'machine' ? {} : words[s]).map(([name, w]) => ({ name, says: w.says })),
    ...Object.entries(facts[s]).map(([name, says]) => ({ name, says })),
  ]);
  return [...new Map(all.map((w) => [w.name, w])).values()];
}
