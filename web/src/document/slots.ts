import CRC32 from 'crc-32';
import type { MachineFile } from '@nodaxis/core/machine/file';
import { writtenByNewer } from '@nodaxis/core/machine/migrate';
import type { ReadMachine } from '@nodaxis/core/machine/reading/read';
import type { Fault, Result } from '@nodaxis/core/units/result';
import { dropLastWords, lastWords } from './lastWords';

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
  /** It stands in no slot: a page that went left it behind. */
  leftBehind?: true;
}

export const makeSlot = (text: string, sequence: number, savedAt: string, checksum = CRC32.str(text)): Slot => ({
  sequence,
  savedAt,
  checksum,
  text,
});

function copyFrom(value: unknown, slot: SlotName): Copy {
  const s: Partial<Slot> = value && typeof value === 'object' ? value : { text: String(value) };
  const text = typeof s.text === 'string' ? s.text : JSON.stringify(s);
  return {
    slot,
    sequence: Number.isInteger(s.sequence) ? s.sequence! : -1,
    savedAt: typeof s.savedAt === 'string' ? s.savedAt : '',
    text,
    whole: Number.isInteger(s.sequence) && typeof s.text === 'string' && CRC32.str(text) === s.checksum,
  };
}

/** A save that was overtaken by one of a page that went has the same number, and an earlier time. */
const newer = (a: Pick<Slot, 'sequence' | 'savedAt'>, b: Pick<Slot, 'sequence' | 'savedAt'>): boolean =>
  a.sequence > b.sequence || (a.sequence === b.sequence && a.savedAt > b.savedAt);

/**
 * The copies of a machine, the newest first: its slots, and what a page that went left behind if it got no further. A slot of which
 * nothing can be made out counts as a torn copy.
 */
export async function copiesOf(store: KeyValueStore, id: string): Promise<Copy[]> {
  const copies: Copy[] = [];
  for (const slot of ['a', 'b'] as const) {
    const value = await store.getItem<unknown>(slotKey(id, slot));
    if (value !== null && value !== undefined) copies.push(copyFrom(value, slot));
  }
  copies.sort((x, y) => y.sequence - x.sequence);
  const newest = copies.find((c) => c.whole);
  const left = lastWords(id);
  // It counts as standing in the slot of the newest whole copy, so that the next save spares that one.
  const last = left === undefined ? undefined : copyFrom(left, newest?.slot ?? 'b');
  if (last?.whole && (!newest || newer(last, newest))) copies.unshift({ ...last, leftBehind: true });
  return copies;
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
      /** It is in no slot yet. */
      leftBehind: boolean;
    }
  | { kind: 'missing' }
  | { kind: 'unreadable'; passedOver: PassedOver[] };

/** The store gave back something else than it was given. */
export class CameBackOtherwise extends Error {}

const TORN: Fault = {
  what: 'The text was cut off, or changed in the store.',
  where: 'the whole file',
  fix: 'Look for an earlier export.',
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
    const { slot, sequence, savedAt, text, leftBehind = false } = copy;
    return { kind: 'opened', ...opened.value, place: { slot, sequence }, savedAt, text, passedOver, leftBehind };
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
  const written = makeSlot(text, sequence, savedAt, checksum);
  await store.setItem(key, written);
  const back = await store.getItem<Slot>(key);
  if (back?.text !== text || back.sequence !== sequence)
    throw new CameBackOtherwise('What was written did not come back the same.');
  const left = lastWords(id) as Partial<Slot> | undefined;
  // What was left behind while this was under way is newer, and stays until it has been written itself.
  if (left && (left.checksum === written.checksum || !newer(left as Slot, written))) dropLastWords(id);
  return { slot, sequence };
}

export async function removeSlots(store: KeyValueStore, id: string): Promise<void> {
  dropLastWords(id);
  await store.removeItem(slotKey(id, 'a'));
  await store.removeItem(slotKey(id, 'b'));
}
