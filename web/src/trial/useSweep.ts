import { revisionOf } from '@nodaxis/core/machine/file';
import { plainText } from '@nodaxis/core/machine/plainText';
import { defineStore } from 'pinia';
import { ref, shallowRef, toRaw, watch } from 'vue';
import { useMachine } from '../document/machine';
import type { FaultsWorker, SweepResult } from '../workers/faults.worker';
import { useWorkerJob } from '../workers/useWorkerJob';

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
  const stopped = ref(false);
  /** An edit has made it necessary, and it has not ended yet. */
  const due = ref(false);
  const job = useWorkerJob<FaultsWorker>(
    () => new Worker(new URL('../workers/faults.worker.ts', import.meta.url), { type: 'module' }),
    'The sweep has stopped',
  );

  function end(): void {
    due.value = false;
    job.end();
  }
  async function run(): Promise<void> {
    const { file } = machine;
    if (!file) return end();
    stopped.value = false;
    due.value = true;
    // As a text, most of which is written already: to copy a large machine would hold up the page.
    const found = await job.run((remote, heard) => remote.sweep(plainText(toRaw(file.design)), heard));
    if (found) {
      result.value = { revision: revisionOf(file), result: found };
      machine.swept = found;
    }
    // Replaced by a newer one, it is still due.
    if (found || job.fault.value) due.value = false;
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
      return f && d
        ? [f.network, d.circuits, d.outputs, d.roles, d.rails, d.stopStrategy, d.stopPole, d.dailyChecks, f.plan]
        : undefined;
    },
    (now, was) => {
      if (!now || (was && now.every((x, i) => x === was[i]))) return;
      due.value = true;
      job.later(() => void run(), QUIET_MS);
    },
    { immediate: true },
  );
  return { result, before, progress: job.progress, stopped, due, fault: job.fault, run, stop, keep, forget };
});
