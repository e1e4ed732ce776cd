import { elkGraph, layoutOf, type ElkRoot } from './elkGraph';
import type { SheetLayout } from './sheetLayout';
import { legibleZoom } from './firstSight';
import { extentOf } from './paper';
import type { SheetGraph } from './sheetGraph';

/** The shape that a sheet is laid out for: the drawing area on a desk, px. */
const SHAPE = { width: 1132, height: 544 };
/**
 * Ways to lay a sheet out, the usual one first. The others put fewer parts above one another, or straighten the lines
 * otherwise: which of them takes least room hangs on the machine.
 */
const ways: readonly Record<string, string>[] = [
  {},
  { 'elk.layered.layering.strategy': 'COFFMAN_GRAHAM', 'elk.layered.layering.coffmanGraham.layerBound': '4' },
  { 'elk.layered.nodePlacement.strategy': 'LINEAR_SEGMENTS' },
  { 'elk.layered.thoroughness': '30' },
];

/**
 * Lays a sheet out by an engine, unless it brings its layout. Where it does not fit its shape at a size that can be read, other ways are tried, and
 * the one that can be shown largest is taken.
 */
export async function layOut(graph: SheetGraph, engine: (root: ElkRoot) => Promise<ElkRoot>): Promise<SheetLayout> {
  if (graph.layout) return graph.layout;
  let best: { layout: SheetLayout; zoom: number } | undefined;
  for (const way of ways) {
    const layout = layoutOf(await engine(elkGraph(graph, way)));
    const { width, height } = extentOf(graph, layout);
    const zoom = Math.min(SHAPE.width / Math.max(width, 1), SHAPE.height / Math.max(height, 1));
    if (!best || zoom > best.zoom) best = { layout, zoom };
    if (zoom >= legibleZoom(graph)) break;
  }
  return best!.layout;
}
