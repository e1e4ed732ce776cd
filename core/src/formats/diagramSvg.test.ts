import { describe, expect, it } from 'vitest';
import type { SheetGraph } from '../wiring/diagram/sheetGraph';
import { symbols } from '../wiring/diagram/symbols';
import { shapes } from '../wiring/diagram/symbolShapes';
import { diagramSvg } from './diagramSvg';

const graph: SheetGraph = {
  nodes: [
    {
      id: 'a',
      designation: '-T1',
      name: '<script>"5 V" & more',
      fullName: '-T1 <script>',
      symbols: ['supply'],
      width: 120,
      height: 70,
      ports: [{ id: 'p', terminal: 'plus', printed: '+', side: 'east', y: 50, conductor: 'c', net: 1, elsewhere: [] }],
      alsoOn: [],
    },
    {
      id: 'b',
      designation: '-K1',
      name: 'Board',
      fullName: '-K1 Board',
      symbols: ['controller'],
      width: 120,
      height: 70,
      ports: [{ id: 'q', terminal: 'l', printed: 'L+', side: 'west', y: 50, conductor: 'c', net: 1, elsewhere: [] }],
      alsoOn: [],
    },
  ],
  edges: [
    { id: 'c', number: 202, colour: 'GNYE', net: 1, from: { node: 'a', port: 'p' }, to: { node: 'b', port: 'q' } },
  ],
};
const layout = {
  width: 400,
  height: 100,
  nodes: { a: { x: 20, y: 10 }, b: { x: 260, y: 10 } },
  lines: {
    c: [
      { x: 140, y: 60 },
      { x: 260, y: 60 },
    ],
  },
};
const fills = ({ colour }: { colour: string | undefined }): [string, string?] =>
  colour === 'GNYE' ? ['#0f0', '#ff0'] : ['#888'];

describe('a sheet as a drawing of its own', () => {
  const svg = diagramSvg(graph, layout, { title: 'Wren: Signals', fills });
  it('holds every part, terminal and number, and the stripe of two colours', () => {
    for (const text of ['-T1', '-K1', 'L+', '>202<', 'Wren: Signals']) expect(svg).toContain(text);
    expect(svg).toContain('stroke="#0f0"');
    expect(svg).toContain('stroke="#ff0" stroke-width="2.2" stroke-dasharray');
  });
  it('what a person typed stays text: no markup of theirs gets in', () => {
    expect(svg).not.toContain('<script>');
    expect(svg).toContain('&lt;script&gt;&quot;5 V&quot; &amp; more');
    expect(svg).not.toMatch(/style=|on\w+=/);
  });
  it('a part that was moved, and its line, stand where they were put; the paper grows with them', () => {
    const moved = diagramSvg(graph, layout, {
      title: 't',
      fills,
      positions: { b: { x: 900, y: -300 } },
      lines: {
        c: [
          { x: 140, y: 60 },
          { x: 900, y: -250 },
        ],
      },
    });
    expect(moved).toContain('translate(900.0,-300.0)');
    const [x, y, w, h] = /viewBox="([^"]+)"/.exec(moved)![1]!.split(' ').map(Number) as [
      number,
      number,
      number,
      number,
    ];
    expect(x + w).toBeGreaterThan(900 + 120);
    expect(y).toBeLessThan(-300);
    expect(y + h).toBeGreaterThan(80);
  });
});

it.each(symbols)('the symbol %s stays in its box', (name) => {
  const shape = shapes[name];
  expect(shape.strokes.length + (shape.letters?.length ?? 0)).toBeGreaterThan(0);
  for (const { d } of shape.strokes) {
    expect(d).toMatch(/^M/);
    // Absolute coordinates; what is relative starts from one of them.
    for (const m of d.matchAll(/[ML](-?[\d.]+),(-?[\d.]+)/g))
      for (const v of [Number(m[1]), Number(m[2])]) {
        expect(v).toBeGreaterThanOrEqual(0);
        expect(v).toBeLessThanOrEqual(34);
      }
  }
});
