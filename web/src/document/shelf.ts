import { newDesign } from '@nodaxis/core/machine/create';
import type { MachineFile } from '@nodaxis/core/machine/file';
import { newMachineFile } from '@nodaxis/core/machine/file';
import { applyCommand } from '@nodaxis/core/commands/apply';
import type { MachineKind } from '@nodaxis/core/machine/mechanics';
import { machineKinds } from '@nodaxis/core/machine/mechanics';
import { sampleMachines } from '@nodaxis/core/samples/index';
import { defineStore } from 'pinia';
import { computed, ref, shallowReactive, shallowRef } from 'vue';
import { atDesk } from './besidePage';
import { answering, asking, browserStore, NotKept, storeFault } from './browserStore';
import { binVerdict } from './bin';
import { cardKey, cardOf, readCard, type Card } from './card';
import { spokenPictures } from './inventory';
import { keep, RETRY_AFTER_MS } from './keep';
import { pictureKey } from './photos';
import type { Opened } from './slots';
import { pointsOf } from './restorePoints';
import { openCopies, removeSlots, slotOwner } from './slots';
import { whileClosed } from './tabHold';
import { onExport } from './transfer';

const SEEDED = 'seeded';
/** The newest time that this browser has seen: a clock that is set back, or was wrong, is noticed by it. */
const CLOCK = 'clock';
/** Of a machine that was handed out as a file: the revision, and when. */
export interface BackedUp {
  revision: number;
  at?: string;
}

/** Tells the shelves of other tabs that a card has changed. */
const CHANGED = 'nodaxis-shelf';

export const newId = (): string => `m-${crypto.randomUUID()}`;
const now = () => new Date().toISOString();

export const useShelf = defineStore('shelf', () => {
  const cards = shallowRef<Card[]>([]);
  const ready = ref(false);
  /** Why nothing can be kept, if so. The shelf then lives in memory until the tab closes. */
  const blocked = ref('');
  /** Why the last thing asked of the shelf was not done. */
  const refusal = ref('');
  /** Machines that the browser could not keep: held here so that they can still be opened and exported. */
  const unsaved = shallowReactive(new Map<string, MachineFile>());

  /** When each machine was last handed out as a file. */
  const savedAsFile = shallowReactive(new Map<string, string>());
  onExport.add((file) => savedAsFile.set(file.id, now()));

  const present = computed(() => cards.value.filter((c) => !c.removedAt && !c.archived));
  const archived = computed(() => cards.value.filter((c) => !c.removedAt && c.archived));
  const removed = computed(() => cards.value.filter((c) => c.removedAt));

  const put = (card: Card) => {
    const rest = cards.value.filter((c) => c.id !== card.id);
    cards.value = [...rest, card].sort((a, b) => b.changedAt.localeCompare(a.changedAt));
  };
  const others = new BroadcastChannel(CHANGED);
  others.onmessage = ({ data }: MessageEvent<string>) => void look(data);
  /** Takes a card over as another tab has left it. */
  async function look(id: string): Promise<void> {
    const card = readCard(await browserStore.getItem(cardKey(id)).catch(() => null), id);
    if (card) put(card);
    else cards.value = cards.value.filter((c) => c.id !== id || unsaved.has(id));
  }

  async function keepCard(card: Card): Promise<void> {
    put(card);
    await browserStore.setItem(cardKey(card.id), card).catch((e: unknown) => (blocked.value = storeFault(e)));
    others.postMessage(card.id);
  }

  /** Puts a machine on the shelf; where the browser keeps nothing it is held in memory, and that is said. */
  async function add(file: MachineFile): Promise<Card> {
    try {
      const [fault] = await keep(browserStore, file);
      if (fault) throw new NotKept(fault);
    } catch (e) {
      blocked.value = storeFault(e);
      hold(file);
    }
    const card = cardOf(file);
    await keepCard(card);
    return card;
  }

  /** Holds a machine that could not be kept in memory, and tries again until it is: here, or where it is open. */
  function hold(file: MachineFile): void {
    const known = unsaved.has(file.id);
    unsaved.set(file.id, file);
    if (!known) tryAgain(file.id);
  }
  const tryAgain = (id: string): void =>
    void setTimeout(() => void keepUnsaved(id).then(() => unsaved.has(id) && tryAgain(id)), RETRY_AFTER_MS);
  /** Keeps a machine that could not be kept before, once no tab has it open; until then it stays where it is. */
  async function keepUnsaved(id: string): Promise<void> {
    const file = unsaved.get(id);
    if (!file) return;
    await whileClosed(id, async () => {
      try {
        if ((await keep(browserStore, file)).length) return;
        unsaved.delete(id);
        if (!unsaved.size) blocked.value = '';
        const card = cards.value.find((c) => c.id === id);
        await keepCard(cardOf(file, card));
      } catch (e) {
        blocked.value = storeFault(e);
      }
    });
  }

  const openFrom = (id: string): Promise<Opened> =>
    openCopies(asking(browserStore), id, (text) => atDesk((desk) => desk.read(text)));

  /** A card that was lost is made again from its slots: the slots are the truth. */
  async function recover(ids: readonly string[]): Promise<void> {
    for (const id of ids) {
      const opened = await openFrom(id);
      if (opened.kind === 'opened') await keepCard(cardOf(opened.file));
      else if (opened.kind === 'unreadable')
        put({ id, name: id, kind: machineKinds[0], revision: 0, changedAt: '', archived: false, unreadable: true });
    }
  }

  async function start(): Promise<void> {
    if (ready.value) return;
    try {
      const keys = await answering(browserStore.keys());
      for (const key of keys) {
        if (key.startsWith('backup/')) {
          const b = await browserStore.getItem<Partial<BackedUp> | number>(key);
          if (typeof b === 'object' && b?.at) savedAsFile.set(key.slice('backup/'.length), b.at);
        }
        if (!key.startsWith('card/')) continue;
        const id = key.slice('card/'.length);
        const card = readCard(await browserStore.getItem(key), id);
        if (card) put(card);
      }
      const owners = new Set(keys.flatMap((k) => slotOwner(k) ?? []));
      await recover([...owners].filter((id) => !cards.value.some((c) => c.id === id)));
      await emptyBin();
      await seed();
    } catch (e) {
      blocked.value = storeFault(e);
      if (!cards.value.length) await restoreSamples();
    }
    ready.value = true;
  }

  let clock = 0;
  /** Deletes what was removed long ago, after it was said for a week. */
  async function emptyBin(): Promise<void> {
    const at = Date.now();
    clock = (await browserStore.getItem<number>(CLOCK)) ?? 0;
    for (const c of removed.value) {
      const verdict = binVerdict(c, at, clock);
      if (verdict.what === 'delete') await deleteForGood(c.id);
      else if (verdict.what === 'warn') await keepCard({ ...c, warnedAt: new Date(at).toISOString() });
    }
    if (at > clock) await browserStore.setItem(CLOCK, (clock = at));
  }
  /** Removed machines that will be deleted soon, with the day. */
  const going = computed(() =>
    removed.value.flatMap((card) => {
      const verdict = binVerdict(card, Date.now(), clock);
      return 'goesAt' in verdict ? [{ card, goesAt: verdict.goesAt }] : [];
    }),
  );

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

  /** The machine as it is kept, for work in the background: where it does not open, its card or its page says so. */
  async function glance(id: string): Promise<MachineFile | undefined> {
    const held = unsaved.get(id);
    if (held) return held;
    const opened = await openFrom(id).catch(() => undefined);
    return opened?.kind === 'opened' ? opened.file : undefined;
  }

  const create = (kind: MachineKind, name: string): Promise<Card> =>
    add(newMachineFile(newDesign(kind, name), newId(), now()));

  /** The machine as it is kept; where it does not open, that is said, and undefined comes back. */
  async function load(id: string): Promise<MachineFile | undefined> {
    refusal.value = '';
    const held = unsaved.get(id);
    if (held) return held;
    try {
      const opened = await openFrom(id);
      if (opened.kind === 'opened') return opened.file;
      refusal.value =
        opened.kind === 'missing'
          ? 'Nothing of this machine is kept in this browser any more.'
          : 'What is kept of this machine cannot be read. Open it to see why, and to save the text as it is.';
    } catch (e) {
      refusal.value = storeFault(e);
    }
    return undefined;
  }

  async function duplicate(id: string): Promise<Card | undefined> {
    const file = await load(id);
    if (!file) return undefined;
    return add({ ...renamed(file, `${file.design.name} (copy)`.slice(-120)), id: newId() });
  }

  const renamed = (file: MachineFile, name: string): MachineFile => {
    const edit = applyCommand(file, { name: 'set-field', args: { path: 'name', value: name } }, now());
    return edit.ok ? edit.value.file : file;
  };

  /** Does something to a machine that no tab has open; where one has, that is said and nothing is done. */
  async function alone(id: string, what: string, work: () => Promise<void>): Promise<void> {
    refusal.value = '';
    const { name } = cards.value.find((c) => c.id === id) ?? { name: 'This machine' };
    if (!(await whileClosed(id, work)))
      refusal.value = `${name} is open in another tab, so it was not ${what}. Close it there first.`;
  }

  /** Renames a machine that is not open; its name is part of the design, so it makes a revision. */
  const rename = (id: string, name: string): Promise<void> =>
    alone(id, 'renamed', async () => {
      const file = await load(id);
      if (!file) return;
      const next = renamed(file, name);
      const [fault] = await keep(browserStore, next);
      const card = cards.value.find((c) => c.id === id);
      if (fault) refusal.value = fault.what;
      else await keepCard(cardOf(next, card));
    });

  const setArchived = (card: Card, isArchived: boolean) => keepCard({ ...card, archived: isArchived });
  const remove = (card: Card): Promise<void> =>
    alone(card.id, 'removed', () =>
      keepCard({ ...card, removedAt: now(), ...(clock ? { seenAt: new Date(clock).toISOString() } : {}) }),
    );
  const bringBack = ({ removedAt: _r, seenAt: _s, warnedAt: _w, ...card }: Card) => keepCard(card);

  /** Pictures that no machine, no restore point and no text that was set aside speaks of any more. */
  async function dropPictures(gone: MachineFile): Promise<void> {
    const hashes = Object.values(gone.photos).map((p) => p.sha256);
    if (!hashes.length) return;
    const spoken = await spokenPictures(browserStore);
    for (const h of hashes) if (!spoken.has(h)) await browserStore.removeItem(pictureKey(h));
  }

  const deleteForGood = (id: string): Promise<void> =>
    alone(id, 'deleted', async () => {
      const gone = await openFrom(id);
      await removeSlots(browserStore, id);
      for (const p of await pointsOf(browserStore, id)) await browserStore.removeItem(p.key);
      if (gone.kind === 'opened') await dropPictures(gone.file);
      await browserStore.removeItem(cardKey(id));
      unsaved.delete(id);
      cards.value = cards.value.filter((c) => c.id !== id);
      others.postMessage(id);
    });

  /** Puts a machine on the shelf as a copy with a word behind its name. */
  const takeCopy = (file: MachineFile, word: string): Promise<Card> =>
    add({ ...renamed(file, `${file.design.name.slice(0, 100 - word.length)} (${word})`), id: newId() });

  /**
   * An imported file never takes the place of a machine on the shelf: on a known id it becomes a copy. An id with a slash cannot
   * stand in an address, so it is replaced.
   */
  async function take(file: MachineFile): Promise<Card> {
    const known = cards.value.some((c) => c.id === file.id);
    if (known) return add({ ...renamed(file, `${file.design.name} (imported)`.slice(-120)), id: newId() });
    return add(/^[a-z0-9-]+$/.test(file.id) ? file : { ...file, id: newId() });
  }

  return {
    cards,
    ready,
    blocked,
    refusal,
    savedAsFile,
    unsaved,
    present,
    archived,
    removed,
    going,
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
    takeCopy,
    load,
    glance,
    keepCard,
    hold,
  };
});
