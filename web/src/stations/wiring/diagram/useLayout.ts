import type { SheetLayout } from '@nodaxis/core/wiring/diagram/sheetLayout';
import type { SheetGraph } from '@nodaxis/core/wiring/diagram/sheetGraph';
import { useIntervalFn } from '@vueuse/core';
import { onBeforeUnmount, ref, shallowRef, watch, type Ref } from 'vue';
import { Layouter } from '../../../widgets/diagram/layouter';

/** Lays sheets out in a worker of the layout engine; can be stopped, and says for how long it has been at it. */
export function useLayout(graph: Ref<SheetGraph>) {
  const layout = shallowRef<SheetLayout>();
  const busySince = ref(0);
  const seconds = ref(0);
  const fault = ref('');
  const layouter = new Layouter();
  let run = 0;
  const clock = useIntervalFn(() => (seconds.value = Math.round((Date.now() - busySince.value) / 1000)), 500, {
    immediate: false,
  });

  function rest(): void {
    clock.pause();
    busySince.value = 0;
    seconds.value = 0;
  }
  function stop(): void {
    run++;
    layouter.end();
    rest();
  }
  async function lay(): Promise<void> {
    const current = graph.value;
    const known = Layouter.known(current);
    fault.value = '';
    if (known) {
      stop();
      layout.value = known;
      return;
    }
    // A drawing that is no longer wanted is not waited for.
    if (busySince.value) stop();
    const mine = ++run;
    busySince.value = Date.now();
    clock.resume();
    try {
      const next = await layouter.layOut(current);
      if (mine === run) layout.value = next;
    } catch (e) {
      if (mine === run)
        fault.value = `The drawing could not be laid out: ${e instanceof Error ? e.message : String(e)}`;
    } finally {
      if (mine === run) rest();
    }
  }
  watch(graph, () => void lay(), { immediate: true });
  onBeforeUnmount(stop);
  return { layout, busySince, seconds, fault, stop, again: lay };
}
