import type { ReadingStep } from '@nodaxis/core/machine/reading/read';
import type { Fault } from '@nodaxis/core/units/result';
import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import { Stopped } from './besidePage';
import { browserStore, storeFault } from './browserStore';
import { cleaned, pictureKey, sha256Of } from './photos';
import { useShelf } from './shelf';
import { importFile } from './transfer';
import { nextTurn } from './unhurried';

/** Machine files that come in by button or by being dropped anywhere on the page. */
export const useImports = defineStore('imports', () => {
  const shelf = useShelf();
  const router = useRouter();
  /** Why files were not taken. */
  const refused = shallowRef<Fault[]>([]);
  /** What has to be told of machines that were taken: what was left out of them, brought in line, or doubted. */
  const told = shallowRef<Fault[]>([]);
  /** The file that is being read, and at which step it is. */
  const reading = shallowRef<{ name: string; step: ReadingStep }>();
  const dragging = ref(false);
  let stopper = new AbortController();

  /** Each file is read on its own: one that is bad keeps no good one out. A single good one opens. */
  async function take(files: readonly File[]): Promise<void> {
    refused.value = [];
    told.value = [];
    stopper = new AbortController();
    await shelf.start();
    try {
      for (const f of files) await takeOne(f, files.length === 1);
    } catch (e) {
      if (!(e instanceof Stopped)) throw e;
    } finally {
      reading.value = undefined;
    }
  }
  async function takeOne(f: File, opens: boolean): Promise<void> {
    const named = (faults: readonly Fault[]) => faults.map((x) => ({ ...x, where: `${f.name}, ${x.where}` }));
    reading.value = { name: f.name, step: 'reading' };
    const read = await importFile(f, (step) => (reading.value = { name: f.name, step }), stopper.signal);
    if (!read.ok) {
      refused.value = [...refused.value, ...named(read.error.slice(0, 6))];
      return;
    }
    // What came over from the worker was work of its own.
    await nextTurn();
    const { pictures } = read.value;
    let { file } = read.value;
    for (const [sha256, picture] of pictures) {
      const fix = 'The machine was opened without this picture.';
      const tell = (what: string) => (told.value = [...told.value, { what, where: f.name, fix }]);
      const clean = await cleaned(picture);
      if (!clean) {
        tell('A picture in it is none that this browser can read.');
        continue;
      }
      const hash = clean === picture ? sha256 : await sha256Of(clean.bytes);
      if (hash !== sha256)
        file = {
          ...file,
          photos: Object.fromEntries(
            Object.entries(file.photos).map(([id, p]) => [
              id,
              p.sha256 === sha256 ? { ...p, sha256: hash, mime: clean.mime } : p,
            ]),
          ),
        };
      await browserStore.setItem(pictureKey(hash), clean).catch((e: unknown) => tell(storeFault(e)));
    }
    told.value = [...told.value, ...named(read.value.told)];
    const card = await shelf.take(file);
    if (opens) await router.push(`/machine/${card.id}`);
  }
  const stop = () => stopper.abort();

  const holdsFiles = (e: DragEvent) => [...(e.dataTransfer?.types ?? [])].includes('Files');
  /** A file dropped beside a target would otherwise replace the page, and what it had not saved. */
  function listen(): void {
    addEventListener('dragover', (e) => {
      if (!holdsFiles(e)) return;
      e.preventDefault();
      dragging.value = true;
    });
    addEventListener('dragleave', (e) => {
      if (!e.relatedTarget) dragging.value = false;
    });
    addEventListener('drop', (e) => {
      dragging.value = false;
      if (!holdsFiles(e)) return;
      e.preventDefault();
      void take([...(e.dataTransfer?.files ?? [])]);
    });
  }
  return { refused, told, reading, dragging, take, stop, listen };
});
