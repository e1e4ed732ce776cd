import type { ElkRoot, SheetLayout } from '@nodaxis/core/wiring/diagram/elkGraph';
import { elkGraph, layoutOf } from '@nodaxis/core/wiring/diagram/elkGraph';
import type { SheetGraph } from '@nodaxis/core/wiring/diagram/sheetGraph';
import ELK from 'elkjs/lib/elk-api.js';
import workerUrl from 'elkjs/lib/elk-worker.min.js?url';
import { onBeforeUnmount, ref, shallowRef, watch, type Ref } from 'vue';

/** The same drawing is not laid out twice: what its lines and boxes hang on, as text. */
const keyOf = (graph: SheetGraph): string =>
  JSON.stringify([
    graph.nodes.map((n) => [n.id, n.width, n.height, n.ports.map((p) => [p.id, p.side, p.y])]),
    graph.edges.map((e) => [e.id, e.from.port, e.to.port]),
  ]);
const kept = new Map<string, SheetLayout>();
const KEEP = 24;

/** A worker of the layout engine, started when it is first needed. `end` stops it in the middle of its work. */
export class Layouter {
  private elk: InstanceType<typeof ELK> | undefined;
  static known = (graph: SheetGraph): SheetLayout | undefined => kept.get(keyOf(graph));
  async layOut(graph: SheetGraph): Promise<SheetLayout> {
    const key = keyOf(graph);
    const known = kept.get(key);
    if (known) return known;
    this.elk ??= new ELK({ workerFactory: () => new Worker(workerUrl) });
    const layout = layoutOf((await this.elk.layout(elkGraph(graph) as never)) as unknown as ElkRoot);
    kept.set(key, layout);
    for (const old of kept.keys()) if (kept.size > KEEP) kept.delete(old);
    return layout;
  }
  end(): void {
    this.elk?.terminateWorker();
    this.elk = undefined;
  }
}

/** Lays sheets out in a worker of the layout engine; can be stopped, and says for how long it has been at it. */
export function useLayout(graph: Ref<SheetGraph>) {
  const layout = shallowRef<SheetLayout>();
  const busySince = ref(0);
  const seconds = ref(0);
  const fault = ref('');
  const layouter = new Layouter();
  let run = 0;
  let clock: ReturnType<typeof setInterval> | undefined;

  function rest(): void {
    clearInterval(clock);
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
    clock = setInterval(() => (seconds.value = Math.round((Date.now() - busySince.value) / 1000)), 500);
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
