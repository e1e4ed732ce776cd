import type { Design } from '@nodaxis/core/machine/design';
import type { Remote } from 'comlink';
import { wrap } from 'comlink';
import { onBeforeUnmount, ref, shallowRef, toRaw, watch } from 'vue';
import { useMachine } from '../document/machine';
import type { FaultsWorker } from '../workers/faults.worker';

/** Edits that follow each other quickly are answered once. */
const QUIET_MS = 250;

/** Something that is worked out of the open machine beside the page, anew after every edit. The last answer stays meanwhile. */
export function useWorked<T>(ask: (worker: Remote<FaultsWorker>, design: Design) => Promise<T>) {
  const machine = useMachine();
  const result = shallowRef<T>();
  const busy = ref(false);
  const fault = ref('');
  let thread: Worker | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;

  function end(): void {
    clearTimeout(timer);
    thread?.terminate();
    thread = undefined;
  }
  async function run(): Promise<void> {
    const { design } = machine;
    if (!design) return;
    const own = new Worker(new URL('../workers/faults.worker.ts', import.meta.url), { type: 'module' });
    thread = own;
    own.onerror = (e) => {
      if (thread !== own) return;
      end();
      busy.value = false;
      fault.value = `This could not be worked out (${e.message || 'its worker ended'}). Nothing of your machine is changed.`;
    };
    try {
      const found = await ask(wrap<FaultsWorker>(own), toRaw(design));
      if (thread !== own) return;
      result.value = found;
      fault.value = '';
    } catch (e) {
      if (thread === own) fault.value = `This could not be worked out: ${(e as Error).message}`;
    }
    if (thread !== own) return;
    busy.value = false;
    end();
  }
  watch(
    () => machine.design,
    (_now, before) => {
      end();
      busy.value = true;
      timer = setTimeout(() => void run(), before ? QUIET_MS : 0);
    },
    { immediate: true },
  );
  onBeforeUnmount(end);
  return { result, busy, fault };
}
