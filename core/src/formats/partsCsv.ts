import Papa from 'papaparse';
import { plainCell } from './plainCell';
import type { LibraryEntry } from '../machine/library/entry';
import { library } from '../machine/library/index';
import type { SheetField } from '../machine/library/sheet';
import { sheetFields, sheetValue } from '../machine/library/sheet';
import type { PartData } from '../machine/parts';
import { parseQuantity } from '../units/parse';
import { enteredNumber } from '../units/quantity';
import type { Fault } from '../units/result';
import { OwnPart } from './partsJson';

/** Classes whose terminals follow from a few words, so that a table can describe them. */
export const csvClasses = ['motor', 'stepper-driver', 'servo-drive', 'supply'] as const;
type CsvClass = (typeof csvClasses)[number];

/** Columns that are words, with what may stand in them. */
const words: Record<string, readonly string[]> = {
  type: ['stepper', 'closed-loop-stepper', 'servo'],
  winding: ['as-supplied', 'series', 'parallel', 'half'],
  encoder: ['none', 'incremental', 'absolute'],
  brake: ['yes', 'no'],
  closedLoop: ['yes', 'no'],
};
const figures: readonly SheetField[] = [
  ...new Map(csvClasses.flatMap((c) => sheetFields[c] ?? []).map((x) => [x.key, x])).values(),
];
const columns = [
  'class',
  'key',
  'name',
  'about',
  'leads',
  ...Object.keys(words),
  'steps',
  ...figures.map((x) => x.key),
];

const cellOf = (data: PartData, column: string): string => {
  const value = (data as unknown as Record<string, unknown>)[column];
  if (column === 'steps') return 'stepsPerRevolutionChoices' in data ? data.stepsPerRevolutionChoices.join(' ') : '';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'object') {
    const q = sheetValue(data, column)!;
    return `${typeof q.entered === 'string' ? q.entered : enteredNumber(q)} ${q.unit}`.replace(/ 1$/, '');
  }
  return value === undefined ? '' : String(value);
};

/** Motors, drivers and supplies as a table: one line a part, each figure with its unit. Other classes are left out. */
export function writePartsCsv(parts: readonly LibraryEntry[]): string {
  const rows = parts
    .filter((e) => (csvClasses as readonly string[]).includes(e.data.class))
    .map((e) =>
      columns.map((c) =>
        c === 'class'
          ? e.data.class
          : c === 'key'
            ? e.key
            : c === 'name'
              ? e.name
              : c === 'about'
                ? e.about
                : cellOf(e.data, c),
      ),
    );
  // A text that a spreadsheet would take for a formula gets an apostrophe, which the reader takes off again.
  return Papa.unparse({ fields: columns, data: rows }, { escapeFormulae: true });
}

/** Terminals, elements and setting of the first library part of the same make. */
function template(data: PartData): Pick<LibraryEntry, 'terminals' | 'elements' | 'setup'> | undefined {
  const alike = library.filter(
    (e) =>
      e.data.class === data.class &&
      (e.data.class !== 'motor' || data.class !== 'motor' || e.data.leads === data.leads) &&
      (e.data.class !== 'stepper-driver' || data.class !== 'stepper-driver' || e.data.closedLoop === data.closedLoop),
  );
  // Of motors with as many leads, the one with the same encoder and brake has the same terminals.
  const like =
    alike.find(
      (e) =>
        e.data.class === 'motor' &&
        data.class === 'motor' &&
        e.data.encoder === data.encoder &&
        e.data.brake === data.brake,
    ) ?? alike[0];
  return like && { terminals: like.terminals, elements: like.elements, setup: like.setup };
}

export interface PartsTable {
  entries: LibraryEntry[];
  /** One for each wrong cell: which row (the head is row 1), which column, and how to fix it. */
  faults: Fault[];
}

/**
 * Reads a table of parts. Comma, semicolon or tab; figures with or without a unit; a decimal comma where the separator
 * allows it. A row with a mistake is left out and its mistakes are named; the good rows are returned.
 */
export function readPartsCsv(text: string): PartsTable {
  const parsed = Papa.parse<string[]>(text.replace(/^\ufeff/, ''), { skipEmptyLines: 'greedy' });
  const [head, ...rows] = parsed.data;
  const names = (head ?? []).map((h) => h.trim());
  const faults: Fault[] = [];
  const lost = ['class', 'name'].filter((c) => !names.includes(c));
  if (!head || lost.length)
    return {
      entries: [],
      faults: [
        {
          what: `The first row has no column ${lost.join(' and no ') || 'at all'}.`,
          where: 'row 1',
          fix: `The head needs class and name; further columns are ${columns.slice(4, 12).join(', ')} and so on. Export the library for an example.`,
        },
      ],
    };
  names.forEach((n, i) => {
    if (n && !columns.includes(n))
      faults.push({
        what: `Column ${i + 1} is called "${n}", which no part has.`,
        where: `row 1, column ${i + 1}`,
        fix: 'Leave it out, or look for a typing error. It was skipped.',
      });
  });
  const entries: LibraryEntry[] = [];
  const used = new Set<string>();
  rows.forEach((cells, r) => {
    const row = r + 2;
    const before = faults.length;
    const at = (column: string) => `row ${row}, column ${names.indexOf(column) + 1} (${column})`;
    const cell = (column: string) => plainCell(cells[names.indexOf(column)]);
    const wrong = (column: string, what: string, fix: string) => faults.push({ what, where: at(column), fix });
    const kind = cell('class');
    if (!(csvClasses as readonly string[]).includes(kind)) {
      wrong('class', `"${kind}" is no class that a table can hold.`, `Use one of ${csvClasses.join(', ')}.`);
      return;
    }
    const name = cell('name');
    if (!name) wrong('name', 'The part has no name.', 'Give it one.');
    const data: Record<string, unknown> = { class: kind };
    for (const field of sheetFields[kind as CsvClass] ?? []) {
      const typed = cell(field.key);
      if (!typed) continue;
      const read = parseQuantity(typed, [field.dimension], field.unit, at(field.key));
      if (read.ok) data[field.key] = { ...read.value, source: 'datasheet' };
      else faults.push(read.error);
    }
    for (const [column, allowed] of Object.entries(words)) {
      const typed = cell(column).toLowerCase();
      if (!typed) continue;
      if (!allowed.includes(typed)) wrong(column, `"${typed}" is not known here.`, `Use one of ${allowed.join(', ')}.`);
      else data[column] = typed === 'yes' ? true : typed === 'no' ? false : typed;
    }
    if (kind === 'motor') {
      const leads = Number(cell('leads') || (data.type === 'servo' ? 3 : 4));
      if (![3, 4, 6, 8].includes(leads))
        wrong('leads', `A motor with ${cell('leads')} leads is not known here.`, 'Use 3, 4, 6 or 8.');
      Object.assign(data, {
        type: 'stepper',
        winding: leads === 8 ? 'parallel' : leads === 6 ? 'half' : 'as-supplied',
        brake: false,
        encoder: 'none',
        ...data,
        leads,
      });
      delete data.closedLoop;
    } else {
      for (const c of ['type', 'winding', 'encoder', 'brake']) delete data[c];
      if (kind === 'supply') delete data.closedLoop;
      else {
        const steps = cell('steps')
          .split(/[\s/]+/)
          .filter(Boolean)
          .map(Number);
        if (steps.some((s) => !Number.isInteger(s) || s < 1))
          wrong(
            'steps',
            `"${cell('steps')}" is no list of whole numbers.`,
            'Write steps per revolution with spaces, such as 400 800 1600.',
          );
        Object.assign(data, {
          closedLoop: kind === 'servo-drive',
          ...data,
          stepsPerRevolutionChoices: steps,
          commandFormats: ['pulse-and-direction'],
        });
      }
    }
    if (faults.length > before) return;
    const wanted = (cell('key') || `own-${kind}-${name}`)
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^[^a-z]+|-+$/g, '');
    let key = wanted || `own-${kind}-${row}`;
    for (let n = 2; used.has(key); n++) key = `${wanted}-${n}`;
    used.add(key);
    const like = template(data as PartData);
    const entry = OwnPart.safeParse({ key, name, about: cell('about'), data, ...like });
    if (entry.success) entries.push(entry.data);
    else
      for (const i of entry.error.issues)
        faults.push({
          what: `${i.message}.`,
          where: `row ${row} (${i.path.map(String).join('.')})`,
          fix: 'Correct this row.',
        });
  });
  return { entries, faults };
}
