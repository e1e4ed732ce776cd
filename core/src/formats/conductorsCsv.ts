import Papa from 'papaparse';
import type { ColourCode, Conductor } from '../machine/connections';
import { Colour, conductorStates } from '../machine/connections';
import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import { terminalKey } from '../machine/ids';
import { parseQuantity } from '../units/parse';
import type { Quantity } from '../units/quantity';
import { enteredNumber } from '../units/quantity';
import type { Fault } from '../units/result';
import { terminalName } from '../wiring/wires';
import { plainCell } from './plainCell';

const columns = [
  'number',
  'from',
  'to',
  'colour',
  'section',
  'length',
  'cable',
  'core',
  'state',
  'waits for',
  'route',
  'chain',
  'notes',
  'purpose',
] as const;
type Column = (typeof columns)[number];

/** No wire list is longer; a table that is was made by a slip, or to do harm. */
export const MOST_ROWS = 20_000;
/** Faults beyond these say nothing new. */
const MOST_FAULTS = 200;

const figure = (q: Quantity | undefined): string => (q ? `${enteredNumber(q)} ${q.unit}` : '');

/** The list of conductors as a table. What a spreadsheet would take for a formula is quoted with an apostrophe. */
export function writeConductorsCsv(design: Design): string {
  const rows = Object.values(design.conductors)
    .sort((a, b) => a.number - b.number)
    .map((c): Record<Column, string | number> => ({
      number: c.number,
      from: terminalName(design, c.from),
      to: terminalName(design, c.to),
      colour: c.colour ?? '',
      section: figure(c.section),
      length: figure(c.length),
      cable: c.cable ?? '',
      core: c.core ?? '',
      state: c.state,
      'waits for': c.waitsFor ?? '',
      route: c.route ?? '',
      chain: c.chain ?? '',
      notes: c.notes ?? '',
      purpose: c.purpose,
    }));
  return Papa.unparse(rows, { columns: [...columns], escapeFormulae: true });
}

type Field = 'colour' | 'section' | 'length' | 'cable' | 'core' | 'state' | 'waitsFor' | 'route' | 'chain' | 'notes';
export type RowEdit = Partial<Pick<Conductor, Field | 'from' | 'to' | 'purpose'>>;

/** What a table asks for: rows whose number is known change that conductor, the others are new ones. */
export interface ConductorsTable {
  change: { id: string; set: RowEdit }[];
  add: (RowEdit & { from: TerminalRef; to: TerminalRef; number?: number })[];
  /** Rows that say what the machine says already. */
  same: number;
  /** One for each wrong cell: row (the head is row 1), column, and how to fix it. Such a row is left out whole. */
  faults: Fault[];
}

const texts: readonly [Column, Field | 'purpose', number][] = [
  ['cable', 'cable', 60],
  ['core', 'core', 20],
  ['waits for', 'waitsFor', 200],
  ['route', 'route', 200],
  ['chain', 'chain', 60],
  ['notes', 'notes', 20_000],
  ['purpose', 'purpose', 300],
];

const equal = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/**
 * Reads a table of conductors against a machine. Comma, semicolon or tab. Terminals are written as on the labels,
 * `-T4:V+`. Nothing is taken from a row with a mistake; an empty cell leaves the field as it is.
 */
export function readConductorsCsv(text: string, design: Design): ConductorsTable {
  const table: ConductorsTable = { change: [], add: [], same: 0, faults: [] };
  const parsed = Papa.parse<string[]>(text.replace(/^\ufeff/, ''), {
    skipEmptyLines: 'greedy',
    preview: MOST_ROWS + 2,
  });
  const [head, ...rows] = parsed.data;
  const names = (head ?? []).map((h) => plainCell(h).toLowerCase());
  const refuse = (what: string, where: string, fix: string): ConductorsTable => {
    table.faults.push({ what, where, fix });
    return table;
  };
  const lost = ['from', 'to'].filter((c) => !names.includes(c));
  if (!head || lost.length)
    return refuse(
      `The first row has no column ${lost.join(' and no ') || 'at all'}.`,
      'row 1',
      `The head needs from and to; it may have ${columns.filter((c) => c !== 'from' && c !== 'to').join(', ')}. Export the list for an example.`,
    );
  if (rows.length > MOST_ROWS)
    return refuse(
      `The table has more than ${MOST_ROWS.toLocaleString('en')} rows; a machine has a few hundred conductors. Nothing was taken.`,
      `row ${MOST_ROWS + 2}`,
      'Check that this is the list you meant, and cut it down.',
    );

  const terminals = new Map<string, TerminalRef>();
  for (const [part, p] of Object.entries(design.parts))
    for (const terminal of Object.keys(p.terminals))
      terminals.set(terminalName(design, { part, terminal }).toLowerCase(), { part, terminal });
  const byNumber = new Map(Object.entries(design.conductors).map(([id, c]) => [c.number, [id, c] as const]));
  const seen = new Map<number, number>();

  rows.forEach((cells, r) => {
    if (table.faults.length >= MOST_FAULTS) return;
    const row = r + 2;
    const before = table.faults.length;
    const cell = (column: Column) => plainCell(cells[names.indexOf(column)]);
    const wrong = (column: Column, what: string, fix: string) =>
      table.faults.push({ what, where: `row ${row}, column ${names.indexOf(column) + 1} (${column})`, fix });
    const set: RowEdit = {};

    const end = (column: 'from' | 'to'): TerminalRef | undefined => {
      const typed = cell(column);
      const found = terminals.get(typed.toLowerCase());
      if (!found)
        wrong(
          column,
          typed ? `There is no terminal "${typed.slice(0, 60)}" on this machine.` : 'This end is empty.',
          'Write designation, colon and the label, such as -T4:V+.',
        );
      return found;
    };
    const [from, to] = [end('from'), end('to')];
    if (from && to && terminalKey(from) === terminalKey(to))
      wrong('to', 'The conductor ends where it begins.', 'Pick two different terminals.');
    const typedNumber = cell('number');
    const number = typedNumber === '' ? undefined : Number(typedNumber);
    if (number !== undefined && !(Number.isInteger(number) && number >= 1 && number <= 99_999))
      wrong(
        'number',
        `"${typedNumber.slice(0, 20)}" is no number of a conductor.`,
        'Use a whole number from 1 to 99 999, or leave it empty.',
      );
    else if (number !== undefined) {
      const earlier = seen.get(number);
      if (earlier !== undefined)
        wrong('number', `Number ${number} is already in row ${earlier}.`, 'Give each conductor a number of its own.');
      seen.set(number, row);
    }
    const colour = cell('colour')
      .toUpperCase()
      .replace(/[\s/-]/g, '');
    if (colour) {
      if (Colour.safeParse(colour).success) set.colour = colour as ColourCode;
      else
        wrong(
          'colour',
          `"${cell('colour').slice(0, 20)}" is no colour code.`,
          'Use the letters of IEC 60757, such as BK, BU or GNYE.',
        );
    }
    for (const [column, dimension, unit] of [
      ['section', 'area', 'mm²'],
      ['length', 'length', 'm'],
    ] as const) {
      const typed = cell(column);
      if (!typed) continue;
      const read = parseQuantity(
        typed,
        [dimension],
        unit,
        `row ${row}, column ${names.indexOf(column) + 1} (${column})`,
      );
      if (read.ok) set[column] = read.value;
      else table.faults.push(read.error);
    }
    const state = cell('state').toLowerCase();
    if (state) {
      if ((conductorStates as readonly string[]).includes(state)) set.state = state as Conductor['state'];
      else wrong('state', `"${state.slice(0, 20)}" is no state.`, `Use one of ${conductorStates.join(', ')}.`);
    }
    for (const [column, field, most] of texts) {
      const typed = cell(column);
      if (!typed) continue;
      if (typed.length > most) wrong(column, `This text has ${typed.length} characters.`, `Keep it to ${most}.`);
      else Object.assign(set, { [field]: typed });
    }
    if (table.faults.length > before || !from || !to) return;

    const there = number === undefined ? undefined : byNumber.get(number);
    if (!there) {
      table.add.push({ ...set, from, to, ...(number === undefined ? {} : { number }) });
      return;
    }
    const [id, c] = there;
    const full: RowEdit = { from, to, ...set };
    const changed = Object.fromEntries(
      Object.entries(full).filter(([key, value]) => {
        const was = c[key as keyof Conductor];
        // A figure that reads the same is the same, whoever entered it.
        return typeof value === 'object' && 'unit' in value
          ? figure(value) !== figure(was as Quantity | undefined)
          : !equal(value, was);
      }),
    ) as RowEdit;
    if (Object.keys(changed).length) table.change.push({ id, set: changed });
    else table.same++;
  });
  if (table.faults.length >= MOST_FAULTS)
    table.faults.push({
      what: 'There are more mistakes than these; the rest of the table was not read.',
      where: 'the table',
      fix: 'Correct these first, then read it again.',
    });
  return table;
}
