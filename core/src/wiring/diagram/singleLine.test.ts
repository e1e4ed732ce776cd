import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../../derivation/figures';
import { givenAt } from '../../distribution/choices';
import { distributionOf } from '../../distribution/tree';
import type { Design } from '../../machine/design';
import { avocet } from '../../samples/avocet';
import { bullfinch } from '../../samples/bullfinch';
import { dunnock } from '../../samples/dunnock';
import { fieldfare } from '../../samples/fieldfare';
import { pipit } from '../../samples/pipit';
import { plover } from '../../samples/plover';
import { whinchat } from '../../samples/whinchat';
import { defaultDisplay } from '../../units/print';
import type { Point } from './sheetLayout';
import { rootSight } from './firstSight';
import type { SheetGraph } from './sheetGraph';
import { singleLineGraph } from './singleLine';

const drawn = (design: Design): SheetGraph =>
  singleLineGraph(design, deriveFigures(design).wires, () => '', defaultDisplay);
const machines = [dunnock, plover, bullfinch, fieldfare, pipit, avocet, whinchat].map((make) => {
  const { design } = make();
  return [design.name, design, drawn(design)] as const;
});

it('Dunnock by hand: inlet, switch, breaker, filter, then three supplies and the spindle drive, and the drives behind the contactor', () => {
  const graph = machines[0]![2];
  const nameOf = new Map(graph.nodes.map((n) => [n.id, n.designation]));
  const ways = graph.edges.map((e) => `${nameOf.get(e.from.node)} ${nameOf.get(e.to.node)}`);
  expect(ways.slice(0, 3)).toEqual(['-X1 -Q1', '-Q1 -F1', '-F1 -R1']);
  expect(ways).toEqual(
    expect.arrayContaining([
      '-R1 -T1',
      '-R1 -T2',
      '-R1 -T3',
      '-R1 -T8',
      '-T1 -Q2',
      '-Q2 -T4…-T6',
      '-Q2 -T7',
      '-T2 -K1',
    ]),
  );
  // L, N and PE to a supply; the contactor parts plus alone; a driver takes plus and 0 V from the two strips.
  const label = (id: string) => graph.edges.find((e) => e.to.node === id)!.label;
  expect(label('motor-supply')).toBe('3 × 2.5\u00a0mm²');
  expect(label('stop-contactor')).toBe('1 × 1.5\u00a0mm²');
  expect(label('driver-z-0')).toBe('2 × 1\u00a0mm²\n-X3 -X4');
});

describe.each(machines)('the single-line diagram of %s', (_name, design, graph) => {
  const { feeds } = distributionOf(design);
  it('shows every port on the mains once, and each line leads from what feeds it', () => {
    const onMains = Object.entries(feeds).flatMap(([part, ports]) =>
      Object.values(ports).flatMap((from) =>
        from.pole !== 'PE' && givenAt(design, from)?.kind === 'mains' ? [design.parts[part]!.designation] : [],
      ),
    );
    const there = graph.edges
      .filter((e) => e.id.startsWith('mains/'))
      .flatMap((e) => graph.nodes.find((n) => n.id === e.to.node)!.fullName.split('; '));
    expect(there.map((t) => t.split(' ')[0]).sort()).toEqual(onMains.sort());
    for (const e of graph.edges) {
      const fed = e.to.node.replace(/\/.*/, '');
      const from = e.from.node.replace(/\/.*/, '');
      if (!e.to.node.endsWith('/loads')) expect(Object.values(feeds[fed]!).map((s) => s.part)).toContain(from);
    }
  });
  it('lays no box over another, and no line over a box or across another line', () => {
    const { nodes: at, lines } = graph.layout!;
    const boxes = graph.nodes.map((n) => ({
      id: n.id,
      ...at[n.id]!,
      right: at[n.id]!.x + n.width,
      bottom: at[n.id]!.y + n.height,
    }));
    boxes.forEach((a, i) => {
      for (const b of boxes.slice(i + 1))
        expect(a.x >= b.right || b.x >= a.right || a.y >= b.bottom || b.y >= a.bottom, `${a.id} ${b.id}`).toBe(true);
    });
    const pieces = graph.edges.flatMap((e) =>
      lines[e.id]!.slice(1).map((q, i) => ({ source: e.from.node, p: lines[e.id]![i]!, q })),
    );
    for (const { p, q } of pieces) {
      expect(p.x === q.x || p.y === q.y).toBe(true);
      for (const b of boxes) expect(through(p, q, b), b.id).toBe(false);
    }
    for (const a of pieces)
      for (const b of pieces) if (a.source !== b.source) expect(meet(a, b), `${a.source} ${b.source}`).toBe(false);
  });
  it('opens at what feeds all', () => {
    const view = { width: 1132, height: 544 };
    const sight = rootSight(graph, graph.layout!, view);
    const root = graph.layout!.nodes[graph.nodes[0]!.id]!;
    expect(root.x).toBeGreaterThanOrEqual(sight.x);
    expect(root.y).toBeGreaterThanOrEqual(sight.y);
    expect(root.y + graph.nodes[0]!.height).toBeLessThanOrEqual(sight.y + view.height / sight.zoom);
  });
});

const span = (a: number, b: number): [number, number] => [Math.min(a, b), Math.max(a, b)];
function through(p: Point, q: Point, b: { x: number; y: number; right: number; bottom: number }): boolean {
  const [x0, x1] = span(p.x, q.x);
  const [y0, y1] = span(p.y, q.y);
  return x1 > b.x && x0 < b.right && y1 > b.y && y0 < b.bottom;
}
function meet(a: { p: Point; q: Point }, b: { p: Point; q: Point }): boolean {
  const [ax, ay, bx, by] = [span(a.p.x, a.q.x), span(a.p.y, a.q.y), span(b.p.x, b.q.x), span(b.p.y, b.q.y)];
  return ax[1] >= bx[0] && bx[1] >= ax[0] && ay[1] >= by[0] && by[1] >= ay[0];
}
