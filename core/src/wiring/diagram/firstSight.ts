import type { Point, SheetLayout } from './sheetLayout';
import { extentOf, LABEL_SIZE_PX, type Extent } from './paper';
import type { SheetGraph } from './sheetGraph';

/** Letters below this height on the screen are not read, px. */
export const LEGIBLE_PX = 11;
/** Small sheets are not blown up beyond this. */
export const MOST_ZOOM = 1.2;
/** Of a large sheet, this many columns and rows of parts are tried as the corner of what is shown first. */
const TRIED = 40;
/** Room around what is shown, px of the screen. */
const MARGIN = 12;

/** Where a sheet is looked at: the place of the sheet in the upper left corner of the view, and the zoom. */
export interface Sight {
  x: number;
  y: number;
  zoom: number;
  /** Whether all of the sheet is in sight. */
  whole: boolean;
}

/** The zoom at which the smallest letters of a sheet can be read; its words may be larger than on other sheets. */
export const legibleZoom = (graph: SheetGraph): number =>
  LEGIBLE_PX / LABEL_SIZE_PX / Math.max(1, ...graph.nodes.map((n) => n.scale ?? 1));

/** All of an extent in a view of this size, in its middle, at most as large as `most`. */
export function wholeSight(extent: Extent, view: { width: number; height: number }, most = MOST_ZOOM): Sight {
  const zoom = Math.min(
    most,
    (view.width - 2 * MARGIN) / Math.max(extent.width, 1),
    (view.height - 2 * MARGIN) / Math.max(extent.height, 1),
  );
  return {
    x: extent.x + (extent.width - view.width / zoom) / 2,
    y: extent.y + (extent.height - view.height / zoom) / 2,
    zoom,
    whole: true,
  };
}

/** The whole width of a sheet, from its upper edge on. */
export function widthSight(extent: Extent, view: { width: number; height: number }): Sight {
  const zoom = Math.min(MOST_ZOOM, (view.width - 2 * MARGIN) / Math.max(extent.width, 1));
  const whole = extent.height * zoom <= view.height - 2 * MARGIN;
  const { x } = wholeSight({ ...extent, height: 0 }, view, zoom);
  return { x, y: whole ? wholeSight(extent, view, zoom).y : extent.y - MARGIN / zoom, zoom, whole };
}

/** How a tree is opened: whole, where its letters can be read then; else from its root on, which is in the middle of the left edge. */
export function rootSight(graph: SheetGraph, layout: SheetLayout, view: { width: number; height: number }): Sight {
  const extent = extentOf(graph, layout);
  const whole = wholeSight(extent, view);
  const zoom = legibleZoom(graph);
  const [root] = graph.nodes;
  if (whole.zoom >= zoom || !root) return whole;
  const fits = extent.height + (2 * MARGIN) / zoom <= view.height / zoom;
  const middle = fits ? extent.y + extent.height / 2 : layout.nodes[root.id]!.y + root.height / 2;
  return { x: extent.x - MARGIN / zoom, y: middle - view.height / zoom / 2, zoom, whole: false };
}

/** Of a sheet that does not fit, evenly chosen ones of many places. */
function some(places: number[]): number[] {
  const each = [...new Set(places)].sort((a, b) => a - b);
  return each.length <= TRIED
    ? each
    : Array.from({ length: TRIED }, (_, i) => each[Math.round((i * (each.length - 1)) / (TRIED - 1))]!);
}

/**
 * How a sheet is opened: whole, where its letters can be read then; else at a size at which they can, where most
 * conductors meet parts that are seen complete. The first of equals is the one further left and up: what feeds stands there.
 */
export function firstSight(
  graph: SheetGraph,
  layout: SheetLayout,
  view: { width: number; height: number },
  moved: Readonly<Record<string, Point>> = {},
  lines: Readonly<Record<string, readonly Point[]>> = {},
): Sight {
  const extent = extentOf(graph, layout, moved, lines);
  const whole = wholeSight(extent, view);
  const zoom = legibleZoom(graph);
  if (whole.zoom >= zoom) return whole;
  const [width, height, margin] = [view.width / zoom, view.height / zoom, MARGIN / zoom];
  const boxes = graph.nodes.flatMap((n) => {
    const at = moved[n.id] ?? layout.nodes[n.id];
    return at ? [{ ...at, right: at.x + n.width, bottom: at.y + n.height, weight: n.ports.length }] : [];
  });
  // Never further than the sheet goes; a side that fits is in the middle.
  const held = (from: number, size: number, of: number, all: number) =>
    all + 2 * margin <= of ? from + (all - of) / 2 : Math.min(size, from + all + margin - of);
  let best: Sight & { met: number } = { x: extent.x - margin, y: extent.y - margin, zoom, whole: false, met: -1 };
  for (const left of some(boxes.map((b) => b.x - margin)))
    for (const top of some(boxes.map((b) => b.y - margin))) {
      const x = held(extent.x, left, width, extent.width);
      const y = held(extent.y, top, height, extent.height);
      let met = 0;
      for (const b of boxes)
        if (b.x >= x && b.y >= y && b.right <= x + width && b.bottom <= y + height) met += b.weight;
      if (met > best.met) best = { x, y, zoom, whole: false, met };
    }
  const { met: _met, ...sight } = best;
  return sight;
}
