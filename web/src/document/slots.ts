import CRC32 from 'crc-32';
import type { MachineFile } from '@nodaxis/core/machine/file';
import { writtenByNewer } from '@nodaxis/core/machine/migrate';
import type { ReadMachine } from '@nodaxis/core/machine/reading/read';
import type { Fault, Result } from '@nodaxis/core/units/result';

/** The few calls that saving needs of a browser store; a test gives its own. */
export interface KeyValueStore {
  getItem<T>(key: string): Promise<T | null>;
  setItem<T>(key: string, value: T): Promise<T>;
  removeItem(key: string): Promise<void>;
  keys(): Promise<string[]>;
}

/** One saved copy. The checksum tells a whole one from one that a killed tab left half written. */
export interface Slot {
  sequence: number;
  savedAt: string;
  checksum: number;
  text: string;
}

export type SlotName = 'a' | 'b';
export const slotKey = (id: string, slot: SlotName): string => `slot/${id}/${slot}`;
/** The machine whose slot a key names; undefined for any other key. */
export const slotOwner = (key: string): string | undefined => /^slot\/(.+)\/[ab]$/.exec(key)?.[1];
const other = (slot: SlotName): SlotName => (slot === 'a' ? 'b' : 'a');

/** Which copy of a machine is the newest that counts. */
export interface Place {
  slot: SlotName;
  sequence: number;
}

/** What stands in a slot, as far as it can be made out. */
export interface Copy extends Place {
  savedAt: string;
  text: string;
  /** Its checksum fits: it was written to its end. */
  whole: boolean;
}

export const makeSlot = (text: string, sequence: number, savedAt: string, checksum = CRC32.str(text)): Slot => ({
  sequence,
  savedAt,
  checksum,
  text,
});

/** The copies of a machine, the newest first. A slot of which nothing can be made out counts as a torn copy. */
export async function copiesOf(store: KeyValueStore, id: string): Promise<Copy[]> {
  const copies: Copy[] = [];
  for (const slot of ['a', 'b'] as const) {
    const value = await store.getItem<Partial<Slot> | string | number>(slotKey(id, slot));
    if (value === null || value === undefined) continue;
    const s: Partial<Slot> = typeof value === 'object' ? value : { text: String(value) };
    const text = typeof s.text === 'string' ? s.text : JSON.stringify(s);
    copies.push({
      slot,
      sequence: Number.isInteger(s.sequence) ? s.sequence! : -1,
      savedAt: typeof s.savedAt === 'string' ? s.savedAt : '',
      text,
      whole: Number.isInteger(s.sequence) && typeof s.text === 'string' && CRC32.str(text) === s.checksum,
    });
  }
  return copies.sort((x, y) => y.sequence - x.sequence);
}

/** A copy that did not open, and why. */
export interface PassedOver {
  copy: Copy;
  why: Fault[];
}
export type Opened =
  | {
      kind: 'opened';
      file: MachineFile;
      told: Fault[];
      place: Place;
      savedAt: string;
      /** The text that opened: where something of it was left out, it is what the file was. */
      text: string;
      /** Newer copies that did not open. */
      passedOver: PassedOver[];
    }
  | { kind: 'missing' }
  | { kind: 'unreadable'; passedOver: PassedOver[] };

/** The store gave back something else than it was given. */
export class CameBackOtherwise extends Error {}

const TORN: Fault = {
  what: 'The text was cut off, or changed in the store.',
  where: 'the whole file',
  mend: 'Look for an earlier export.',
};

/** Opens the newest copy of a machine that can be opened. What cannot is not missing: it is handed back, with the reasons. */
export async function openCopies(
  store: KeyValueStore,
  id: string,
  read: (text: string) => Promise<Result<ReadMachine>>,
): Promise<Opened> {
  const copies = await copiesOf(store, id);
  if (!copies.length) return { kind: 'missing' };
  const passedOver: PassedOver[] = [];
  for (const copy of copies) {
    if (!copy.whole) {
      passedOver.push({ copy, why: [TORN] });
      continue;
    }
    const opened = await read(copy.text);
    if (!opened.ok) {
      passedOver.push({ copy, why: opened.error });
      // What a newer Nodaxis wrote is not damaged: an older copy must not go on in its place.
      if (writtenByNewer(opened.error)) break;
      continue;
    }
    const { slot, sequence, savedAt, text } = copy;
    return { kind: 'opened', ...opened.value, place: { slot, sequence }, savedAt, text, passedOver };
  }
  return { kind: 'unreadable', passedOver };
}

/**
 * Writes the slot that does not hold the newest copy that opens, so that one such copy exists at every moment, and reads it back.
 * `checksum` spares working it out where it is known. Errors: those of the store, and a text that came back otherwise.
 */
export async function writeSlot(
  store: KeyValueStore,
  id: string,
  text: string,
  last: Place | undefined,
  savedAt: string,
  checksum?: number,
): Promise<Place> {
  const slot = last ? other(last.slot) : 'a';
  const sequence = (last?.sequence ?? 0) + 1;
  const key = slotKey(id, slot);
  await store.setItem(key, makeSlot(text, sequence, savedAt, checksum));
  const back = await store.getItem<Slot>(key);
  if (back?.text !== text || back.sequence !== sequence)
    throw new CameBackOtherwise('What was written did not come back the same.');
  return { slot, sequence };
}

export async function removeSlots(store: KeyValueStore, id: string): Promise<void> {
  await store.removeItem(slotKey(id, 'a'));
  await store.removeItem(slotKey(id, 'b'));
}
