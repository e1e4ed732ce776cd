import type { ElkRoot } from '@nodaxis/core/wiring/diagram/elkGraph';
import type { SheetLayout } from '@nodaxis/core/wiring/diagram/sheetLayout';
import { layOut } from '@nodaxis/core/wiring/diagram/layOut';
import type { SheetGraph } from '@nodaxis/core/wiring/diagram/sheetGraph';
import ELK from 'elkjs/lib/elk-api.js';
import workerUrl from 'elkjs/lib/elk-worker.min.js?url';

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
    const elk = this.elk;
    const layout = await layOut(graph, async (root) => (await elk.layout(root as never)) as unknown as ElkRoot);
    kept.set(key, layout);
    for (const old of kept.keys()) if (kept.size > KEEP) kept.delete(old);
    return layout;
  }
  end(): void {
    this.elk?.terminateWorker();
    this.elk = undefined;
  }
}
