import type { MachineFile } from '@nodaxis/core/machine/file';
import { ok } from '@nodaxis/core/units/result';
import { useDebounceFn } from '@vueuse/core';
import { ref, type Ref } from 'vue';
import { browserStore, NotKept, storeFault } from './browserStore';
import { inHaste, keepable, leaveBehind, makingRoom, RETRY_AFTER_MS, writeKeepable } from './keep';
import { type useShelf } from './shelf';
import { cardOf } from './card';
import type { Place } from './slots';
import { quietMoment } from './unhurried';

export type SaveState = 'saved' | 'saving' | 'not-saved';

/** An edit is saved once the hand rests, and after this much of going on without a rest. */
const SAVE_AFTER_MS = 300;
const SAVE_AT_LEAST_EVERY_MS = 1000;
const QUIET_WITHIN_MS = 200;

/**
 * Saves the open machine by itself: soon after each edit, at once where the page may go, again and again where it failed.
 * Saves never overlap, and the newest state is what is written last.
 */
export function useSaving(
  file: Ref<MachineFile | undefined>,
  readOnly: Readonly<Ref<boolean>>,
  shelf: ReturnType<typeof useShelf>,
  tell: (...what: string[]) => void,
) {
  const saveState = ref<SaveState>('saved');
  const saveFault = ref('');
  /** Where the newest copy lies. */
  let last: Place | undefined;
  /** Saves that could not wait for the check. */
  let hasty = 0;
  let writing: Promise<void> | undefined;

  /** Another machine is open, or none: what was said of the last one is over. */
  function begin(): void {
    last = undefined;
    saveState.value = 'saved';
    saveFault.value = '';
  }
  const foundAt = (place: Place | undefined) => (last = place);

  /** Saves now. `leaving`: the page may be gone in a moment. */
  async function flush(leaving = false): Promise<void> {
    if (!leaving) await writing;
    const current = file.value;
    if (!current || saveState.value === 'saved' || readOnly.value) return;
    writing = save(current, leaving);
    await writing;
    writing = undefined;
  }
  async function save(current: MachineFile, leaving: boolean): Promise<void> {
    try {
      const before = hasty;
      const ready = leaving ? ok(inHaste(current)) : await keepable(current);
      if (!ready.ok) throw new NotKept(ready.error[0]!);
      // To hand megabytes to the store takes the page as long as a frame: never between an edit and its picture.
      if (!leaving) await quietMoment(QUIET_WITHIN_MS);
      // While this one was checked, a newer state was written in haste.
      if (hasty !== before) return;
      if (leaving) {
        hasty++;
        leaveBehind(current.id, ready.value, last);
      }
      last = await makingRoom(() => writeKeepable(browserStore, current.id, ready.value, last));
      shelf.unsaved.delete(current.id);
      const { droppedTo, file: kept } = ready.value;
      if (droppedTo !== undefined)
        tell(
          `The machine had grown too large for one file. Revisions up to ${droppedTo} of its change log are no longer kept.`,
        );
      if (file.value === current) {
        file.value = kept;
        saveState.value = 'saved';
      }
      saveFault.value = '';
      await shelf.keepCard(
        cardOf(
          current,
          shelf.cards.find((c) => c.id === current.id),
        ),
      );
    } catch (e) {
      saveState.value = 'not-saved';
      saveFault.value = storeFault(e);
      // Held in memory, so that leaving the station loses nothing; it is tried again by itself, at the next edit, or by a click.
      shelf.hold(current);
      retryLater(current.id);
    }
  }
  const retrying = new Set<string>();
  /** Tries again to save the open machine until it is kept; one that is open no more is held by the shelf. */
  function retryLater(id: string): void {
    if (retrying.has(id)) return;
    retrying.add(id);
    setTimeout(() => {
      retrying.delete(id);
      if (file.value?.id === id && saveState.value === 'not-saved') void flush();
    }, RETRY_AFTER_MS);
  }
  const debounced = useDebounceFn(() => flush(), SAVE_AFTER_MS, { maxWait: SAVE_AT_LEAST_EVERY_MS });
  function saveSoon(): void {
    saveState.value = 'saving';
    void debounced();
  }

  const saveInHaste = () => void flush(true);
  addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'hidden') saveInHaste();
  });
  for (const leaving of ['pagehide', 'freeze']) addEventListener(leaving, saveInHaste);
  addEventListener('beforeunload', (e) => {
    if (saveState.value !== 'saved' && !readOnly.value) saveInHaste();
    // Another machine may be held in memory too, while this one is saved.
    if ((saveState.value !== 'saved' && !readOnly.value) || shelf.unsaved.size) e.preventDefault();
  });

  return { saveState, saveFault, begin, foundAt, saveSoon, flush, retryLater };
}
