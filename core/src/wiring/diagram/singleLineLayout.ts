import type { Sheet } from '../sheets';
import type { Point, SheetLayout } from './sheetLayout';
import { type GraphEdge, type GraphNode, measure, type SheetGraph } from './sheetGraph';
import type { Symbol } from './symbols';

/** A box of a tree drawing, with what hangs on it. */
export interface Box {
  readonly id: string;
  readonly designation: string;
  readonly name: string;
  readonly fullName: string;
  readonly symbol: Symbol;
  readonly figure?: string;
  /** Written on the line that leads to it. */
  readonly label?: string;
  /** The sheet on which the conductors of that line are drawn. */
  readonly sheet: Sheet;
  readonly branches: readonly Box[];
}

/** Room between two columns, for what is written on a line; from a column to where its lines part; between two rows, px. */
const GAP = 92;
const PARTING = 14;
const ROW_GAP = 12;
const FIGURE_ROW = 15;
const STACKED_HEAD = 72;

interface Placed {
  readonly box: Box;
  readonly node: GraphNode;
  readonly depth: number;
  readonly branches: readonly Placed[];
  top: number;
}

/**
 * A tree from left to right, laid out: each box in the column of its depth, in the middle of what hangs on it, so that no two
 * lines cross. Up to the first fork there is room above and below: there the words of a box stand below its symbol.
 */
export function treeGraph(roots: readonly Box[]): SheetGraph {
  const widths: number[] = [];
  const sized = (box: Box, depth: number, stacked: boolean): Placed => {
    const words = Math.max(
      box.designation.length * measure.boldGlyph,
      box.name.length * measure.nameGlyph,
      (box.figure?.length ?? 0) * measure.nameGlyph,
    );
    const height = (stacked ? STACKED_HEAD : measure.head) + (box.figure ? FIGURE_ROW : 0) + measure.foot;
    const width = Math.ceil(stacked ? words + 2 * measure.pad : measure.symbol + 3 * measure.pad + words);
    widths[depth] = Math.max(widths[depth] ?? 0, width);
    const port = (side: 'west' | 'east') => ({
      id: `${box.id}|${side}`,
      terminal: '',
      printed: '',
      side,
      y: height / 2,
      conductor: '',
      net: -1,
      elsewhere: [],
    });
    const { branches } = box;
    return {
      box,
      depth,
      top: 0,
      node: {
        id: box.id,
        designation: box.designation,
        name: box.name,
        fullName: box.fullName,
        symbols: [box.symbol],
        ...(box.figure ? { figure: box.figure } : {}),
        ...(stacked ? { stacked } : {}),
        width,
        height,
        ports: [...(depth ? [port('west')] : []), ...(branches.length ? [port('east')] : [])],
        alsoOn: [],
      },
      branches: branches.map((b) => sized(b, depth + 1, stacked && branches.length === 1)),
    };
  };
  const trees = roots.map((root) => sized(root, 0, root.branches.length > 0));
  let bottom = 0;
  for (const tree of trees) bottom = stack(tree, bottom);

  const columns = widths.map((_, d) => widths.slice(0, d).reduce((sum, w) => sum + w + GAP, 0));
  const layout: SheetLayout = {
    width: (columns.at(-1) ?? 0) + (widths.at(-1) ?? 0),
    height: Math.max(0, bottom - ROW_GAP),
    nodes: {},
    lines: {},
  };
  const nodes: GraphNode[] = [];
  const edges: GraphEdge[] = [];
  const draw = (p: Placed): void => {
    nodes.push(p.node);
    layout.nodes[p.box.id] = { x: columns[p.depth]!, y: p.top };
    const from: Point = { x: columns[p.depth]! + p.node.width, y: middle(p) };
    const parting = columns[p.depth]! + widths[p.depth]! + PARTING;
    for (const b of p.branches) {
      const id = `${b.box.sheet}/${b.box.id}`;
      const to: Point = { x: columns[b.depth]!, y: middle(b) };
      layout.lines[id] = from.y === to.y ? [from, to] : [from, { x: parting, y: from.y }, { x: parting, y: to.y }, to];
      edges.push({
        id,
        ...(b.box.label ? { label: b.box.label } : {}),
        colour: undefined,
        net: -1,
        from: { node: p.box.id, port: `${p.box.id}|east` },
        to: { node: b.box.id, port: `${b.box.id}|west` },
      });
      draw(b);
    }
  };
  trees.forEach(draw);
  return { nodes, edges, layout };
}

const middle = (p: Placed): number => p.top + p.node.height / 2;

/** Places a tree below `from`; returns where the next one may begin. */
function stack(p: Placed, from: number): number {
  let next = from;
  for (const b of p.branches) next = stack(b, next);
  const [first, last] = [p.branches[0], p.branches.at(-1)];
  p.top = first && last ? (middle(first) + middle(last)) / 2 - p.node.height / 2 : from;
  // A box that is taller than all that hangs on it moves that down with it.
  if (p.top < from) {
    const by = from - p.top;
    shift(p, by);
    next += by;
  }
  return Math.max(next, p.top + p.node.height + ROW_GAP);
}
function shift(p: Placed, by: number): void {
  p.top += by;
  for (const b of p.branches) shift(b, by);
}
