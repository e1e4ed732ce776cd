import CRC32 from 'crc-32';
import type { MachineFile } from '@nodaxis/core/machine/file';
import { writeWithinLimit } from '@nodaxis/core/machine/pruning';
import type { ReadMachine } from '@nodaxis/core/machine/reading/read';
import type { Fault, Result } from '@nodaxis/core/units/result';
import { fail, ok } from '@nodaxis/core/units/result';
import { atDesk } from './besidePage';
import { browserStore, isFull } from './browserStore';
import { dropOldestPoint } from './restorePoints';
import { leaveLastWords } from './lastWords';
import type { KeyValueStore, Place } from './slots';
import { copiesOf, makeSlot, writeSlot } from './slots';

/** A save that failed is tried again by itself. */
export const RETRY_AFTER_MS = 10_000;

/** A text that may be kept, and the machine in it: the oldest revisions of one that has grown too large are left out. */
export interface Keepable {
  text: string;
  checksum: number | undefined;
  file: MachineFile;
  /** The newest revision that is no longer kept. */
  droppedTo: number | undefined;
}

/** Machines just as the importer has handed them over: its checks have been passed, and need not be passed again. */
const imported = new WeakSet<MachineFile>();
export const asImported = (file: MachineFile): MachineFile => {
  imported.add(file);
  return file;
};

/** A machine of a page that is about to go: there is no time for the checks, so it is taken at its word. */
export const inHaste = (file: MachineFile): Keepable => {
  const written = writeWithinLimit(file);
  return { ...written, checksum: CRC32.str(written.text) };
};

/**
 * Makes a machine ready to be kept. Its text goes through the checks of the importer, beside the page, so that nothing is called
 * saved that would not open.
 */
export async function keepable(file: MachineFile): Promise<Result<Keepable>> {
  const written = writeWithinLimit(file);
  if (imported.has(written.file))
    return ok({ ...written, checksum: await atDesk((desk) => desk.checksum(written.text)) });
  const { checksum, faults } = await atDesk((desk) => desk.check(written.text));
  return faults.length ? fail(faults) : ok({ ...written, checksum });
}

export const writeKeepable = (store: KeyValueStore, id: string, k: Keepable, last: Place | undefined): Promise<Place> =>
  writeSlot(store, id, k.text, last, new Date().toISOString(), k.checksum);

/** Leaves behind, at once, what `writeKeepable` may not bring to its end. */
export const leaveBehind = (id: string, k: Keepable, last: Place | undefined): void =>
  leaveLastWords(id, makeSlot(k.text, (last?.sequence ?? 0) + 1, new Date().toISOString(), k.checksum));

/** Writes something; where the store is full, the oldest restore points go for it, one after the other. A machine never does. */
export async function makingRoom<T>(write: () => Promise<T>): Promise<T> {
  for (;;)
    try {
      return await write();
    } catch (e) {
      if (!isFull(e) || !(await dropOldestPoint(browserStore))) throw e;
    }
}

/** Keeps a machine that no page has open. Errors: those of the store; what would not open again comes back as faults. */
export async function keep(store: KeyValueStore, file: MachineFile): Promise<Fault[]> {
  const ready = await keepable(file);
  if (!ready.ok) return ready.error;
  // Beside the newest whole copy.
  const newest = (await copiesOf(store, file.id)).find((c) => c.whole);
  await makingRoom(() => writeKeepable(store, file.id, ready.value, newest));
  justKept = ready.value;
  return [];
}

/** What `keep` wrote last. It is usually opened at once, and its text was read back and checked a moment ago. */
let justKept: Keepable | undefined;
/** Reads a text of the store beside the page; one that this page has just written is known already. */
export async function readKept(text: string): Promise<Result<ReadMachine>> {
  const known = justKept;
  justKept = undefined;
  return known?.text === text ? ok({ file: known.file, told: [] }) : atDesk((desk) => desk.read(text));
}
