import type { Fault, Result } from '../../units/result';
import { fail, ok } from '../../units/result';
import { finished } from '../../units/steps';
import type { MachineFile } from '../file';
import { FORMAT, VERSION } from '../file';
import { MAX_FILE_CHARACTERS } from '../limits';
import { migrate } from '../migrate';
import { danglingInFile } from '../references';
import { digestState } from './digest';
import { replay } from './replay';
import { checkSections, listed } from './sections';
import { shapeFault } from './shape';

/** A machine file that was read, and what has to be told of it: what was cut off, brought in line or doubted. */
export interface ReadMachine {
  file: MachineFile;
  told: Fault[];
}

/** What is being done at the moment, as a word for a progress line. */
export type ReadingStep = 'reading' | 'checking' | 'change log';

const one = (what: string, where: string, fix: string) => fail<Fault[]>([{ what, where, fix }]);

/** Line and column of a JSON mistake, where the engine names a position. */
function placeOf(text: string, message: string): string {
  const at = /position (\d+)/.exec(message);
  const position = at ? Number(at[1]) : text.length;
  const before = text.slice(0, position).split('\n');
  return `line ${before.length}, column ${(before.at(-1)?.length ?? 0) + 1}`;
}

/**
 * Reads the text of a machine file: JSON, outline, format mark, version (older ones are brought up to date), schema,
 * references, and every revision carried out. Yields what it is at, between pieces of work, so that a worker can tell and stop.
 * Errors: too large, not JSON (with line and column), another format, newer, or the first fifty wrong places.
 * Without `replay` the change log is checked by its schema alone: enough for what was just written.
 * A change log that cannot be carried out, or a checksum that does not fit, is told beside the file that opens.
 */
export function* readingOf(
  text: string,
  how: { replay: boolean } = { replay: true },
): Generator<ReadingStep, Result<ReadMachine>> {
  if (text.length > MAX_FILE_CHARACTERS)
    return one(
      `The file has ${Math.round(text.length / 1e6)} MB; a machine file has a few at most.`,
      'the whole file',
      'Check that you picked a .nodaxis.json file.',
    );
  yield 'reading';
  let raw: unknown;
  try {
    raw = JSON.parse(text.replace(/^\ufeff/, ''));
  } catch (e) {
    // Nesting too deep for the engine is damage like any other.
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
  const outline = shapeFault(raw);
  if (outline) return fail([outline]);
  const told: Fault[] = [];
  if (digestState(text) === 'changed')
    told.push({
      what: 'This file is not as it was exported: it was damaged on its way, or changed by hand.',
      where: 'the whole file',
      fix: 'If nobody edited it, export the machine again. If you go on, check every figure against the machine.',
    });
  const { digest: _digest, ...content } = raw as Record<string, unknown>;
  const migrated = migrate(content, VERSION);
  if (!migrated.ok) return migrated;
  yield 'checking';
  const sections = checkSections(migrated.value);
  let checked = sections.next();
  while (!checked.done) {
    yield 'checking';
    checked = sections.next();
  }
  if (!checked.value.ok) return checked.value;
  const dangling = danglingInFile(checked.value.value);
  if (dangling.length) return fail(listed(dangling));
  if (!how.replay) return ok({ file: checked.value.value, told });
  yield 'change log';
  const history = replay(checked.value.value);
  let replayed = history.next();
  while (!replayed.done) {
    yield 'change log';
    replayed = history.next();
  }
  return ok({ file: replayed.value.file, told: [...told, ...replayed.value.told] });
}

/** Reads a machine file in one go: see `readingOf`. */
export const readMachineFile = (text: string): Result<ReadMachine> => finished(readingOf(text));

/** Why a text that was just written would not open again, but for its change log; nothing where it would. */
export function wouldNotOpen(text: string): Fault[] {
  const read = finished(readingOf(text, { replay: false }));
  return read.ok ? [] : read.error;
}
