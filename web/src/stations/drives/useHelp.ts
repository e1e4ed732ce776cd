import type { Design } from '@nodaxis/core/machine/design';
import { proxy, wrap } from 'comlink';
import { onBeforeUnmount, ref, shallowRef, toRaw, watch, type Ref } from 'vue';
import { useOwnParts } from '../../document/ownParts';
import { usePreferences } from '../../document/preferences';
import type { AdviceWorker, HelpLine } from '../../workers/advice.worker';

/** Edits that follow each other quickly are answered once. */
const QUIET_MS = 350;

/** What would help an axis, calculated beside the page and again after every edit, as long as it is asked for; it can be stopped. */
export function useHelp(design: Ref<Design | undefined>, axisId: Ref<string>, asked: Ref<boolean>) {
  const preferences = usePreferences();
  const ownParts = useOwnParts();
  const lines = shallowRef<HelpLine[]>([]);
  const progress = shallowRef<{ done: number; of: number }>();
  const stopped = ref(false);
  const fault = ref('');
  let thread: Worker | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;

  function stop() {
    clearTimeout(timer);
    thread?.terminate();
    thread = undefined;
    progress.value = undefined;
  }
  async function run() {
    stop();
    stopped.value = false;
    fault.value = '';
    const of = design.value;
    if (!of) return;
    await ownParts.start();
    const own = new Worker(new URL('../../workers/advice.worker.ts', import.meta.url), { type: 'module' });
    thread = own;
    progress.value = { done: 0, of: 1 };
    own.onerror = (e) => {
      fault.value = `The trial has stopped (${e.message || 'its worker ended'}). Nothing of your machine is changed.`;
      stop();
    };
    const remote = wrap<AdviceWorker>(own);
    const onProgress = proxy((done: number, all: number) => {
      if (thread === own) progress.value = { done, of: all };
    });
    const found = await remote
      .help(toRaw(of), axisId.value, toRaw(ownParts.parts), { ...preferences.display }, onProgress)
      .catch((e: unknown) => (e instanceof Error ? e : new Error(String(e))));
    if (thread !== own) return;
    if (found instanceof Error) {
      fault.value = `The trial has stopped (${found.message}). Nothing of your machine is changed.`;
      return stop();
    }
    lines.value = found;
    stop();
  }
  const halt = () => {
    stop();
    stopped.value = true;
  };
  watch(
    [design, axisId, asked, () => preferences.display.system, () => preferences.display.per],
    (_now, before) => {
      stop();
      if (before?.[1] !== axisId.value) lines.value = [];
      if (!asked.value) return void (lines.value = []);
      timer = setTimeout(() => void run(), before ? QUIET_MS : 0);
    },
    { immediate: true },
  );
  onBeforeUnmount(stop);
  return { lines, progress, stopped, fault, halt, run };
}
