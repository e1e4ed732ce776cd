import { describe, expect, it } from 'vitest';
import ELK from 'elkjs/lib/elk.bundled.js';
import { dunnock } from '../../samples/dunnock';
import { plover } from '../../samples/plover';
import { wren } from '../../samples/wren';
import { buildNetwork } from '../network';
import { sheets } from '../sheets';
import { wiresOf } from '../wires';
import type { ElkRoot } from './elkGraph';
import type { Point, SheetLayout } from './sheetLayout';
import { detour } from './elkGraph';
import { layOut as layOutBy } from './layOut';
import { bundles, designationsOf, overviewGraph, walkOf } from './overview';
import { partGroups } from './overviewGroups';
import { extentOf, letterHeight, papers } from './paper';
import type { SheetGraph } from './sheetGraph';
import { sheetGraph } from './sheetGraph';

const machines = [dunnock(), wren(), plover()].map(({ design }) => ({
  design,
  wires: wiresOf(design, buildNetwork(design.parts, design.conductors)),
}));
const layOut = (graph: SheetGraph): Promise<SheetLayout> =>
  layOutBy(graph, async (root) => (await new ELK().layout(root as never)) as unknown as ElkRoot);

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
      const layout = await layOut(graph);
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
  it('the overview holds every part that power or a signal reaches, each in one box, and every conductor between boxes', async () => {
    const groups = partGroups(design, wires);
    const list = bundles(wires, groups);
    const boxed = groups.flatMap((g) => g.parts);
    expect(new Set(boxed).size).toBe(boxed.length);
    const box = new Map(groups.flatMap((g) => g.parts.map((p) => [p, g.id] as const)));
    const between = wires.all.filter(({ ends }) => {
      const [a, b] = ends;
      if (ends.some((e) => e.of.data.class === 'cable' || e.role === 'protective-earth')) return false;
      expect([box.has(a.part), box.has(b.part)]).toEqual([true, true]);
      return box.get(a.part) !== box.get(b.part);
    });
    expect(list.flatMap((b) => b.conductors).sort()).toEqual(between.map((w) => w.id).sort());
    const layout = await layOut(overviewGraph(design, groups, list));
    for (const line of Object.values(layout.lines)) expect(line.length).toBeGreaterThan(1);
    const walk = walkOf(design, wires);
    expect(walk.length).toBeGreaterThan(5);
    for (const step of walk) {
      expect(step.text).not.toMatch(/undefined|\(\)|,\s*\./);
      for (const p of step.parts) expect(design.parts[p]).toBeDefined();
    }
  });
});

it('designations are told as a run where they count on, and one by one where they do not', () => {
  expect(designationsOf(['-B1', '-B2', '-B3'])).toBe('-B1…-B3');
  expect(designationsOf(['-B1', '-B3', '-B4'])).toBe('-B1 -B3 -B4');
  expect(designationsOf(['-X3', '-X4'])).toBe('-X3 -X4');
});

it('on paper: the extent covers lines outside all parts, and a larger sheet of paper gives larger letters', () => {
  const graph: SheetGraph = {
    nodes: [
      {
        id: 'a',
        designation: '-A',
        name: 'a',
        fullName: 'a',
        symbols: ['strip'],
        width: 100,
        height: 50,
        ports: [],
        alsoOn: [],
      },
    ],
    edges: [{ id: 'c', number: 1, colour: 'BK', net: 0, from: { node: 'a', port: 'p' }, to: { node: 'a', port: 'q' } }],
  };
  const layout = {
    width: 0,
    height: 0,
    nodes: { a: { x: 10, y: 20 } },
    lines: {
      c: [
        { x: 110, y: 30 },
        { x: 150, y: -40 },
      ],
    },
  };
  expect(extentOf(graph, layout)).toEqual({ x: 10, y: -40, width: 140, height: 110 });
  expect(extentOf(graph, layout, { a: { x: -90, y: 0 } })).toMatchObject({ x: -90, width: 240 });
  // 190 mm of an A4 sheet for 1 900 px: 0.1 mm a pixel, so that capitals of 11 px by 0.72 come out 0.792 mm tall.
  expect(letterHeight({ width: 100, height: 1900 }, 'A4')).toBeCloseTo(0.792, 3);
  expect(
    letterHeight({ width: 100, height: 1900 }, 'A3') / letterHeight({ width: 100, height: 1900 }, 'A4'),
  ).toBeCloseTo((papers.A3.height - 20) / (papers.A4.height - 20), 6);
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
