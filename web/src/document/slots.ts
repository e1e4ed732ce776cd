import CRC32 from 'crc-32';

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
const other = (slot: SlotName): SlotName => (slot === 'a' ? 'b' : 'a');

export const makeSlot = (text: string, sequence: number, savedAt: string): Slot => ({
  sequence,
  savedAt,
  checksum: CRC32.str(text),
  text,
});

const isSlot = (v: unknown): v is Slot =>
  typeof v === 'object' && v !== null && typeof (v as Slot).text === 'string' && Number.isInteger((v as Slot).sequence);
export const isWhole = (v: unknown): v is Slot => isSlot(v) && CRC32.str(v.text) === v.checksum;

export interface Loaded {
  text: string;
  sequence: number;
  slot: SlotName;
  savedAt: string;
  /** A newer copy was there but damaged: the one before it was opened. */
  fellBack: boolean;
}

/** Opens the newest whole copy of a machine; undefined where there is none. */
export async function readSlots(store: KeyValueStore, id: string): Promise<Loaded | undefined> {
  const found = await Promise.all(
    (['a', 'b'] as const).map(async (slot) => ({ slot, value: await store.getItem<unknown>(slotKey(id, slot)) })),
  );
  const whole = found.flatMap(({ slot, value }) => (isWhole(value) ? [{ slot, ...value }] : []));
  const newest = whole.sort((a, b) => b.sequence - a.sequence)[0];
  if (!newest) return undefined;
  const damaged = found.some(({ value }) => value !== null && !isWhole(value));
  return {
    text: newest.text,
    sequence: newest.sequence,
    slot: newest.slot,
    savedAt: newest.savedAt,
    fellBack: damaged,
  };
}

/** Writes the slot that does not hold the newest whole copy, so that one whole copy exists at every moment. */
export async function writeSlot(
  store: KeyValueStore,
  id: string,
  text: string,
  last: { slot: SlotName; sequence: number } | undefined,
  savedAt: string,
): Promise<{ slot: SlotName; sequence: number }> {
  const slot = last ? other(last.slot) : 'a';
  const sequence = (last?.sequence ?? 0) + 1;
  await store.setItem(slotKey(id, slot), makeSlot(text, sequence, savedAt));
  return { slot, sequence };
}

export async function removeSlots(store: KeyValueStore, id: string): Promise<void> {
  await store.removeItem(slotKey(id, 'a'));
  await store.removeItem(slotKey(id, 'b'));
}
