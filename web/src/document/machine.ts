import { applyCommand, applyStep, restoreRevision } from '@nodaxis/core/commands/apply';
import type { Command } from '@nodaxis/core/commands/command';
import { createDeriver } from '@nodaxis/core/derivation/figures';
import { findingsOf } from '@nodaxis/core/findings/findings';
import { rules } from '@nodaxis/core/findings/rules';
import type { Swept } from '@nodaxis/core/findings/unnoticed';
import type { MachineFile } from '@nodaxis/core/machine/file';
import { revisionOf, writeMachineFile } from '@nodaxis/core/machine/file';
import { withEntry, type NewEntry } from '@nodaxis/core/machine/journal';
import { readMachineFile } from '@nodaxis/core/machine/reading/read';
import { ok, type Fault } from '@nodaxis/core/units/result';
import type { Patch } from 'immer';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { browserStore, storeFault } from './browserStore';
import { cardOf, unsaved, useShelf } from './shelf';
import { keepPicture } from './photos';
import type { SlotName } from './slots';
import { readSlots, writeSlot } from './slots';
import { holdTab, type TabHold } from './tabHold';
import { onExport } from './transfer';

export type SaveState = 'saved' | 'saving' | 'not-saved';
export type OpenState = 'closed' | 'opening' | 'open' | 'missing' | 'unreadable';

const SAVE_AFTER_MS = 300;
/** After so many edits without a file a backup is offered. */
const BACKUP_AFTER = 40;
const backupKey = (id: string) => `backup/${id}`;

interface Step {
  title: string;
  patches: Patch[];
}

/** The open machine: one document, one door for edits, undo, and saving by itself. */
export const useMachine = defineStore('machine', () => {
  const shelf = useShelf();
  const file = shallowRef<MachineFile>();
  const state = ref<OpenState>('closed');
  const saveState = ref<SaveState>('saved');
  const saveFault = ref('');
  const openFaults = shallowRef<Fault[]>([]);
  /** Said once after opening, such as that a damaged copy was passed over. */
  const notice = ref('');
  /** Another tab edits this machine: look, but do not touch. */
  const readOnly = ref(false);
  const undoStack = shallowRef<Step[]>([]);
  const redoStack = shallowRef<Step[]>([]);

  let derive = createDeriver();
  let slot: { slot: SlotName; sequence: number } | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let writing: Promise<void> | undefined;
  let hold: TabHold | undefined;

  /** The revision that was last handed out as a file; a machine that never was counts from its first opening here. */
  const backedUp = ref(0);
  const edits = computed(() => (file.value ? revisionOf(file.value) - backedUp.value : 0));
  const offerBackup = computed(() => edits.value >= BACKUP_AFTER);
  const setBackedUp = (of: MachineFile) => {
    backedUp.value = revisionOf(of);
    // Losing this costs an offer that comes too early, nothing else.
    void browserStore.setItem(backupKey(of.id), backedUp.value).catch(() => undefined);
  };
  onExport.add((of) => of.id === file.value?.id && setBackedUp(of));

  const design = computed(() => file.value?.design);
  const figures = computed(() => (file.value ? derive(file.value.design) : undefined));
  /** The last sweep of this machine's faults; it follows the edits a moment later. */
  const swept = shallowRef<Swept>();
  const findings = computed(() => (figures.value ? findingsOf(figures.value, rules, swept.value) : []));

  async function open(id: string): Promise<void> {
    if (file.value?.id === id && state.value === 'open') return;
    await close();
    state.value = 'opening';
    await shelf.start();
    derive = createDeriver();
    swept.value = undefined;
    undoStack.value = [];
    redoStack.value = [];
    notice.value = '';
    saveState.value = 'saved';
    const loaded = await readSlots(browserStore, id).catch(() => undefined);
    slot = loaded && { slot: loaded.slot, sequence: loaded.sequence };
    // What a failed save left in memory is newer than anything in the store.
    const held = unsaved.get(id);
    const read = held ? ok(held) : loaded && readMachineFile(loaded.text);
    if (!read) {
      state.value = 'missing';
      return;
    }
    if (!read.ok) {
      openFaults.value = read.error;
      state.value = 'unreadable';
      return;
    }
    if (held) {
      saveState.value = 'not-saved';
      saveFault.value ||= shelf.blocked;
    } else if (loaded?.fellBack)
      notice.value =
        'The last save was cut off before it was complete. The copy before it was opened: check your last edit.';
    hold = await holdTab(id, flush, () => {
      readOnly.value = true;
    });
    readOnly.value = !hold.mine;
    file.value = read.value;
    const kept = await browserStore.getItem<number>(backupKey(id)).catch(() => null);
    if (kept === null) setBackedUp(read.value);
    else backedUp.value = kept;
    state.value = 'open';
  }

  async function close(): Promise<void> {
    await flush();
    hold?.release();
    hold = undefined;
    slot = undefined;
    file.value = undefined;
    state.value = 'closed';
  }

  /** Takes the machine over from another tab; that tab is then the one that only looks. */
  async function takeOver(): Promise<void> {
    const id = file.value?.id;
    if (!id || !hold) return;
    await hold.take();
    const loaded = await readSlots(browserStore, id);
    const read = loaded && readMachineFile(loaded.text);
    if (!loaded || !read?.ok) return;
    slot = { slot: loaded.slot, sequence: loaded.sequence };
    file.value = read.value;
    undoStack.value = [];
    redoStack.value = [];
    readOnly.value = false;
  }

  const settle = (next: MachineFile) => {
    file.value = next;
    saveState.value = 'saving';
    clearTimeout(timer);
    timer = setTimeout(() => void flush(), SAVE_AFTER_MS);
  };

  /** Carries out a named command. Returns what is wrong with it, or nothing. */
  function run(command: Command): Fault[] {
    if (!file.value) return [];
    if (readOnly.value)
      return [
        {
          what: 'Another tab edits this machine.',
          where: 'this tab',
          mend: 'Take it over here first, or go on in the other tab.',
        },
      ];
    const result = applyCommand(file.value, command, new Date().toISOString());
    if (!result.ok) return result.error;
    if (result.value.file === file.value) return [];
    undoStack.value = [...undoStack.value, { title: result.value.title, patches: result.value.inverse }];
    redoStack.value = [];
    // Asks the browser not to clear the store when space runs short; it may say no.
    if (!undoStack.value[1]) void navigator.storage?.persist?.();
    settle(result.value.file);
    return [];
  }

  /** Where parts of a drawing were put by hand; `undefined` forgets it. A place makes no revision. */
  function place(positions: Readonly<Record<string, { x: number; y: number } | undefined>>): void {
    if (!file.value || readOnly.value) return;
    const next = { ...file.value.layout.positions };
    for (const [key, p] of Object.entries(positions)) {
      if (p) next[key] = p;
      else delete next[key];
    }
    settle({ ...file.value, layout: { ...file.value.layout, positions: next } });
  }

  /**
   * Takes a picture in for a part, a conductor or a terminal. The reference lives beside the design; that the thing has
   * this picture is an edit like any other.
   */
  async function addPicture(picked: File, attach: (id: string) => Command | void): Promise<Fault[]> {
    if (!file.value || readOnly.value) return [];
    try {
      const kept = await keepPicture(browserStore, picked);
      if (!kept.ok) return [kept.error];
      const { id, ref: reference } = kept.value;
      settle({ ...file.value, photos: { ...file.value.photos, [id]: reference } });
      const command = attach(id);
      return command ? run(command) : [];
    } catch (e) {
      return [{ what: storeFault(e), where: picked.name, mend: 'The picture was not kept.' }];
    }
  }

  /** Writes an entry into the journal. What happened stays: there is no undo. */
  function log(entry: NewEntry): void {
    if (!file.value || readOnly.value) return;
    settle(withEntry(file.value, entry, new Date().toISOString()));
  }

  /** Remembers the revision that stands now under a name, such as the machine as it was found. */
  function mark(name: string): void {
    if (!file.value || readOnly.value) return;
    const view = { ...file.value.layout.view, [name]: String(revisionOf(file.value)) };
    settle({ ...file.value, layout: { ...file.value.layout, view } });
  }

  function step(from: typeof undoStack, to: typeof undoStack, word: string): string {
    const last = from.value.at(-1);
    if (!last || !file.value || readOnly.value) return '';
    const edit = applyStep(file.value, last.patches, `${word}: ${last.title}`, new Date().toISOString());
    from.value = from.value.slice(0, -1);
    to.value = [...to.value, { title: last.title, patches: edit.inverse }];
    settle(edit.file);
    return last.title;
  }
  /** Makes the machine what it was at a revision, as one edit more. */
  function restore(number: number): void {
    if (!file.value || readOnly.value) return;
    const edit = restoreRevision(file.value, number, new Date().toISOString());
    if (!edit) return;
    undoStack.value = [...undoStack.value, { title: edit.title, patches: edit.inverse }];
    redoStack.value = [];
    settle(edit.file);
  }
  const undo = () => step(undoStack, redoStack, 'Undone');
  const redo = () => step(redoStack, undoStack, 'Done again');

  /** Saves now. Saves never overlap, and the newest state is what is written last. */
  async function flush(): Promise<void> {
    clearTimeout(timer);
    await writing;
    const current = file.value;
    if (!current || saveState.value === 'saved' || readOnly.value) return;
    writing = (async () => {
      try {
        slot = await writeSlot(browserStore, current.id, writeMachineFile(current), slot, new Date().toISOString());
        unsaved.delete(current.id);
        if (file.value === current) saveState.value = 'saved';
        saveFault.value = '';
        const card = shelf.cards.find((c) => c.id === current.id);
        await shelf.keepCard(cardOf(current, card));
      } catch (e) {
        saveState.value = 'not-saved';
        saveFault.value = storeFault(e);
        // Held in memory, so that leaving the station loses nothing; the next edit or a click tries again.
        unsaved.set(current.id, current);
      }
    })();
    await writing;
    writing = undefined;
  }

  addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'hidden') void flush();
  });
  addEventListener('beforeunload', (e) => {
    if (saveState.value !== 'saved' && !readOnly.value) {
      void flush();
      e.preventDefault();
    }
  });

  return {
    file,
    design,
    figures,
    findings,
    swept,
    state,
    saveState,
    saveFault,
    openFaults,
    notice,
    readOnly,
    edits,
    offerBackup,
    undoStack,
    redoStack,
    open,
    close,
    run,
    place,
    log,
    mark,
    addPicture,
    restore,
    undo,
    redo,
    flush,
    takeOver,
  };
});
