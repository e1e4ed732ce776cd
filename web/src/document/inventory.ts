import { asides } from './aside';
import type { Card } from './card';
import type { KeyValueStore, Slot } from './slots';
import { copiesOf, slotOwner } from './slots';
import type { PointInfo } from './restorePoints';
import { pointsOf } from './restorePoints';
import type { Picture } from './photos';

/** What a browser keeps for Nodaxis, by what it is; sizes in bytes, as far as they can be told. */
export interface Inventory {
  machines: { id: string; name: string; bytes: number; savedAt: string; whole: boolean; removed: boolean }[];
  points: PointInfo[];
  aside: { key: string; machine: string; savedAt: string; why: string; bytes: number }[];
  pictures: { count: number; bytes: number; orphans: string[] };
  /** Pictures that were picked and are not filed yet. */
  waiting: number;
  other: { what: string; bytes: number }[];
}

/** The hashes of all pictures that a kept machine, a restore point or a text that was set aside speaks of. */
export async function spokenPictures(store: KeyValueStore): Promise<Set<string>> {
  const spoken = new Set<string>();
  for (const key of await store.keys()) {
    if (!/^(slot|point|aside)\//.test(key)) continue;
    const { text } = (await store.getItem<Partial<Slot> | null>(key)) ?? {};
    if (typeof text === 'string') for (const [hash] of text.matchAll(/\b[0-9a-f]{64}\b/g)) spoken.add(hash);
  }
  return spoken;
}

const sizeOf = (v: unknown): number => (typeof v === 'string' ? v.length : JSON.stringify(v ?? '').length);

/** Looks through the whole store. Errors: those of the store. */
export async function inventoryOf(store: KeyValueStore, cards: readonly Card[]): Promise<Inventory> {
  const keys = await store.keys();
  const inventory: Inventory = {
    machines: [],
    points: await pointsOf(store),
    aside: [],
    pictures: { count: 0, bytes: 0, orphans: [] },
    waiting: keys.filter((k) => k.startsWith('intake/')).length,
    other: [],
  };
  const spoken = await spokenPictures(store);
  for (const id of new Set(keys.flatMap((k) => slotOwner(k) ?? []))) {
    const copies = await copiesOf(store, id);
    const card = cards.find((c) => c.id === id);
    inventory.machines.push({
      id,
      name: card?.name ?? id,
      bytes: copies.reduce((sum, c) => sum + c.text.length, 0),
      savedAt: copies[0]?.savedAt ?? '',
      whole: copies.some((c) => c.whole),
      removed: card?.removedAt !== undefined,
    });
  }
  for (const [key, a] of await asides(store)) {
    inventory.aside.push({ key, machine: a.machine, savedAt: a.savedAt, why: a.why, bytes: a.text.length });
  }
  for (const key of keys) {
    if (key.startsWith('picture/')) {
      const picture = await store.getItem<Picture>(key);
      const hash = key.slice('picture/'.length);
      inventory.pictures.count++;
      inventory.pictures.bytes += picture?.bytes?.length ?? 0;
      // No machine, no point and no text set aside speaks of it.
      if (!spoken.has(hash)) inventory.pictures.orphans.push(key);
    } else if (key.startsWith('rehearsal/'))
      inventory.other.push({
        what: `Rehearsal of ${key.slice('rehearsal/'.length)}`,
        bytes: sizeOf(await store.getItem(key)),
      });
    else if (key.startsWith('library')) {
      const what = key === 'library' ? 'Your own parts' : 'Own parts that could not be read';
      inventory.other.push({ what, bytes: sizeOf(await store.getItem(key)) });
    }
  }
  return inventory;
}
