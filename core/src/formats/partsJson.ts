import { z } from 'zod';
import { Id, Name } from '../machine/ids';
import type { LibraryEntry } from '../machine/library/entry';
import { Element, PartData, Setup, Terminal } from '../machine/parts';
import { schemaFaults } from '../machine/reading/schemaFaults';
import type { Fault, Result } from '../units/result';
import { fail, ok } from '../units/result';
import { readJson } from './readJson';

export const PARTS_FORMAT = 'nodaxis-parts';

/** A part of a user's own library, as it stands in a file. */
export const OwnPart = z.strictObject({
  key: Id,
  name: Name,
  about: z.string().max(500),
  data: PartData,
  terminals: z.record(Id, Terminal),
  elements: z.record(Id, Element),
  setup: Setup,
});

export const writePartsJson = (parts: readonly LibraryEntry[]): string =>
  JSON.stringify({ format: PARTS_FORMAT, version: 1, parts }, null, 2);

/** Reads a library file. Errors: not JSON, another format, or each wrong place with its part and field. */
export function readPartsJson(text: string): Result<LibraryEntry[], Fault[]> {
  const json = readJson(text);
  if (!json.ok) return json;
  const raw = json.value;
  const file = raw as { format?: unknown; parts?: unknown };
  if (typeof raw !== 'object' || raw === null || file.format !== PARTS_FORMAT || !Array.isArray(file.parts))
    return fail([
      {
        what: 'This is JSON, but not a library of parts.',
        where: 'format',
        fix: `A library begins with "format": "${PARTS_FORMAT}". A machine file is imported on the shelf.`,
      },
    ]);
  const entries: LibraryEntry[] = [];
  const faults: Fault[] = [];
  file.parts.forEach((p, i) => {
    const read = OwnPart.safeParse(p);
    if (read.success) entries.push(read.data);
    else faults.push(...schemaFaults(read.error, ['parts', i]));
  });
  return faults.length ? fail(faults) : ok(entries);
}
