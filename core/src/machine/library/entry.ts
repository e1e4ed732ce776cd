import type { Quantity } from '../../units/quantity';
import { quantity } from '../../units/quantity';
import type { Unit } from '../../units/units';
import type { Element, Part, PartData, Setup, Terminal, TerminalRole } from '../parts';

/** A generic class of part with an invented name, from which a machine takes a copy. */
export interface LibraryEntry {
  key: string;
  name: string;
  /** What it is and what it is for, in a sentence. */
  about: string;
  data: PartData;
  terminals: Record<string, Terminal>;
  elements: Record<string, Element>;
  setup: Setup;
}

/** A figure from the (invented) data sheet. */
export const sheet = (entered: number, unit: Unit): Quantity => quantity(entered, unit, 'datasheet');

export const terminal = (printed: string, role: TerminalRole, channel?: number): Terminal =>
  channel === undefined ? { printed, role } : { printed, role, channel };

/** Encoder leads by the signal that they carry: a motor's and its drive's meet where the ids agree. */
export const encoderTerminals = (kind: 'incremental' | 'absolute'): Record<string, Terminal> =>
  Object.fromEntries(
    (kind === 'incremental'
      ? ['a-plus A+', 'a-minus A−', 'b-plus B+', 'b-minus B−', 'z-plus Z+', 'z-minus Z−', 'plus 5V', 'minus 0V']
      : ['data-plus SD+', 'data-minus SD−', 'plus 5V', 'minus 0V']
    ).map((line) => {
      const [id, label] = line.split(' ') as [string, string];
      return [`enc-${id}`, terminal(label, 'encoder')];
    }),
  );

/** A copy of a library entry as a part of one machine. */
export const partFrom = (entry: LibraryEntry, designation: string, name = entry.name): Part =>
  structuredCloneOf({
    designation,
    name,
    libraryKey: entry.key,
    data: entry.data,
    terminals: entry.terminals,
    elements: entry.elements,
    setup: entry.setup,
  });

/** Deep copy of plain data, so that no two machines share a library object. */
const structuredCloneOf = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
