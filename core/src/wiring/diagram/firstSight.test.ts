import { expect, it } from 'vitest';
import { firstSight, widthSight } from './firstSight';
import type { GraphNode, SheetGraph } from './sheetGraph';

const box = (id: string, ports: number, scale?: number): GraphNode => ({
  id,
  designation: id,
  name: id,
  fullName: id,
  symbols: [],
  ...(scale ? { scale } : {}),
  width: 100,
  height: 60,
  ports: Array.from({ length: ports }, (_, i) => ({
    id: `${id}${i}`,
    terminal: '',
    printed: '',
    side: 'east',
    y: 0,
    conductor: '',
    net: 0,
    elsewhere: [],
  })),
  alsoOn: [],
});
/** Boxes of 100 × 60 at their places. */
const sheet = (...boxes: [GraphNode, x: number, y: number][]) => ({
  graph: { nodes: boxes.map(([n]) => n), edges: [] } as SheetGraph,
  layout: { width: 0, height: 0, lines: {}, nodes: Object.fromEntries(boxes.map(([n, x, y]) => [n.id, { x, y }])) },
});
const view = { width: 600, height: 400 };

it('a sheet that can be read as a whole is shown whole, in the middle, and not blown up beyond reason', () => {
  const { graph, layout } = sheet([box('a', 1), 0, 0], [box('b', 1), 300, 100]);
  // 400 × 160: it would fit 1.44 times; 1.2 is the most. Its middle, 200|80, is the middle of 500 × 333.
  const at = firstSight(graph, layout, view);
  expect(at).toEqual({ zoom: 1.2, whole: true, x: 200 - 250, y: expect.closeTo(80 - 333.33 / 2, 1) });
});

it('one that would be too small opens at reading size where most conductors meet, and not beyond its edge', () => {
  const { graph, layout } = sheet([box('few', 2), 0, 0], [box('busy', 9), 2000, 900], [box('near', 4), 1700, 700]);
  const at = firstSight(graph, layout, view);
  expect([at.zoom, at.whole]).toEqual([1, false]);
  // Both busy boxes are in sight, and the sheet ends at 2100|960 with a margin of 12.
  expect([at.x <= 1700, at.y <= 700, at.x + 600, at.y + 400]).toEqual([true, true, 2112, 972]);
});

it('of equals the upper left one is shown first; a side that fits stands in the middle', () => {
  const { graph, layout } = sheet([box('a', 3), 0, 0], [box('b', 3), 3000, 0]);
  expect(firstSight(graph, layout, view)).toEqual({ zoom: 1, whole: false, x: -12, y: 30 - 200 });
});

it('larger words can be seen from further away', () => {
  const { graph, layout } = sheet([box('a', 1, 2.4), 0, 0], [box('b', 1, 2.4), 1100, 0]);
  // 1200 wide in 576: 0.48, where letters of 26.4 px still are 12.7.
  expect(firstSight(graph, layout, view)).toMatchObject({ zoom: 0.48, whole: true });
});

it('its whole width is shown from its upper edge on, where it is too high', () => {
  // 576 of 960.
  expect(widthSight({ x: 0, y: 50, width: 960, height: 900 }, view)).toEqual({
    zoom: 0.6,
    whole: false,
    x: -20,
    y: 30,
  });
});
