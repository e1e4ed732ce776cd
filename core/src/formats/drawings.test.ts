import DxfParser from 'dxf-parser';
import { describe, expect, it } from 'vitest';
import type { Command } from '../commands/command';
import { frontDrawing, holesOf, plateDrawing, railHoles, type Mark } from '../panel/drawing';
import { arrangedFront, partsInFront, placedInFront } from '../panel/front';
import { partsOn, placedOn } from '../panel/plate';
import { arranged } from '../panel/arrange';
import { railsOn } from '../panel/rails';
import { dunnock } from '../samples/dunnock';
import { boxed, edited } from '../samples/testing/edited';
import { quantity } from '../units/quantity';
import { drawingDxf } from './drawingDxf';
import { drawingSvg } from './drawingSvg';
import { drawingTiles } from './drawingTiles';

const mm = (n: number) => quantity(n, 'mm');
/** A box of 800 × 1000 mm: a plate of 760 × 960 mm, laid out by rules; a supply with four holes of 4.5 mm, 90 × 190 mm apart. */
const laidFile = (() => {
  const file = edited(
    dunnock(),
    { name: 'add-enclosure', args: { name: 'Cabinet' } },
    {
      name: 'set-enclosure',
      args: { enclosure: 'box-1', set: { width: mm(800), height: mm(1000), depth: mm(200) } },
    },
    ...(
      [
        ['holesAcross', 90],
        ['holesAlong', 190],
        ['holeDiameter', 4.5],
      ] as const
    ).map(([key, n]): Command => ({
      name: 'set-field',
      args: { path: `parts.motor-supply.data.${key}`, value: mm(n) },
    })),
  );
  const { places, ducts } = arranged(file.design, 'box-1');
  return edited(file, { name: 'place-parts', args: { enclosure: 'box-1', places, ducts } });
})();
const { design } = laidFile;
const drawing = plateDrawing(design, 'box-1')!;
const circles = (marks: readonly Mark[]) => marks.flatMap((m) => (m.kind === 'circle' ? [m] : []));

it('without sizes of the box there is no drawing', () => {
  expect(plateDrawing(dunnock().design, 'box-1')).toBeUndefined();
});

it('holes: four about the middle of the supply, turned with it; rails and ducts near their ends and at most 200 mm apart', () => {
  const supply = placedOn(design, 'box-1').find((p) => p.part === 'motor-supply')!;
  const [cx, cy] = [supply.x + supply.body.width / 2, supply.y + supply.body.height / 2];
  const corners = (a: number, b: number) =>
    [-1, 1].flatMap((i) => [-1, 1].map((j) => ({ x: cx + i * a, y: cy + j * b, diameter: 4.5 })));
  expect(holesOf(design, supply)).toEqual(corners(45, 95));
  expect(holesOf(design, { ...supply, turned: true })).toEqual(corners(95, 45));
  for (const rail of railsOn(design, 'box-1')) {
    const at = railHoles(rail).map((h) => h.x - rail.from);
    expect(at[0]! + at.at(-1)!).toBeCloseTo(rail.length, 6);
    for (const [i, x] of at.slice(1).entries()) expect(x - at[i]!).toBeLessThanOrEqual(200);
  }
  // Nothing is drilled where no sheet tells it.
  expect(drawing.unknown).not.toContain('motor-supply');
  const untold = edited(laidFile, {
    name: 'set-field',
    args: { path: 'parts.motor-supply.data.holeDiameter', value: null },
  });
  expect(plateDrawing(untold.design, 'box-1')!.unknown).toContain('motor-supply');
});

it('as SVG it is 1:1: as many units as the sheet has millimetres, a bar of 50 mm, each part and hole where it is', () => {
  const svg = drawingSvg(drawing);
  expect(svg).toMatch(/width="790mm" height="1015mm" viewBox="0 0 790 1015"/);
  expect(svg).toContain('d="M15 987h50');
  for (const p of placedOn(design, 'box-1')) {
    const [, x, y, w, h] = new RegExp(
      `<rect class="outline" data-of="${p.part}" x="([\\d.]+)" y="([\\d.]+)" width="([\\d.]+)" height="([\\d.]+)"`,
    )
      .exec(svg)!
      .map(Number) as [number, number, number, number, number];
    for (const [drawn, is] of [
      [x - 15, p.x],
      [15 + 960 - y - h, p.y],
      [w, p.body.width],
      [h, p.body.height],
    ] as const)
      expect(drawn).toBeCloseTo(is, 2);
  }
  expect(svg.match(/<circle class="drill"/g)).toHaveLength(circles(drawing.marks).length);
});

it('as DXF it is opened again by another reader: millimetres, every hole, every closed outline, each on its layer', () => {
  const back = new DxfParser().parseSync(drawingDxf(drawing))!;
  expect(back.header.$INSUNITS).toBe(4);
  type Entity = {
    type: string;
    layer: string;
    center?: { x: number; y: number };
    radius?: number;
    shape?: boolean;
    vertices?: { x: number; y: number }[];
  };
  const entities = back.entities as unknown as Entity[];
  const drilled = entities.filter((e) => e.type === 'CIRCLE' && e.layer === 'DRILL');
  const wanted = circles(drawing.marks);
  expect(drilled).toHaveLength(wanted.length);
  for (const [i, e] of drilled.entries()) {
    expect(e.center!.x).toBeCloseTo(wanted[i]!.x, 6);
    expect(e.center!.y).toBeCloseTo(wanted[i]!.y, 6);
    expect(2 * e.radius!).toBeCloseTo(wanted[i]!.diameter, 6);
  }
  const outlines = entities.filter((e) => e.type === 'LWPOLYLINE' && e.layer === 'OUTLINE');
  expect(outlines).toHaveLength(placedOn(design, 'box-1').length);
  for (const e of outlines) expect([e.shape, e.vertices!.length]).toEqual([true, 4]);
});

describe('in sheets of A4', () => {
  const tiles = drawingTiles(drawing, 'Dunnock');
  it('the plate of 760 × 960 mm takes 5 by 4: 190 × 260 mm each, 10 mm shared', () => {
    // 190 + 180 + 180 + 180 = 730 < 760, one more; 260 + 250 + 250 = 760 < 960, one more.
    expect(tiles).toHaveLength(5 * 4);
    expect(tiles[0]!.svg).toMatch(/width="210mm" height="297mm" viewBox="0 0 210 297"/);
    for (const { svg } of tiles) expect(svg).toContain('h50m-50');
  });
  it('each hole is on some sheet, at its place in the whole', () => {
    for (const { x, y } of circles(drawing.marks)) {
      const on = tiles.filter(({ column, row, svg }) => {
        // The sheet begins 180 mm further for each column and 250 mm lower for each row; its edge is 10 mm in.
        const [px, py] = [10 + x - 180 * column, 10 + (960 - y) - 250 * row];
        if (px < 10 || px > 200 || py < 10 || py > 270) return false;
        return [...svg.matchAll(/<circle class="drill" cx="(-?[\d.]+)" cy="(-?[\d.]+)"/g)].some(
          ([, cx, cy]) => Math.abs(Number(cx) - px) < 0.01 && Math.abs(Number(cy) - py) < 0.01,
        );
      });
      expect(on.length).toBeGreaterThan(0);
    }
  });
});

it('a front: buttons through round holes of 22.3 mm, a plug through its opening, none on the plate, all inside the sheet', () => {
  const parts = ['device-stop', 'reset-button', 'mains-inlet'];
  let file = edited(
    boxed(dunnock(), 200, 200, 90),
    ...parts.map((part): Command => ({ name: 'sit-part', args: { part, in: 'box-1' } })),
  );
  const { places, left } = arrangedFront(file.design, 'box-1');
  expect(left).toEqual([]);
  file = edited(file, { name: 'place-parts', args: { enclosure: 'box-1', on: 'front', places } });
  expect(placedOn(file.design, 'box-1').some((p) => parts.includes(p.part))).toBe(false);
  for (const { x, y, body } of placedInFront(file.design, 'box-1'))
    expect(x >= 0 && y >= 0 && x + body.width <= 200 && y + body.height <= 200).toBe(true);
  const front = frontDrawing(file.design, 'box-1')!;
  const cut = (part: string) => front.marks.find((m) => m.layer === 'cut' && 'of' in m && m.of === part)!;
  expect(cut('device-stop')).toMatchObject({ kind: 'circle', diameter: 22.3 });
  expect(cut('mains-inlet')).toMatchObject({ kind: 'rectangle', width: 27.5, height: 20 });
  // A main switch hangs on its rail until its sheet tells the hole in the door.
  const onPlate = (f: typeof file) => partsOn(f.design, 'box-1').includes('main-switch');
  expect(onPlate(file)).toBe(true);
  const inDoor = edited(file, {
    name: 'set-field',
    args: { path: 'parts.main-switch.data.cutWidth', value: mm(22.3) },
  });
  expect([onPlate(inDoor), partsInFront(inDoor.design, 'box-1').includes('main-switch')]).toEqual([false, true]);
  file = edited(file, { name: 'set-field', args: { path: 'parts.reset-button.data.cutWidth', value: mm(16) } });
  expect(frontDrawing(file.design, 'box-1')!.marks).toContainEqual(
    expect.objectContaining({ kind: 'circle', of: 'reset-button', diameter: 16 }),
  );
});
