import { revisionOf } from '@nodaxis/core/machine/file';
import { plainText } from '@nodaxis/core/machine/plainText';
import { proxy, wrap } from 'comlink';
import { defineStore } from 'pinia';
import { ref, shallowRef, toRaw, watch } from 'vue';
import { useMachine } from '../document/machine';
import type { FaultsWorker, SweepResult } from '../workers/faults.worker';

/** Edits that follow each other quickly are swept once. */
const QUIET_MS = 600;

export interface Kept {
  revision: number;
  result: SweepResult;
}

/** The sweep of the open machine's faults, in a worker of its own, again after every edit that its nets depend on. */
export const useSweep = defineStore('sweep', () => {
  const machine = useMachine();
  const result = shallowRef<Kept>();
  /** What the present one is held against. */
  const before = shallowRef<Kept>();
  const progress = shallowRef<{ done: number; of: number }>();
  const stopped = ref(false);
  /** An edit has made it necessary, and it has not ended yet. */
  const due = ref(false);
  const fault = ref('');
  let thread: Worker | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;

  function end(): void {
    due.value = false;
    clearTimeout(timer);
    thread?.terminate();
    thread = undefined;
    progress.value = undefined;
  }
  async function run(): Promise<void> {
    end();
    const { file } = machine;
    if (!file) return;
    stopped.value = false;
    fault.value = '';
    const own = new Worker(new URL('../workers/faults.worker.ts', import.meta.url), { type: 'module' });
    thread = own;
    due.value = true;
    progress.value = { done: 0, of: 1 };
    own.onerror = (e) => {
      if (thread !== own) return;
      end();
      fault.value = `The sweep has stopped (${e.message || 'its worker ended'}). Nothing of your machine is changed.`;
    };
    try {
      const found = await wrap<FaultsWorker>(own).sweep(
        // As a text, most of which is written already: to copy a large machine would hold up the page.
        plainText(toRaw(file.design)),
        proxy((done: number, of: number) => {
          if (thread === own) progress.value = { done, of };
        }),
      );
      if (thread !== own) return;
      result.value = { revision: revisionOf(file), result: found };
      machine.swept = found;
    } catch (e) {
      if (thread === own) fault.value = `The sweep has stopped: ${(e as Error).message}`;
    }
    if (thread === own) end();
  }
  const stop = () => {
    end();
    stopped.value = true;
  };
  /** Keeps the present sweep, so that the next one is held against it. */
  const keep = () => (before.value = result.value);
  const forget = () => (before.value = undefined);

  watch(
    () => machine.file?.id,
    () => {
      end();
      result.value = undefined;
      before.value = undefined;
    },
  );
  watch(
    () => {
      const [f, d] = [machine.figures, machine.design];
      return f && d ? [f.network, d.circuits, d.outputs, d.roles, d.stopSchool, d.dailyChecks, f.plan] : undefined;
    },
    (now, was) => {
      if (!now || (was && now.every((x, i) => x === was[i]))) return;
      end();
      due.value = true;
      timer = setTimeout(() => void run(), QUIET_MS);
    },
    { immediate: true },
  );
  return { result, before, progress, stopped, due, fault, run, stop, keep, forget };
});
