import type { Fault } from '@nodaxis/core/units/result';
import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import { browserStore, storeFault } from './browserStore';
import { pictureKey } from './photos';
import { useShelf } from './shelf';
import { importFile } from './transfer';

/** Machine files that come in by button or by being dropped anywhere on the page. */
export const useImports = defineStore('imports', () => {
  const shelf = useShelf();
  const router = useRouter();
  const faults = shallowRef<Fault[]>([]);
  const dragging = ref(false);

  /** Each file is read on its own: one that is bad keeps no good one out. A single good one opens. */
  async function take(files: readonly File[]): Promise<void> {
    faults.value = [];
    await shelf.start();
    for (const f of files) {
      const read = await importFile(f);
      if (!read.ok) {
        faults.value = [
          ...faults.value,
          ...read.error.slice(0, 6).map((x) => ({ ...x, where: `${f.name}, ${x.where}` })),
        ];
        continue;
      }
      for (const [sha256, picture] of read.value.pictures)
        await browserStore.setItem(pictureKey(sha256), picture).catch((e: unknown) => {
          faults.value = [
            ...faults.value,
            { what: storeFault(e), where: f.name, mend: 'The machine was opened without its pictures.' },
          ];
        });
      faults.value = [...faults.value, ...read.value.faults];
      const card = await shelf.take(read.value.file);
      if (files.length === 1) await router.push(`/machine/${card.id}`);
    }
  }

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
  return { faults, dragging, take, listen };
});
