import { NameSheet } from '../machine/nameSheet';
import { schemaFaults } from '../machine/reading/schemaFaults';
import { fail, ok, type Fault, type Result } from '../units/result';

/** A text longer than this is no name sheet. */
const LONGEST = 2_000_000;

/** Reads a name sheet as a file holds it. Whether its expressions can be worked out shows at its lines, each with its reason. */
export function readSheet(text: string, file: string): Result<NameSheet, Fault[]> {
  if (text.length > LONGEST)
    return fail([{ what: 'This file is too long for a name sheet.', where: file, fix: 'Pick the sheet itself.' }]);
  let data: unknown;
  try {
    data = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch {
    return fail([{ what: 'This is no JSON.', where: file, fix: 'Pick a sheet that was saved here.' }]);
  }
  const parsed = NameSheet.safeParse(data);
  if (parsed.success) return ok(parsed.data);
  return fail(
    schemaFaults(parsed.error, [file])
      .slice(0, 50)
      .map((f) => ({ ...f, fix: 'Correct this place in the sheet.' })),
  );
}

/** A name sheet as a file: the same sheet gives the same text. */
export const writeSheet = (sheet: NameSheet): string => `${JSON.stringify(NameSheet.parse(sheet), null, 2)}\n`;
