import { applyCommand, restoreRevision } from '@nodaxis/core/commands/apply';
import type { Command } from '@nodaxis/core/commands/command';
import { createDeriver } from '@nodaxis/core/derivation/figures';
import { createFinder } from '@nodaxis/core/findings/finder';
import type { Swept } from '@nodaxis/core/findings/unnoticed';
import type { MachineFile, PhotoRef } from '@nodaxis/core/machine/file';
import { revisionOf } from '@nodaxis/core/machine/file';
import { entryFaults, withEntry, type NewEntry } from '@nodaxis/core/machine/journal';
import { withoutUnusedPictures } from '@nodaxis/core/machine/pictures';
import type { Fault } from '@nodaxis/core/units/result';
import { defineStore } from 'pinia';
import { frozen } from '@nodaxis/core/machine/frozen';
import { computed, nextTick, ref, shallowRef } from 'vue';
import { type Aside, setAside } from './aside';
import { atDesk } from './besidePage';
import { asking, browserStore, storeFault } from './browserStore';
import { plain } from './plain';
import { heldPictures } from './drafts';
import { makingRoom, readKept } from './keep';
import { PointKeeper } from './pointKeeper';
import { tellOpen } from './openNow';
import { useSaving } from './saving';
import { type BackedUp, useShelf } from './shelf';
import type { Opened } from './slots';
import { openCopies } from './slots';
import { holdTab, type TabHold } from './tabHold';
import { onExport } from './transfer';
import { useUndo } from './undo';
import { unhurried } from './unhurried';

export type OpenState = 'closed' | 'opening' | 'open' | 'missing' | 'unreadable' | 'no-answer';

/** After so many edits without a file a backup is offered. */
const BACKUP_AFTER = 40;
const backupKey = (id: string) => `backup/${id}`;

/** The open machine: one document, one door for edits, undo, and saving by itself. */
export const useMachine = defineStore('machine', () => {
  const shelf = useShelf();
  const file = shallowRef<MachineFile>();
  const state = ref<OpenState>('closed');
  const openFaults = shallowRef<Fault[]>([]);
  /** Said once, such as that a damaged copy was passed over, or that the oldest revisions had to go. */
  const notices = shallowRef<string[]>([]);
  const tell = (...what: string[]) => (notices.value = [...notices.value, ...what]);
  /** Another tab edits this machine: look, but do not touch. */
  const readOnly = ref(false);
  const { saveState, saveFault, begin, foundAt, saveSoon, flush, retryLater } = useSaving(file, readOnly, shelf, tell);
  const settle = (next: MachineFile) => {
    file.value = next;
    saveSoon();
  };
  const { undoStack, redoStack, made, forget, ...steps } = useUndo(file, settle);

  let derive = createDeriver();
  let find = createFinder();
  /** Counts openings and closings: one that was overtaken goes no further. */
  let opening = 0;
  let hold: TabHold | undefined;
  const points = new PointKeeper(browserStore);

  /** The revision that was last handed out as a file; a machine that never was counts from its first opening here. */
  const backedUp = ref(0);
  const edits = computed(() => (file.value ? revisionOf(file.value) - backedUp.value : 0));
  const offerBackup = computed(() => edits.value >= BACKUP_AFTER);
  const setBackedUp = (of: MachineFile, at?: string) => {
    if (of.id === file.value?.id) backedUp.value = revisionOf(of);
    const kept: BackedUp = { revision: revisionOf(of), ...(at ? { at } : {}) };
    // Losing this costs an offer that comes too early, nothing else.
    void browserStore.setItem(backupKey(of.id), kept).catch(() => undefined);
  };
  onExport.add((of) => setBackedUp(of, new Date().toISOString()));

  const design = computed(() => file.value?.design);
  const figures = computed(() => (file.value ? derive(file.value.design) : undefined));
  /** The last sweep of this machine's faults; it follows the edits a moment later. */
  const swept = shallowRef<Swept>();
  const findings = computed(() => (figures.value ? find(figures.value, swept.value) : []));

  async function open(id: string): Promise<void> {
    if (file.value?.id === id && state.value === 'open') return;
    await close();
    const mine = opening;
    state.value = 'opening';
    await shelf.start();
    derive = createDeriver();
    find = createFinder();
    swept.value = undefined;
    forget();
    notices.value = [];
    begin();
    let opened: Opened;
    try {
      // The store has ten seconds to answer; reading a large machine may take its time.
      opened = await openCopies(asking(browserStore), id, readKept);
    } catch (e) {
      opened = { kind: 'missing' };
      saveFault.value = storeFault(e);
    }
    // What a failed save left in memory is newer than anything in the store.
    const held = shelf.unsaved.get(id);
    const found = opened.kind === 'opened' ? opened : undefined;
    if (!held && opened.kind === 'unreadable') {
      openFaults.value = opened.passedOver[0]!.why;
      state.value = 'unreadable';
      return;
    }
    const stored = held ?? found?.file;
    const start = stored && frozen(stored);
    if (!start) {
      state.value = saveFault.value ? 'no-answer' : 'missing';
      return;
    }
    foundAt(found?.place);
    if (held) {
      saveState.value = 'not-saved';
      saveFault.value ||= shelf.blocked;
      retryLater(id);
    } else if (found) await tellOf(id, found);
    // What the first views ask for is worked out in turns; what they then ask costs little.
    await unhurried(find.steps(await unhurried(derive.steps(start.design))));
    // Left meanwhile, or another one opened.
    if (mine !== opening) return;
    hold = await holdTab(id, flush, () => {
      readOnly.value = true;
    });
    readOnly.value = !hold.mine;
    file.value = withoutUnusedPictures(start, heldPictures(id));
    const kept = await browserStore.getItem<BackedUp | number>(backupKey(id)).catch(() => null);
    if (kept === null) setBackedUp(start);
    else backedUp.value = typeof kept === 'number' ? kept : kept.revision;
    state.value = 'open';
    if (found?.leftBehind && !held && !readOnly.value) saveSoon();
  }

  /** Says what did not open, or not whole, and sets those texts aside before anything is written over them. */
  async function tellOf(id: string, { file, told, savedAt, text, passedOver }: Extract<Opened, { kind: 'opened' }>) {
    // A store without room keeps no machine from opening; that the text is not safe is said.
    const putAside = (aside: Aside) =>
      makingRoom(() => setAside(browserStore, aside)).catch((e: unknown) =>
        tell(`A text that did not open whole could not be set aside. ${storeFault(e)}`),
      );
    const when = (at: string) => (at ? new Date(at).toLocaleString('en-GB') : 'an unknown time');
    for (const { copy, why } of passedOver) {
      const { what, where } = why[0]!;
      await putAside({ machine: id, savedAt: copy.savedAt, why: `${where}: ${what}`, text: copy.text });
      const older = copy.sequence > 0 && copy.savedAt > savedAt;
      if (older)
        tell(
          `The copy saved ${when(copy.savedAt)} cannot be opened (${where}: ${what}) The one saved ${when(savedAt)} was opened instead: check your last edits. The other is set aside.`,
        );
    }
    await points.begin(file, text, savedAt);
    if (told.length) await putAside({ machine: id, savedAt, why: told[0]!.what, text });
    tell(...told.map((f) => `${f.what} ${f.fix}`));
  }

  async function close(): Promise<void> {
    opening++;
    await flush();
    // What stands in the shell goes before the file does, where one machine follows another: none of it asks for a file that is gone.
    state.value = 'closed';
    await nextTick();
    await flush();
    hold?.release();
    hold = undefined;
    foundAt(undefined);
    file.value = undefined;
  }

  /** Takes the machine over from another tab; that tab is then the one that only looks. */
  async function takeOver(): Promise<void> {
    const id = file.value?.id;
    if (!id || !hold) return;
    await hold.take();
    const opened = await openCopies(browserStore, id, (text) => atDesk((desk) => desk.read(text)));
    if (opened.kind !== 'opened') {
      tell('What the other tab saved cannot be opened here. Load the page again to see why.');
      return;
    }
    foundAt(opened.place);
    file.value = frozen(opened.file);
    forget();
    readOnly.value = false;
  }

  /** Carries out a named command. Returns what is wrong with it, or nothing. */
  function run(command: Command): Fault[] {
    if (!file.value) return [];
    if (readOnly.value)
      return [
        {
          what: 'Another tab edits this machine.',
          where: 'this tab',
          fix: 'Take it over here first, or go on in the other tab.',
        },
      ];
    const result = applyCommand(file.value, plain(command), new Date().toISOString());
    if (!result.ok) return result.error;
    if (result.value.file === file.value) return [];
    made({ title: result.value.title, patches: result.value.inverse });
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

  /** Enters the reference of a picture that is kept: it lies beside the design; that a thing has this picture is an edit. */
  function knowPicture(id: string, reference: PhotoRef): void {
    if (file.value && !readOnly.value)
      settle({ ...file.value, photos: { ...file.value.photos, [id]: plain(reference) } });
  }

  /** Writes an entry into the journal. What happened stays: there is no undo. Returns what is wrong with it, or nothing. */
  function log(entry: NewEntry): Fault[] {
    if (!file.value || readOnly.value) return [];
    const now = new Date().toISOString();
    const written = plain(entry);
    const faults = entryFaults(file.value, written, now);
    if (!faults.length) settle(withEntry(file.value, written, now));
    return faults;
  }

  /** Remembers the revision that stands now under a name, such as the machine as it was found. */
  function mark(name: string): void {
    if (!file.value || readOnly.value) return;
    const view = { ...file.value.layout.view, [name]: String(revisionOf(file.value)) };
    settle({ ...file.value, layout: { ...file.value.layout, view } });
  }

  /** Makes the machine what it was at a revision, as one edit more. */
  function restore(number: number): void {
    if (!file.value || readOnly.value) return;
    const edit = restoreRevision(file.value, number, new Date().toISOString());
    if (!edit) return;
    made({ title: edit.title, patches: edit.inverse });
    settle(edit.file);
  }
  const undo = () => (readOnly.value ? '' : steps.undo());
  const redo = () => (readOnly.value ? '' : steps.redo());

  tellOpen({
    get file() {
      return file.value;
    },
    get saveState() {
      return saveState.value;
    },
    flush: () => flush(),
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
    notices,
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
    knowPicture,
    restore,
    undo,
    redo,
    flush,
    takeOver,
  };
});
