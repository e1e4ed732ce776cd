import type { Design } from '@nodaxis/core/machine/design';
import type { Remote } from 'comlink';
import { onBeforeUnmount, ref, shallowRef, toRaw, watch } from 'vue';
import { useMachine } from '../document/machine';
import type { FaultsWorker } from '../workers/faults.worker';
import { useWorkerJob } from '../workers/useWorkerJob';

/** Edits that follow each other quickly are answered once. */
const QUIET_MS = 250;

/** Something that is calculated of the open machine beside the page, again after every edit. The last answer stays meanwhile. */
export function useWorked<T>(ask: (worker: Remote<FaultsWorker>, design: Design) => Promise<T>) {
  const machine = useMachine();
  const result = shallowRef<T>();
  const busy = ref(false);
  const job = useWorkerJob<FaultsWorker>(
    () => new Worker(new URL('../workers/faults.worker.ts', import.meta.url), { type: 'module' }),
    'The calculation has stopped',
  );

  async function run(): Promise<void> {
    const { design } = machine;
    if (!design) return;
    const found = await job.run((remote) => ask(remote, toRaw(design)));
    if (found !== undefined) result.value = found;
    // Replaced by a newer one, it is still being calculated.
    if (found !== undefined || job.fault.value) busy.value = false;
  }
  watch(
    () => machine.design,
    (_now, before) => {
      busy.value = true;
      job.later(() => void run(), before ? QUIET_MS : 0);
    },
    { immediate: true },
  );
  onBeforeUnmount(job.end);
  return { result, busy, fault: job.fault };
}
