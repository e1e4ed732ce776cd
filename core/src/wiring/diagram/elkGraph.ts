import type { SheetGraph } from './sheetGraph';
import type { Point, SheetLayout } from './sheetLayout';

/** A sheet as the layout engine wants it, and as it comes back. Plain data: it crosses to a worker. */
export interface ElkPort {
  id: string;
  x?: number;
  y?: number;
  width: number;
  height: number;
  layoutOptions: Record<string, string>;
}
export interface ElkNode {
  id: string;
  x?: number;
  y?: number;
  width: number;
  height: number;
  ports: ElkPort[];
  layoutOptions: Record<string, string>;
}
export interface ElkEdge {
  id: string;
  sources: string[];
  targets: string[];
  sections?: { startPoint: Point; endPoint: Point; bendPoints?: Point[] }[];
}
export interface ElkRoot {
  id: string;
  layoutOptions: Record<string, string>;
  children: ElkNode[];
  edges: ElkEdge[];
  width?: number;
  height?: number;
}
/** Room between the columns of parts, and the half of it that the numbers on the conductors take, px. */
const GAP = 70;
const LINE_GAP = 8;

/** Layered from left to right, lines at right angles, ports where the terminals are. */
export function elkGraph(graph: SheetGraph, way: Readonly<Record<string, string>> = {}): ElkRoot {
  const gap = graph.gap ?? GAP;
  const lineGap = String(graph.lineGap ?? LINE_GAP);
  return {
    id: 'sheet',
    layoutOptions: {
      'elk.algorithm': 'layered',
      'elk.direction': 'RIGHT',
      'elk.aspectRatio': '2',
      'elk.edgeRouting': 'ORTHOGONAL',
      'elk.spacing.nodeNode': '18',
      'elk.spacing.edgeNode': '12',
      'elk.spacing.edgeEdge': lineGap,
      'elk.layered.spacing.nodeNodeBetweenLayers': String(gap),
      'elk.layered.spacing.edgeNodeBetweenLayers': String(Math.round(gap / 2)),
      'elk.layered.spacing.edgeEdgeBetweenLayers': lineGap,
      'elk.layered.nodePlacement.strategy': 'NETWORK_SIMPLEX',
      'elk.layered.compaction.postCompaction.strategy': 'EDGE_LENGTH',
      'elk.layered.considerModelOrder.strategy': 'NODES_AND_EDGES',
      'elk.separateConnectedComponents': 'true',
      'elk.spacing.componentComponent': '28',
      'elk.padding': '[top=24,left=24,bottom=24,right=24]',
      ...way,
    },
    children: graph.nodes.map((n) => ({
      id: n.id,
      width: n.width,
      height: n.height,
      layoutOptions: { 'elk.portConstraints': 'FIXED_POS' },
      ports: n.ports.map((p) => ({
        id: p.id,
        x: p.side === 'west' ? 0 : n.width,
        y: p.y,
        width: 0,
        height: 0,
        layoutOptions: { 'elk.port.side': p.side === 'west' ? 'WEST' : 'EAST' },
      })),
    })),
    edges: graph.edges.map((e) => ({ id: e.id, sources: [e.from.port], targets: [e.to.port] })),
  };
}

/** What came back from the layout engine, without its ceremony. */
export function layoutOf(root: ElkRoot): SheetLayout {
  return {
    width: root.width ?? 0,
    height: root.height ?? 0,
    nodes: Object.fromEntries(root.children.map((c) => [c.id, { x: c.x ?? 0, y: c.y ?? 0 }])),
    lines: Object.fromEntries(
      root.edges.map((e) => {
        const s = e.sections?.[0];
        return [e.id, s ? [s.startPoint, ...(s.bendPoints ?? []), s.endPoint] : []];
      }),
    ),
  };
}

/** Shortest stub before a line turns. */
const STUB = 26;

/**
 * A line of right angles between two ports, for a part that a hand has moved: out of the port, across in the middle,
 * and in; around both where the target lies behind. `lane` keeps neighbouring lines apart.
 */
export function detour(from: Point, to: Point, lane: number): Point[] {
  if (to.x - from.x > 2 * STUB) {
    const x = Math.min(to.x - STUB, Math.max(from.x + STUB, (from.x + to.x) / 2 + lane));
    return [from, { x, y: from.y }, { x, y: to.y }, to];
  }
  const out = from.x + STUB + Math.abs(lane);
  const into = to.x - STUB - Math.abs(lane);
  const y = (from.y + to.y) / 2 + lane;
  return [from, { x: out, y: from.y }, { x: out, y }, { x: into, y }, { x: into, y: to.y }, to];
}
