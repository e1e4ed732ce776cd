import fc from 'fast-check';
import { expect, it } from 'vitest';
import { railsOn } from '../panel/rails';
import { warmthOf } from '../cabinet/warmth';
import { deriveFigures } from '../derivation/figures';
import { outlineOf, type Branch } from '../distribution/outline';
import { findingsOf } from '../findings/findings';
import { drawingDxf } from '../formats/drawingDxf';
import { drawingSvg } from '../formats/drawingSvg';
import { plateDrawing } from '../panel/drawing';
import type { Design } from '../machine/design';
import { branchFigures } from '../power/branches';
import { powerStates } from '../power/states';
import { dunnock } from '../samples/dunnock';
import { defaultDisplay } from '../units/print';
import { quantity, type Quantity } from '../units/quantity';
import { endless } from '../units/testing/endless';
import { earthStar, guardsOf, leakagesOf, questionsOf } from './protection';

it('sizes, sheets and places without sense: every figure of the cabinet is finite or left out', () => {
  const absurd = fc.oneof(fc.constantFrom(0, -1, 1e-9, 1e12), fc.double({ min: -1e6, max: 1e6, noNaN: true }));
  const text = JSON.stringify(dunnock().design);
  const q = (n: number, unit: Quantity['unit']): Quantity => ({ ...quantity(1, unit), entered: n });
  fc.assert(
    fc.property(
      fc.array(absurd, { minLength: 8, maxLength: 8 }),
      fc.array(fc.tuple(fc.nat(), absurd), { maxLength: 8 }),
      fc.constantFrom('closed' as const, 'grilles' as const, 'fan' as const),
      ([w, h, d, open, flow, surface, room, at], changes, air) => {
        const design = JSON.parse(text) as Design;
        design.enclosures = {
          'box-1': {
            name: 'Box',
            placement: 'free',
            air,
            width: q(w!, 'mm'),
            height: q(h!, 'mm'),
            depth: q(d!, 'mm'),
            openArea: q(open!, 'mm²'),
            flow: q(flow!, 'm³/h'),
            ...(surface! > 0 ? { measuredSurface: q(surface!, 'mm²') } : {}),
            places: { controller: { x: at!, y: 0 }, 'mains-breaker': { x: 0, y: at! } },
            front: { 'reset-button': { x: at!, y: at! } },
            ducts: {
              a: { x: at!, y: 0, length: w!, width: h!, depth: d! },
              b: { x: 0, y: at!, length: h!, width: d!, depth: w!, upright: true },
            },
            door: { hinge: 'left', metal: true, room: q(w!, 'mm') },
          },
        };
        design.warmestRoom = q(room!, '°C');
        const sheets = Object.values(design.parts).flatMap((p) =>
          Object.values(p.data).filter((v): v is Quantity => typeof v === 'object' && v !== null && 'entered' in v),
        );
        for (const [n, value] of changes) (sheets[n % sheets.length] as { entered: number }).entered = value;
        const figures = deriveFigures(design);
        const branches: unknown[] = [];
        for (const state of powerStates) {
          const of = branchFigures(figures, state);
          const walk = (b: Branch): void => void (branches.push(of(b)), b.branches.forEach(walk));
          outlineOf(figures.design).roots.forEach(walk);
        }
        expect(endless(branches)).toEqual([]);
        expect(endless([guardsOf(figures), leakagesOf(figures), earthStar(figures)])).toEqual([]);
        expect(endless([warmthOf(figures, 'box-1', 'in-use'), railsOn(figures.design, 'box-1')])).toEqual([]);
        const said = [
          ...questionsOf(figures).map((x) => x.text(defaultDisplay)),
          ...findingsOf(figures).map((f) => `${f.id} ${f.title} ${f.explain(defaultDisplay)}`),
          ...[plateDrawing(figures.design, 'box-1')].flatMap((d) => (d ? [drawingSvg(d), drawingDxf(d)] : [])),
        ];
        for (const s of said) expect(s).not.toMatch(/NaN|Infinity|undefined/);
      },
    ),
    { numRuns: 60 },
  );
});
