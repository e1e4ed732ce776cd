import type { Fault } from '@nodaxis/core/units/result';
import { defineStore } from 'pinia';
import { computed, ref, shallowReactive, shallowRef, watch } from 'vue';
import { browserStore, storeFault } from './browserStore';
import { readDraft, writeDraft } from './drafts';
import { useMachine } from './machine';
import { keepPicture } from './photos';
import type { Subject } from './subjects';
import { notedOf, noteCommand } from './subjects';

/** Who waits for a picture: a part, conductor or terminal, or the list of a page such as a half-written note. */
export type Holder = { kind: 'subject'; subject: Subject } | { kind: 'list'; list: string };

/** A picture that was picked and is not filed yet, as it lies in the browser's store. */
interface Waiting {
  machine: string;
  name: string;
  lastModified: number;
  holder: Holder;
  blob: Blob;
}
const PREFIX = 'intake/';
const listKey = (list: string) => `pictures/${list}`;
function keptList(list: string): readonly string[] {
  try {
    return JSON.parse(readDraft(listKey(list)) ?? '[]') as string[];
  } catch {
    // A damaged draft names no pictures.
    return [];
  }
}

/**
 * Pictures on their way into a machine. What is picked is first put away as it is, which is quick; then one after the other is made
 * smaller and filed. A page that is left takes the queue up again when its machine is opened; no other machine ever gets them.
 */
export const useIntake = defineStore('intake', () => {
  const machine = useMachine();
  const faults = shallowRef<Fault[]>([]);
  /** Of the queue at hand: how many there are, and how many are filed. */
  const total = ref(0);
  const done = ref(0);
  /** Picked, and not in the store yet. */
  const storing = ref(0);
  /** From the moment a picture is picked: what is to hold it waits that long, lest it be kept without it. */
  const busy = computed(() => storing.value > 0 || done.value < total.value);
  /** Pictures of the lists of pages, such as those of a half-written note; they outlive the page. */
  const lists = shallowReactive(new Map<string, readonly string[]>());
  const listOf = (list: string): readonly string[] => lists.get(list) ?? keptList(list);
  function setList(list: string, ids: readonly string[]): void {
    lists.set(list, ids);
    writeDraft(listKey(list), ids.length ? JSON.stringify(ids) : undefined);
  }
  const queue: string[] = [];
  let working: Promise<void> | undefined;

  /** Takes pictures in that were picked. */
  async function take(files: readonly File[], holder: Holder): Promise<void> {
    const id = machine.file?.id;
    if (!id || machine.readOnly) return;
    faults.value = [];
    storing.value += files.length;
    for (const [i, f] of files.entries()) {
      const key = `${PREFIX}${id}/${Date.now()}-${String(i).padStart(3, '0')}`;
      const waiting: Waiting = { machine: id, name: f.name, lastModified: f.lastModified, holder, blob: f };
      try {
        await browserStore.setItem(key, waiting);
        queue.push(key);
        total.value++;
      } catch (err) {
        tell({ what: storeFault(err), where: f.name, fix: 'The picture was not kept.' });
      }
      storing.value--;
    }
    await work();
  }

  /** Files what waits for the open machine, one picture at a time. What cannot be filed now stays in the store and waits. */
  const work = (): Promise<void> => (working ??= file().finally(() => (working = undefined)));
  async function file(): Promise<void> {
    for (let key = queue.shift(); key !== undefined; key = queue.shift()) {
      try {
        const waiting = await browserStore.getItem<Waiting>(key);
        if (waiting && !isOpen(waiting)) continue;
        const came = waiting && (await fileOne(waiting));
        if (came === 'later') continue;
        if (came) tell(came);
        await browserStore.removeItem(key);
      } catch (e) {
        tell({
          what: storeFault(e),
          where: 'a picture',
          fix: 'It is kept, and filed when this machine is opened again.',
        });
      }
      done.value++;
    }
    total.value = done.value = 0;
  }
  const isOpen = (w: Waiting) => machine.file?.id === w.machine && !machine.readOnly;
  const tell = (fault: Fault) => (faults.value = [...faults.value, fault]);
  /** `later`: the machine was left while the picture was made smaller. Errors: those of the store. */
  async function fileOne(waiting: Waiting): Promise<Fault | 'later' | undefined> {
    const { name, lastModified, holder, blob } = waiting;
    const kept = await keepPicture(browserStore, new File([blob], name, { lastModified }));
    if (!kept.ok) return kept.error;
    if (!isOpen(waiting)) return 'later';
    const { id, ref: reference } = kept.value;
    machine.knowPicture(id, reference);
    if (holder.kind === 'list') {
      setList(holder.list, [...new Set([...listOf(holder.list), id])]);
      return undefined;
    }
    const photos = [...new Set([...(notedOf(machine.design!, holder.subject)?.photos ?? []), id])];
    return machine.run(noteCommand(holder.subject, { photos }))[0];
  }

  // A queue that was left behind goes on when its machine is opened again.
  watch(
    () => machine.state === 'open' && !machine.readOnly && machine.file?.id,
    async (id) => {
      queue.length = 0;
      faults.value = [];
      total.value = done.value = 0;
      if (!id) return;
      const keys = await browserStore.keys().catch((): string[] => []);
      queue.push(...keys.filter((k) => k.startsWith(`${PREFIX}${id}/`) && !queue.includes(k)).sort());
      total.value = queue.length;
      await work();
    },
    { immediate: true },
  );
  addEventListener('beforeunload', (e) => storing.value > 0 && e.preventDefault());
  return { faults, total, done, busy, listOf, setList, take };
});
