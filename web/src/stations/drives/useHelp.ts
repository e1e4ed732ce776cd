import type { Design } from '@nodaxis/core/machine/design';
import { onBeforeUnmount, ref, shallowRef, toRaw, watch, type Ref } from 'vue';
import { useOwnParts } from '../../document/ownParts';
import { usePreferences } from '../../document/preferences';
import type { AdviceWorker, HelpLine } from '../../workers/advice.worker';
import { useWorkerJob } from '../../workers/useWorkerJob';

/** Edits that follow each other quickly are answered once. */
const QUIET_MS = 350;

/** What would help an axis, calculated beside the page and again after every edit, as long as it is asked for; it can be stopped. */
export function useHelp(design: Ref<Design | undefined>, axisId: Ref<string>, asked: Ref<boolean>) {
  const preferences = usePreferences();
  const ownParts = useOwnParts();
  const lines = shallowRef<HelpLine[]>([]);
  const stopped = ref(false);
  const job = useWorkerJob<AdviceWorker>(
    () => new Worker(new URL('../../workers/advice.worker.ts', import.meta.url), { type: 'module' }),
    'The trial has stopped',
  );

  async function run() {
    stopped.value = false;
    await ownParts.start();
    const of = design.value;
    if (!of) return;
    const found = await job.run((remote, heard) =>
      remote.help(toRaw(of), axisId.value, toRaw(ownParts.parts), { ...preferences.display }, heard),
    );
    if (found) lines.value = found;
  }
  const halt = () => {
    job.end();
    stopped.value = true;
  };
  watch(
    [design, axisId, asked, () => preferences.display.system, () => preferences.display.per],
    (_now, before) => {
      job.end();
      if (before?.[1] !== axisId.value) lines.value = [];
      if (!asked.value) return void (lines.value = []);
      job.later(() => void run(), before ? QUIET_MS : 0);
    },
    { immediate: true },
  );
  onBeforeUnmount(job.end);
  return { lines, progress: job.progress, stopped, fault: job.fault, halt, run };
}
