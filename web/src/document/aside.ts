import CRC32 from 'crc-32';
import type { KeyValueStore } from './slots';

/** A text that could not be opened, or not whole, as it was found: kept until a person has saved it or lets it go. */
export interface Aside {
  machine: string;
  savedAt: string;
  why: string;
  text: string;
}
const PREFIX = 'aside/';
/** More than this of one machine is the same damage over and over. */
const MOST_OF_ONE = 4;

/** Sets a text aside, once: the same text again takes no second place. Errors: those of the store. */
export async function setAside(store: KeyValueStore, aside: Aside): Promise<void> {
  const there = (await store.keys()).filter((k) => k.startsWith(`${PREFIX}${aside.machine}/`));
  const key = `${PREFIX}${aside.machine}/${(CRC32.str(aside.text) >>> 0).toString(16)}`;
  if (there.includes(key) || there.length >= MOST_OF_ONE) return;
  await store.setItem(key, aside);
}

/** All texts that are set aside, of one machine or of all, by their keys. */
export async function asides(store: KeyValueStore, machine?: string): Promise<[key: string, aside: Aside][]> {
  const prefix = machine === undefined ? PREFIX : `${PREFIX}${machine}/`;
  const found: [string, Aside][] = [];
  for (const key of await store.keys()) {
    if (!key.startsWith(prefix)) continue;
    const aside = await store.getItem<Aside>(key);
    if (typeof aside?.text === 'string') found.push([key, aside]);
  }
  return found;
}
