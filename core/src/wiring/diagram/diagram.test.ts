import { describe, expect, it } from 'vitest';
import ELK from 'elkjs/lib/elk.bundled.js';
import { dunnock } from '../../samples/dunnock';
import { plover } from '../../samples/plover';
import { wren } from '../../samples/wren';
import { buildNetwork } from '../network';
import { sheets } from '../sheets';
import { wiresOf } from '../wires';
import type { ElkRoot, Point, SheetLayout } from './elkGraph';
import { detour, elkGraph, layoutOf } from './elkGraph';
import { bundles, overviewGraph, walkOf } from './overview';
import type { SheetGraph } from './sheetGraph';
import { sheetGraph } from './sheetGraph';

const machines = [dunnock(), wren(), plover()].map(({ design }) => ({
  design,
  wires: wiresOf(design, buildNetwork(design.parts, design.conductors)),
}));
const laidOut = async (graph: SheetGraph): Promise<SheetLayout> =>
  layoutOf((await new ELK().layout(elkGraph(graph) as never)) as unknown as ElkRoot);

const segments = (line: readonly Point[]) => line.slice(1).map((p, i) => [line[i]!, p] as const);

describe.each(machines.map((m) => [m.design.name, m] as const))('the sheets of %s', (_name, { design, wires }) => {
  it('each conductor stands on exactly one sheet, between its own two terminals', () => {
    const drawn = sheets.flatMap((s) => sheetGraph(design, wires, s).edges);
    expect(drawn.map((e) => e.id).sort()).toEqual(Object.keys(design.conductors).sort());
    for (const e of drawn) {
      const c = design.conductors[e.id]!;
      expect([e.from.node, e.to.node]).toEqual([c.from.part, c.to.part]);
    }
  });
  it('laid out, no two parts and no two places of a part overlap, no line runs through a part, all corners are right', async () => {
    for (const sheet of sheets) {
      const graph = sheetGraph(design, wires, sheet);
      if (!graph.nodes.length) continue;
      const layout = await laidOut(graph);
      const boxes = graph.nodes.map((n) => ({ id: n.id, ...layout.nodes[n.id]!, w: n.width, h: n.height }));
      boxes.forEach((a, i) =>
        boxes.slice(i + 1).forEach((b) => {
          const apart = a.x + a.w <= b.x || b.x + b.w <= a.x || a.y + a.h <= b.y || b.y + b.h <= a.y;
          expect(apart, `${sheet}: ${a.id} on ${b.id}`).toBe(true);
        }),
      );
      for (const n of graph.nodes) {
        const rows = n.ports.map((p) => `${p.side} ${p.y}`);
        expect(new Set(rows).size, n.id).toBe(rows.length);
      }
      for (const e of graph.edges) {
        const line = layout.lines[e.id]!;
        expect(line.length, e.id).toBeGreaterThan(1);
        for (const [p, q] of segments(line)) {
          expect(Math.abs(p.x - q.x) < 0.01 || Math.abs(p.y - q.y) < 0.01, `${e.id} is skew`).toBe(true);
          for (const b of boxes) {
            // A hair inside, so that a line may end on an edge.
            const inside =
              Math.max(p.x, q.x) > b.x + 0.5 &&
              Math.min(p.x, q.x) < b.x + b.w - 0.5 &&
              Math.max(p.y, q.y) > b.y + 0.5 &&
              Math.min(p.y, q.y) < b.y + b.h - 0.5;
            expect(inside, `${sheet}: ${e.id} through ${b.id}`).toBe(false);
          }
        }
      }
    }
  });
  it('the overview holds every part that power or a signal reaches, and the walk speaks of this machine', async () => {
    const list = bundles(wires);
    const layout = await laidOut(overviewGraph(design, list));
    for (const line of Object.values(layout.lines)) expect(line.length).toBeGreaterThan(1);
    const walk = walkOf(design, wires);
    expect(walk.length).toBeGreaterThan(5);
    for (const step of walk) {
      expect(step.text).not.toMatch(/undefined|\(\)|,\s*\./);
      for (const p of step.parts) expect(design.parts[p]).toBeDefined();
    }
  });
});

it('a line to a part that was moved by hand has right angles, and never starts backwards', () => {
  for (const to of [
    { x: 400, y: 80 },
    { x: -300, y: 10 },
    { x: 20, y: -200 },
  ]) {
    const line = detour({ x: 0, y: 0 }, to, 6);
    for (const [p, q] of segments(line)) expect(p.x === q.x || p.y === q.y).toBe(true);
    expect(line[1]!.x).toBeGreaterThan(0);
    expect(line.at(-2)!.x).toBeLessThan(to.x);
  }
});
