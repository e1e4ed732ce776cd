import { z } from 'zod';
import type { Fault, Result } from '../units/result';
import { fail, ok } from '../units/result';
import { FORMAT, MachineFile, VERSION } from './file';
import { migrate } from './migrate';
import { danglingInFile } from './references';

// The page runs under a content security policy that forbids code made from text.
z.config({ jitless: true });

/** A machine file is far smaller than this; anything larger is refused before it is read. */
export const MAX_FILE_BYTES = 32 * 1024 * 1024;

const pathText = (path: readonly PropertyKey[]): string => path.map(String).join('.') || '(the whole file)';

/** Every cause that Zod found, the branches of a union included, as faults with a path. */
export function schemaFaults(error: z.ZodError, prefix: readonly PropertyKey[] = []): Fault[] {
  return error.issues.map((issue) => ({
    what: `${issue.message}.`,
    where: pathText([...prefix, ...issue.path]),
    mend: 'Mend this place in the file, or export the machine again.',
  }));
}

const one = (what: string, where: string, mend: string) => fail<Fault[]>([{ what, where, mend }]);

/** Line and column of a JSON mistake, where the engine names a position. */
function placeOf(text: string, message: string): string {
  const at = /position (\d+)/.exec(message);
  const position = at ? Number(at[1]) : text.length;
  const before = text.slice(0, position).split('\n');
  return `line ${before.length}, column ${(before.at(-1)?.length ?? 0) + 1}`;
}

/**
 * Reads the text of a machine file: JSON, format mark, version (older ones are brought up to date), schema, references.
 * Errors: too large, not JSON (with line and column), another format, newer, or one fault for each wrong place.
 */
export function readMachineFile(text: string): Result<MachineFile> {
  if (text.length > MAX_FILE_BYTES)
    return one(
      `The file has ${Math.round(text.length / 1e6)} MB; a machine file has a few at most.`,
      'the whole file',
      'Check that you picked a .nodaxis.json file.',
    );
  let raw: unknown;
  try {
    raw = JSON.parse(text.replace(/^\ufeff/, ''));
  } catch (e) {
    return one(
      'The file is damaged or is not JSON: it cannot be read to its end.',
      placeOf(text, (e as Error).message),
      'Look for a complete copy, such as an earlier export.',
    );
  }
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw) || (raw as { format?: unknown }).format !== FORMAT)
    return one(
      'This is JSON, but not a Nodaxis machine file.',
      'format',
      `A machine file begins with "format": "${FORMAT}". Pick a .nodaxis.json file.`,
    );
  const migrated = migrate(raw as Record<string, unknown>, VERSION);
  if (!migrated.ok) return migrated;
  const parsed = MachineFile.safeParse(migrated.value);
  if (!parsed.success) return fail(schemaFaults(parsed.error));
  const dangling = danglingInFile(parsed.data);
  return dangling.length ? fail(dangling) : ok(parsed.data);
}
