import { diagramSvg } from '@nodaxis/core/formats/diagramSvg';
import type { Figures } from '@nodaxis/core/derivation/figureTypes';
import { figureOfBranch } from '@nodaxis/core/power/branchWords';
import type { Display } from '@nodaxis/core/units/print';
import { singleLineGraph } from '@nodaxis/core/wiring/diagram/singleLine';
import { detour } from '@nodaxis/core/wiring/diagram/elkGraph';
import type { Point, SheetLayout } from '@nodaxis/core/wiring/diagram/sheetLayout';
import { bundles, overviewGraph, sheetOfBundle } from '@nodaxis/core/wiring/diagram/overview';
import { partGroups } from '@nodaxis/core/wiring/diagram/overviewGroups';
import { sheetGraph, type GraphEdge, type SheetGraph } from '@nodaxis/core/wiring/diagram/sheetGraph';
import { sheetNumberOf, type Sheet } from '@nodaxis/core/wiring/sheets';
import { fillsOf } from '../insulation';
import { sheetNames } from '@nodaxis/core/wiring/sheets';

/** A sheet of the diagram, or the overview of them all. */
export type DrawnSheet = Sheet | 'overview' | 'single-line';
/** Drawings in which a line stands for several conductors. */
export const isBundled = (sheet: DrawnSheet): boolean => sheet === 'overview' || sheet === 'single-line';

/** What a line of the overview carries: mains brown, motor power red, signals blue, the stop chain yellow. */
const bundleShades: Record<Sheet, string> = {
  mains: '#6b3f1d',
  'motor-power': '#c02a22',
  spindle: '#c02a22',
  signals: '#2a5fb0',
  inputs: '#2a5fb0',
  outputs: '#2a5fb0',
  'stop-chain': '#e8c51f',
};
const UNCOLOURED = '#8b8f94';
export const lineFills = (edge: GraphEdge, sheet: DrawnSheet): [ground: string, stripe?: string] =>
  sheet === 'single-line'
    ? [bundleShades[sheetOfBundle(edge.id) === 'mains' ? 'mains' : 'motor-power']]
    : sheet === 'overview'
      ? [bundleShades[sheetOfBundle(edge.id)]]
      : edge.colour
        ? fillsOf(edge.colour)
        : [UNCOLOURED];
/** The lines of the overview are seen from far: this much thicker. */
export const lineWeight = (sheet: DrawnSheet): number => (sheet === 'overview' ? 2 : 1);

export const titleOf = (sheet: DrawnSheet): string =>
  sheet === 'overview'
    ? 'Overview'
    : sheet === 'single-line'
      ? 'Single-line diagram'
      : `sheet ${sheetNumberOf(sheet)}, ${sheetNames[sheet]}`;

export function graphOf(figures: Figures, sheet: DrawnSheet, display: Display): SheetGraph {
  // Loads are those of the head that is on, and so are the branches.
  if (sheet === 'single-line')
    return singleLineGraph(figures.design, figures.wires, (b) => figureOfBranch(figures, b, display), display);
  const { design, wires } = figures.whole;
  if (sheet !== 'overview') return sheetGraph(design, wires, sheet);
  const groups = partGroups(design, wires);
  return overviewGraph(design, groups, bundles(wires, groups));
}

export type Moved = Readonly<Record<string, Point>>;
export const placeKey = (sheet: DrawnSheet, part: string): string => `${sheet}/${part}`;
/** Places that a hand has given to parts of this sheet. */
export const movedOn = (positions: Moved, graph: SheetGraph, sheet: DrawnSheet): Moved =>
  Object.fromEntries(
    graph.nodes.flatMap((n) => {
      const at = positions[placeKey(sheet, n.id)];
      return at ? [[n.id, at]] : [];
    }),
  );

/** Neighbouring lines of moved parts keep this far apart, px. */
const laneOf = (index: number): number => ((index % 9) - 4) * 6;

/** The lines that no longer run as laid out, since a part at one of their ends was moved. */
export function movedLines(graph: SheetGraph, layout: SheetLayout, moved: Moved): Record<string, Point[]> {
  const nodes = new Map(graph.nodes.map((n) => [n.id, n]));
  const lines: Record<string, Point[]> = {};
  graph.edges.forEach((e, i) => {
    if (!moved[e.from.node] && !moved[e.to.node]) return;
    const end = (x: { node: string; port: string }): Point => {
      const n = nodes.get(x.node)!;
      const p = n.ports.find((k) => k.id === x.port)!;
      const at = moved[n.id] ?? layout.nodes[n.id]!;
      return { x: at.x + (p.side === 'east' ? n.width : 0), y: at.y + p.y };
    };
    lines[e.id] = detour(end(e.from), end(e.to), laneOf(i));
  });
  return lines;
}

/** The sheet as it stands, moved parts and all, as a drawing of its own. */
export const svgOf = (
  sheet: DrawnSheet,
  graph: SheetGraph,
  layout: SheetLayout,
  moved: Moved,
  title: { title: string; subtitle: string },
): string =>
  diagramSvg(graph, layout, {
    ...title,
    fills: (e) => lineFills(e, sheet),
    weight: lineWeight(sheet),
    lines: movedLines(graph, layout, moved),
    positions: moved,
  });
