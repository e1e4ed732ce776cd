import { newDesign } from '@nodaxis/core/machine/create';
import type { MachineFile } from '@nodaxis/core/machine/file';
import { changedAt, newMachineFile, revisionOf, writeMachineFile } from '@nodaxis/core/machine/file';
import { applyCommand } from '@nodaxis/core/commands/apply';
import type { MachineKind } from '@nodaxis/core/machine/mechanics';
import { readMachineFile } from '@nodaxis/core/machine/reading/read';
import { sampleMachines } from '@nodaxis/core/samples/index';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { browserStore, storeFault } from './browserStore';
import { pictureKey } from './photos';
import { readSlots, removeSlots, writeSlot } from './slots';

/** What the shelf shows of a machine without opening it. */
export interface Card {
  id: string;
  name: string;
  kind: MachineKind;
  revision: number;
  changedAt: string;
  archived: boolean;
  /** When it was removed; it can be brought back until it is deleted for good. */
  removedAt?: string;
}

const cardKey = (id: string) => `card/${id}`;
const SEEDED = 'seeded';
/** Removed machines are deleted for good after this time. */
const KEEP_REMOVED_MS = 30 * 24 * 3600 * 1000;

/** Machines that the browser could not keep: held here so that they can still be opened and exported. */
export const unsaved = new Map<string, MachineFile>();

export const newId = (): string => `m-${crypto.randomUUID()}`;
const now = () => new Date().toISOString();

export const cardOf = (file: MachineFile, rest: Pick<Card, 'archived' | 'removedAt'> = { archived: false }): Card => ({
  id: file.id,
  name: file.design.name,
  kind: file.design.kind,
  revision: revisionOf(file),
  changedAt: changedAt(file),
  archived: rest.archived,
  ...(rest.removedAt ? { removedAt: rest.removedAt } : {}),
});

export const useShelf = defineStore('shelf', () => {
  const cards = shallowRef<Card[]>([]);
  const ready = ref(false);
  /** Why nothing can be kept, if so. The shelf then lives in memory until the tab closes. */
  const blocked = ref('');

  const present = computed(() => cards.value.filter((c) => !c.removedAt && !c.archived));
  const archived = computed(() => cards.value.filter((c) => !c.removedAt && c.archived));
  const removed = computed(() => cards.value.filter((c) => c.removedAt));

  const put = (card: Card) => {
    const rest = cards.value.filter((c) => c.id !== card.id);
    cards.value = [...rest, card].sort((a, b) => b.changedAt.localeCompare(a.changedAt));
  };

  async function keepCard(card: Card): Promise<void> {
    put(card);
    await browserStore.setItem(cardKey(card.id), card).catch((e: unknown) => (blocked.value = storeFault(e)));
  }

  /** Puts a machine on the shelf; where the browser keeps nothing it is held in memory, and that is said. */
  async function add(file: MachineFile): Promise<Card> {
    const card = cardOf(file);
    try {
      await writeSlot(browserStore, file.id, writeMachineFile(file), undefined, now());
    } catch (e) {
      blocked.value = storeFault(e);
      unsaved.set(file.id, file);
    }
    await keepCard(card);
    return card;
  }

  /** A card that was lost is made anew from its slots: the slots are the truth. */
  async function recover(ids: string[]): Promise<void> {
    for (const id of ids) {
      const loaded = await readSlots(browserStore, id);
      const read = loaded && readMachineFile(loaded.text);
      if (read?.ok) await keepCard(cardOf(read.value));
    }
  }

  async function start(): Promise<void> {
    if (ready.value) return;
    try {
      const keys = await browserStore.keys();
      const found = await Promise.all(
        keys.filter((k) => k.startsWith('card/')).map((k) => browserStore.getItem<Card>(k)),
      );
      for (const card of found) if (card) put(card);
      const slotIds = new Set(keys.filter((k) => k.startsWith('slot/')).map((k) => k.split('/')[1]!));
      await recover([...slotIds].filter((id) => !cards.value.some((c) => c.id === id)));
      for (const c of removed.value)
        if (Date.now() - Date.parse(c.removedAt!) > KEEP_REMOVED_MS) await deleteForGood(c.id);
      await seed();
    } catch (e) {
      blocked.value = storeFault(e);
      if (!cards.value.length) await restoreSamples();
    }
    ready.value = true;
  }

  /** Puts the sample machines on a shelf that never held anything; a start that was cut off is taken up again. */
  async function seed(): Promise<void> {
    const done = await browserStore.getItem<'begun' | 'done'>(SEEDED);
    if (done === 'done' || (!done && cards.value.length)) return;
    await browserStore.setItem(SEEDED, 'begun');
    for (const sample of sampleMachines) if (!cards.value.some((c) => c.id === sample.id)) await add(sample.make());
    await browserStore.setItem(SEEDED, 'done');
  }

  async function restoreSamples(): Promise<void> {
    for (const sample of sampleMachines) {
      const there = cards.value.find((c) => c.id === sample.id);
      // A machine that is on the shelf is never overwritten: the fresh copy gets an id of its own.
      const file = sample.make();
      await add(there ? { ...file, id: newId() } : file);
    }
  }

  const create = (kind: MachineKind, name: string): Promise<Card> =>
    add(newMachineFile(newDesign(kind, name), newId(), now()));

  async function load(id: string): Promise<MachineFile | undefined> {
    const held = unsaved.get(id);
    if (held) return held;
    const loaded = await readSlots(browserStore, id);
    const read = loaded && readMachineFile(loaded.text);
    return read?.ok ? read.value : undefined;
  }

  async function duplicate(id: string): Promise<Card | undefined> {
    const file = await load(id);
    if (!file) return undefined;
    return add({ ...renamed(file, `${file.design.name} (copy)`), id: newId() });
  }

  const renamed = (file: MachineFile, name: string): MachineFile => {
    const edit = applyCommand(file, { name: 'set-field', args: { path: 'name', value: name } }, now());
    return edit.ok ? edit.value.file : file;
  };

  /** Renames a machine that is not open; its name is part of the design, so it makes a revision. */
  async function rename(id: string, name: string): Promise<void> {
    const card = cards.value.find((c) => c.id === id);
    const loaded = await readSlots(browserStore, id);
    const read = loaded && readMachineFile(loaded.text);
    if (!card || !read?.ok || !loaded) return;
    const file = renamed(read.value, name);
    await writeSlot(browserStore, id, writeMachineFile(file), loaded, now());
    await keepCard(cardOf(file, card));
  }

  const setArchived = (card: Card, isArchived: boolean) => keepCard({ ...card, archived: isArchived });
  const remove = (card: Card) => keepCard({ ...card, removedAt: now() });
  const bringBack = ({ removedAt: _gone, ...card }: Card) => keepCard(card);

  /** Pictures that no machine on the shelf speaks of any more. */
  async function dropPictures(gone: MachineFile): Promise<void> {
    const hashes = Object.values(gone.photos).map((p) => p.sha256);
    if (!hashes.length) return;
    const others = await Promise.all(
      cards.value.filter((c) => c.id !== gone.id).map((c) => readSlots(browserStore, c.id)),
    );
    for (const h of hashes) if (!others.some((o) => o?.text.includes(h))) await browserStore.removeItem(pictureKey(h));
  }

  async function deleteForGood(id: string): Promise<void> {
    const gone = await load(id);
    await removeSlots(browserStore, id);
    if (gone) await dropPictures(gone);
    await browserStore.removeItem(cardKey(id));
    unsaved.delete(id);
    cards.value = cards.value.filter((c) => c.id !== id);
  }

  /** An imported file never takes the place of a machine on the shelf: on a known id it becomes a copy. */
  async function take(file: MachineFile): Promise<Card> {
    const known = cards.value.some((c) => c.id === file.id);
    return add(known ? { ...renamed(file, `${file.design.name} (imported)`), id: newId() } : file);
  }

  return {
    cards,
    ready,
    blocked,
    present,
    archived,
    removed,
    start,
    create,
    duplicate,
    rename,
    setArchived,
    remove,
    bringBack,
    deleteForGood,
    restoreSamples,
    take,
    load,
    keepCard,
  };
});
